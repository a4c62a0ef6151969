import { math } from '../quantity/index';
/** What an instrument sends is lines of text; the numbers in one. */
export interface NumberIn {
	readonly value: number;
	/** What its last figure counts. */
	readonly step: number;
}
export const NUMBER = /[-+]?[ ]{0,8}\d+(?:[.,]\d+)?/g;

export function numbersIn(line: string): NumberIn[] {
	return [...line.matchAll(NUMBER)].map(([text]) => {
		const plain = text.replace(/[ +]/g, '').replace(',', '.');
		const decimals = plain.includes('.') ? plain.length - plain.indexOf('.') - 1 : 0;
		return { value: Number(plain), step: math.pow(10, -decimals) };
	});
}

/** A line, and what the instrument showed with it. */
export interface TaughtLine {
	readonly line: string;
	readonly shown: number;
}

/** What is wrong with lines that are to teach, in words; null when nothing is. */
export function faultIn(samples: readonly TaughtLine[]): string | null {
	for (const { line, shown } of samples) {
		if (line.trim() === '') return 'A line is empty.';
		if (!Number.isFinite(shown)) return `Say what the display showed with “${line.trim()}”.`;
		if (numbersIn(line).length === 0) return `There is no number in “${line.trim()}”.`;
	}
	return null;
}

/**
 * Which number of all the lines is what was shown, and in which unit: the nearest, within its last figure.
 *
 * @param units each as this many of what was shown
 * @returns null where none is
 */
export function placeOf<Unit extends string>(
	samples: readonly TaughtLine[],
	units: Readonly<Record<Unit, number>>
): { readonly place: number; readonly unit: Unit } | null {
	/** What the display and a number differ by; Infinity where the number's last figure does not allow it. */
	const off = ({ line, shown }: TaughtLine, place: number, unit: Unit): number => {
		const found = numbersIn(line)[place];
		if (!found) return Infinity;
		const differ = Math.abs(found.value * units[unit] - shown);
		return differ <= 0.51 * found.step * units[unit] + 1e-9 ? differ : Infinity;
	};
	const most = Math.max(...samples.map(({ line }) => numbersIn(line).length));
	let best: { readonly unit: Unit; readonly place: number } | null = null;
	let nearest = Infinity;
	for (const unit of Object.keys(units) as Unit[]) {
		for (let place = 0; place < most; place++) {
			const far = samples.reduce((sum, sample) => sum + off(sample, place, unit), 0);
			if (far < nearest) [best, nearest] = [{ unit, place }, far];
		}
	}
	return best;
}
