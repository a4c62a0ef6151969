import type { Measure } from './measures';

/**
 * Reading a quantity the way a tier writes it. A reading is a value, a question about a likely
 * slip, or words that say what is wrong; it is never a silent correction.
 */
export type Reading =
	| { readonly kind: 'value'; readonly value: number }
	| {
			readonly kind: 'question';
			/** What is odd, naming the field. */
			readonly question: string;
			/** What was probably meant. */
			readonly likely: Choice;
			/** What was written, taken to the letter; null where that cannot exist. */
			readonly literal: Choice | null;
	  }
	| { readonly kind: 'wrong'; readonly code: WrongCode; readonly message: string };

export interface Choice {
	readonly value: number;
	readonly words: string;
}

export type WrongCode = 'empty' | 'not-a-number' | 'unknown-unit' | 'out-of-range';

/** What one field accepts. Ranges are in SI (degrees Celsius for temperature). */
export interface QuantityField {
	/** As it stands on the screen, for messages. */
	readonly name: string;
	/** Units that may be written, each with its conversion to the field's inner unit. */
	readonly units: Readonly<Record<string, (n: number) => number>>;
	/** What it is shown in. */
	readonly measure: Measure;
	/** Digits after the point, in the metric unit. */
	readonly digits: number;
	/** What a bare number means, mostly one of the unit that is shown. */
	readonly bare: (n: number) => number;
	/** Beyond this the thing cannot exist or cannot be computed. */
	readonly possible: readonly [number, number];
	/** Outside this a slip is likely enough to ask. */
	readonly usual: readonly [number, number];
	/** How a value is said in words, with its unit. */
	readonly show: (value: number) => string;
	/** A written fraction of an inch that is a trade size names that size, not the conversion. */
	readonly fraction?: (numerator: number, denominator: number) => number;
	/** What may be written, as a list in words. */
	readonly example: () => string;
	/** Lengths that may be written with the time that the water takes over them: 3 m in 5 s. */
	readonly over?: Readonly<Record<string, (n: number) => number>>;
	/** Only whole numbers make sense (turns). */
	readonly whole?: boolean;
}

interface Written {
	readonly whole: number;
	readonly fraction: readonly [number, number] | null;
	readonly decimal: number | null;
	readonly unit: string;
}

const number = String.raw`[+-]?(?:\d+(?:[.,]\d*)?|[.,]\d+)`;
const decimalForm = new RegExp(`^(${number})\\s*([^\\d\\s.,+-].*)?$`, 'u');
const fractionForm = /^(?:(\d+)[\s-]+)?(\d+)\s*\/\s*(\d+)\s*([^\d\s].*)?$/u;

function parse(text: string): Written | null {
	const fraction = fractionForm.exec(text);
	if (fraction) {
		const denominator = Number(fraction[3]);
		return {
			whole: fraction[1] ? Number(fraction[1]) : 0,
			fraction: [Number(fraction[2]), denominator],
			decimal: null,
			unit: (fraction[4] ?? '').trim()
		};
	}
	const decimal = decimalForm.exec(text);
	if (!decimal?.[1]) return null;
	return {
		whole: 0,
		fraction: null,
		decimal: Number(decimal[1].replace(',', '.')),
		unit: (decimal[2] ?? '').trim()
	};
}

/** Two units, the second smaller: 3 ft 6, 3' 6", 1 m 20. What the second is where it is not said. */
const SMALLER: Readonly<Record<string, string>> = {
	ft: 'in',
	feet: 'in',
	foot: 'in',
	"'": 'in',
	m: 'cm'
};
const twoUnits = new RegExp(
	`^(\\d+)\\s*(ft|feet|foot|'|m)\\s*(\\d+(?:[.,]\\d+)?)\\s*([a-z"]+)?$`,
	'u'
);
const overTime = new RegExp(
	`^(.+?)\\s*(?:\\bin\\b|/)\\s*(${number})\\s*(?:s|secs?|seconds?)?$`,
	'u'
);

/** A length in two units. @returns in the field's inner unit; null where it is not one */
function inTwoUnits(text: string, units: QuantityField['units']): number | null {
	const found = twoUnits.exec(text);
	if (!found) return null;
	const [, whole, large, rest, small] = found as unknown as [
		string,
		string,
		string,
		string,
		string?
	];
	const [one, other] = [units[large], units[small ?? SMALLER[large]!]];
	return one && other ? one(Number(whole)) + other(Number(rest.replace(',', '.'))) : null;
}

/** A length and what the water takes over it: 3 m in 5 s, 10 ft / 4 s. @returns m/s; null where it is not one */
function timedOver(text: string, units: QuantityField['units']): number | null {
	const found = overTime.exec(text);
	if (!found) return null;
	const length = inTwoUnits(found[1]!, units) ?? inOneUnit(found[1]!, units);
	const time = Number(found[2]!.replace(',', '.'));
	return length !== null && time > 0 ? length / time : null;
}

function inOneUnit(text: string, units: QuantityField['units']): number | null {
	const written = parse(text);
	const convert = written && units[written.unit];
	if (!convert) return null;
	const part = written.fraction ? written.fraction[0] / written.fraction[1] : 0;
	return convert(written.decimal ?? written.whole + part);
}

function normalise(text: string): string {
	return text
		.trim()
		.toLowerCase()
		.replace(/[″”“]|''/g, '"')
		.replace(/[′’]/g, "'")
		.replace(/[−–]/g, '-')
		.replace(/½/g, ' 1/2')
		.replace(/¼/g, ' 1/4')
		.replace(/¾/g, ' 3/4')
		.replace(/⅛/g, ' 1/8')
		.replace(/²/g, '2')
		.replace(/³/g, '3')
		.trim();
}

