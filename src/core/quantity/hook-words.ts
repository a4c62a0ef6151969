import type { Reading } from './reading';

/** The sizes for which the nominal hook table, with its extrapolation, is meant. */
export const HOOK_SIZE_RANGE = [1, 26] as const;
export const X_STEP_RANGE = [-3, 6] as const;

/** Reads a hook size: 14, #14, size 14. */
export function readHookSize(text: string): Reading {
	const match = /^(?:#|no\.?|size|sz\.?)?\s*([+-]?\d+(?:[.,]\d+)?)$/iu.exec(text.trim());
	if (!match?.[1]) {
		const message = text.trim()
			? `Hook size: “${text.trim()}” is not a hook size. Write a number such as 14 or #14.`
			: 'Hook size is empty. Write a number such as 14 or #14.';
		return { kind: 'wrong', code: text.trim() ? 'not-a-number' : 'empty', message };
	}
	const size = Number(match[1].replace(',', '.'));
	const [low, high] = HOOK_SIZE_RANGE;
	if (!Number.isInteger(size) || size < low || size > high) {
		const likely = size / 10;
		if (Number.isInteger(likely) && likely >= low && likely <= high) {
			return {
				kind: 'question',
				question: `Hook size: “${text.trim()}” is not possible. Did you mean size ${likely}?`,
				likely: { value: likely, words: `size ${likely}` },
				literal: null
			};
		}
		return {
			kind: 'wrong',
			code: 'out-of-range',
			message: `Hook size: ${match[1]} is not possible. Sizes are whole numbers from ${low} (large) to ${high} (small).`
		};
	}
	return { kind: 'value', value: size };
}

export type XKind = 'length' | 'wire';

const xWords = {
	length: { name: 'Hook length', more: 'long', less: 'short', moreShort: 'l', lessShort: 's' },
	wire: { name: 'Hook wire', more: 'heavy', less: 'fine', moreShort: 'h', lessShort: 'f' }
} as const;

/** Says an X step as tiers do: standard, 2X long, 1X fine. */
export function showXStep(step: number, kind: XKind): string {
	if (step === 0) return 'standard';
	const words = xWords[kind];
	return `${Math.abs(step)}X ${step > 0 ? words.more : words.less}`;
}

/** Reads an X step: 2X long, 2xl, 1x fine, heavy, standard, or the bare number. */
export function readXStep(text: string, kind: XKind): Reading {
	const words = xWords[kind];
	const clean = text.trim().toLowerCase().replace(/[−–]/g, '-');
	if (/^(standard|std|normal|0x?)$/.test(clean)) return { kind: 'value', value: 0 };
	const pattern = new RegExp(
		`^([+-]?\\d+)?\\s*x?\\s*(${words.more}|${words.less}|${words.moreShort}|${words.lessShort})?$`
	);
	const match = pattern.exec(clean);
	if (clean === '' || !match || (match[1] === undefined && match[2] === undefined)) {
		return {
			kind: 'wrong',
			code: clean === '' ? 'empty' : 'not-a-number',
			message: `${words.name}: write standard, 2X ${words.more} or 1X ${words.less}${clean ? `; “${text.trim()}” cannot be read` : ''}.`
		};
	}
	const steps = match[1] === undefined ? 1 : Number(match[1]);
	const signed = match[2] === words.less || match[2] === words.lessShort ? -steps : steps;
	const [low, high] = X_STEP_RANGE;
	if (signed < low || signed > high) {
		return {
			kind: 'wrong',
			code: 'out-of-range',
			message: `${words.name}: ${text.trim()} is not possible. It runs from ${showXStep(low, kind)} to ${showXStep(high, kind)}.`
		};
	}
	return { kind: 'value', value: signed };
}
