import { faultIn, NUMBER, numbersIn, placeOf } from './lines';

/** A line of a scale with what its display showed then. */
export interface SampleLine {
	readonly line: string;
	/** As the person read it, in grams. */
	readonly grams: number;
	/** The display had come to rest. */
	readonly steady: boolean;
}

/** How a scale's lines are read, as it was taught. Plain data. */
export interface ScalePattern {
	/** Which of the numbers in a line is the weight, from 0. */
	readonly number: number;
	readonly unit: ScaleUnit;
	/** A word that only steady lines have, and one that only moving ones have; null: none was seen. */
	readonly steady: string | null;
	readonly moving: string | null;
}
const units = { g: 1, mg: 1e-3, ct: 0.2, gn: 0.06479891, oz: 28.349523125 } as const;
export type ScaleUnit = keyof typeof units;

export type ScaleLine =
	| {
			readonly kind: 'weight';
			readonly grams: number;
			/** What the last figure counts, g. */
			readonly step: number;
			/** null: the line does not say. */
			readonly steady: boolean | null;
	  }
	| { readonly kind: 'over' };

/** What is written in a line beside its numbers. */
const wordsIn = (line: string) =>
	line
		.replace(NUMBER, ' ')
		.split(/[\s,;:=]+/)
		.filter(Boolean);

/**
 * How to read a scale from two of its lines.
 *
 * @param samples one steady and one moving, or two steady ones with different loads
 * @returns the pattern, or in words why none was found
 */
export function teachScale(
	samples: readonly [SampleLine, SampleLine]
): { readonly pattern: ScalePattern } | { readonly fault: string } {
	const [first, second] = samples;
	const wrong = faultIn(samples.map(({ line, grams }) => ({ line, shown: grams })));
	if (wrong) return { fault: wrong };
	if (first.line.trim() === second.line.trim()) {
		return {
			fault: 'Both lines are the same: take one with another load, or while it still moves.'
		};
	}
	const found = placeOf(
		samples.map(({ line, grams }) => ({ line, shown: grams })),
		units
	);
	if (found) {
		const only = (one: SampleLine, other: SampleLine) =>
			wordsIn(one.line).find((word) => !wordsIn(other.line).includes(word)) ?? null;
		const steady = samples.find((sample) => sample.steady);
		const moving = samples.find((sample) => !sample.steady);
		const both = steady !== undefined && moving !== undefined;
		return {
			pattern: {
				number: found.place,
				unit: found.unit,
				steady: both ? only(steady, moving) : null,
				moving: both ? only(moving, steady) : null
			}
		};
	}
	return {
		fault:
			'In neither g, mg, ct, grains nor ounces does one number of both lines say what the display showed.'
	};
}

/** Words that scales send when too much lies on them. */
const TOO_MUCH = /over|^ol$|^of$|high|max|err|---|\^\^/i;

/** What a line says; null where it says nothing about a weight. */
export function readScale(line: string, pattern: ScalePattern): ScaleLine | null {
	const found = numbersIn(line)[pattern.number];
	const words = wordsIn(line);
	if (!found) return words.some((word) => TOO_MUCH.test(word)) ? { kind: 'over' } : null;
	const { steady, moving } = pattern;
	const says =
		steady !== null ? words.includes(steady) : moving !== null ? !words.includes(moving) : null;
	const factor = units[pattern.unit];
	return {
		kind: 'weight',
		grams: found.value * factor,
		step: found.step * factor,
		steady: says
	};
}

/** Readings in a row that must agree where the lines do not say whether they are steady. */
const IN_A_ROW = 4;

/** Follows a scale line by line and says when a weight stands. */
export class ScaleWatch {
	private readonly last: number[] = [];
	constructor(private readonly pattern: ScalePattern) {}

	/** @returns what the line says, steadiness decided; null where it says nothing */
	see(line: string): (ScaleLine & { readonly steady?: boolean }) | null {
		const read = readScale(line, this.pattern);
		if (read?.kind !== 'weight') {
			this.last.length = 0;
			return read;
		}
		this.last.push(read.grams);
		if (this.last.length > IN_A_ROW) this.last.shift();
		const alike =
			this.last.length === IN_A_ROW &&
			this.last.every((grams) => Math.abs(grams - read.grams) <= 1.01 * read.step);
		return { ...read, steady: read.steady ?? alike };
	}
}