const within = (value: number, [low, high]: readonly [number, number]) =>
	value >= low * (1 - 1e-9) - 1e-12 && value <= high * (1 + 1e-9) + 1e-12;

/**
 * Reads what a person typed into a field.
 *
 * @param text as typed: 2.8, 2,8, 2.8mm, 7/64, .110", 15 thou, 3 ft …
 * @returns the value in the field's inner unit (SI; °C), a question, or what is wrong
 */
export function readQuantity(text: string, field: QuantityField): Reading {
	const clean = normalise(text);
	const unreadable = () =>
		wrong(
			'not-a-number',
			`${field.name}: “${text.trim()}” is not a size that can be read. Write for instance ${field.example()}.`
		);
	if (clean === '') {
		return wrong('empty', `${field.name} is empty. Write for instance ${field.example()}.`);
	}
	const joined = field.over ? timedOver(clean, field.over) : inTwoUnits(clean, field.units);
	if (joined !== null) return judged(text, field, joined, []);
	const written = parse(clean);
	if (!written || (written.decimal !== null && !Number.isFinite(written.decimal))) {
		return unreadable();
	}
	const inchFraction = written.fraction !== null && (written.unit === '' || isInch(written.unit));
	const convert = inchFraction
		? (n: number) => (field.units['in'] ?? field.bare)(n)
		: written.unit === ''
			? field.bare
			: field.units[written.unit];
	if (!convert) {
		return wrong(
			'unknown-unit',
			`${field.name}: the unit “${written.unit}” is not known here. Write for instance ${field.example()}.`
		);
	}
	const fractionValue = written.fraction ? written.fraction[0] / written.fraction[1] : 0;
	const plain = written.decimal ?? written.whole + fractionValue;
	const trade = inchFraction && written.fraction && written.whole === 0 && field.fraction;
	const literal = trade ? trade(...written.fraction) : convert(plain);
	// Only thread is numbered with noughts below the line.
	if (!Number.isFinite(literal)) return unreadable();
	const candidates: number[] = [];
	if (written.whole > 0 && written.fraction) {
		// "1 1/8" for "1/8": the whole part is the slip.
		candidates.push(
			inchFraction && field.fraction ? field.fraction(...written.fraction) : convert(fractionValue)
		);
	}
	if (written.decimal !== null && written.unit === '') {
		for (const other of Object.values(field.units)) candidates.push(other(plain));
	}
	candidates.push(convert(plain / 10), convert(plain * 10), convert(Math.abs(plain)));
	if (written.unit === '') candidates.push(convert(plain / 100), convert(plain / 1000));
	return judged(text, field, literal, candidates);
}

/** The end of the range that is shown with the same figures: what can be read there can be written. */
const shownEnd = (value: number, { possible, show }: QuantityField) =>
	within(value, possible) ? value : (possible.find((end) => show(end) === show(value)) ?? value);

/** @param candidates what else may have been meant, the likeliest first */
function judged(
	text: string,
	field: QuantityField,
	written: number,
	candidates: readonly number[]
): Reading {
	const literal = shownEnd(written, field);
	if (within(literal, field.usual) && (!field.whole || Number.isInteger(literal))) {
		return { kind: 'value', value: literal };
	}
	return ask(text, field, literal, candidates);
}

function ask(
	text: string,
	field: QuantityField,
	literal: number,
	candidates: readonly number[]
): Reading {
	const said = text.trim();
	const exists = within(literal, field.possible) && (!field.whole || Number.isInteger(literal));
	const likely = candidates.find(
		(value) => within(value, field.usual) && (!field.whole || Number.isInteger(value))
	);
	if (likely !== undefined && literal !== 0) {
		return {
			kind: 'question',
			question: exists
				? `${field.name}: “${said}” would be ${field.show(literal)}, which is unusual. Did you mean ${field.show(likely)}?`
				: `${field.name}: “${said}” would be ${field.show(literal)}, which is not possible. Did you mean ${field.show(likely)}?`,
			likely: { value: likely, words: field.show(likely) },
			literal: exists ? { value: literal, words: field.show(literal) } : null
		};
	}
	if (exists) return { kind: 'value', value: literal };
	return wrong('out-of-range', outOfRange(field, said));
}

/**
 * Whether a value that is already a number deserves the question that a typed one gets.
 *
 * @param value in the field's inner unit
 * @returns the question, with what was probably meant where a slip of ten explains it; null when usual
 */
export function questionAbout(
	value: number,
	field: QuantityField
): { readonly question: string; readonly likely: Choice | null } | null {
	if (within(value, field.usual)) return null;
	const [low, high] = field.usual;
	const meant = [value / 10, value * 10].find((other) => within(other, field.usual));
	const likely = meant === undefined ? null : { value: meant, words: field.show(meant) };
	const guess = likely ? ` Did you mean ${likely.words}?` : '';
	return {
		question: `${field.name}: ${field.show(value)} is unusual; it is mostly from ${field.show(low)} to ${field.show(high)}.${guess}`,
		likely
	};
}

/** The sentence for a value that cannot be, naming the field and its range. */
function outOfRange(field: QuantityField, said: string): string {
	const [low, high] = field.possible;
	const kind = field.whole ? 'a whole number ' : '';
	return `${field.name}: ${said} is not possible. It must be ${kind}from ${field.show(low)} to ${field.show(high)}.`;
}

function isInch(unit: string): boolean {
	return unit === '"' || unit === 'in' || unit === 'inch' || unit === 'inches';
}

function wrong(code: WrongCode, message: string): Reading {
	return { kind: 'wrong', code, message };
}
