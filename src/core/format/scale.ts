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

interface NumberIn {
	readonly value: number;
	/** What its last figure counts. */
	readonly step: number;
}
const NUMBER = /[-+]?[ ]{0,8}\d+(?:[.,]\d+)?/g;

function numbersIn(line: string): NumberIn[] {
	return [...line.matchAll(NUMBER)].map(([text]) => {
		const plain = text.replace(/[ +]/g, '').replace(',', '.');
		const decimals = plain.includes('.') ? plain.length - plain.indexOf('.') - 1 : 0;
		return { value: Number(plain), step: 10 ** -decimals };
	});
}

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
	for (const { line, grams } of samples) {
		if (line.trim() === '') return { fault: 'A line is empty.' };
		if (!Number.isFinite(grams))
			return { fault: `Say what the display showed with “${line.trim()}”.` };
		if (numbersIn(line).length === 0) return { fault: `There is no number in “${line.trim()}”.` };
	}
	if (first.line.trim() === second.line.trim()) {
		return {
			fault: 'Both lines are the same: take one with another load, or while it still moves.'
		};
	}
	/** What the display and a number differ by, g; Infinity where the number's last figure does not allow it. */
	const off = ({ line, grams }: SampleLine, place: number, unit: ScaleUnit): number => {
		const found = numbersIn(line)[place];
		if (!found) return Infinity;
		const differ = Math.abs(found.value * units[unit] - grams);
		return differ <= 0.51 * found.step * units[unit] + 1e-9 ? differ : Infinity;
	};
	const most = Math.max(...samples.map(({ line }) => numbersIn(line).length));
	let best: { readonly unit: ScaleUnit; readonly place: number } | null = null;
	let nearest = Infinity;
	for (const unit of Object.keys(units) as ScaleUnit[]) {
		for (let place = 0; place < most; place++) {
			const far = off(first, place, unit) + off(second, place, unit);
			if (far < nearest) [best, nearest] = [{ unit, place }, far];
		}
	}
	if (best) {
		const only = (one: SampleLine, other: SampleLine) =>
			wordsIn(one.line).find((word) => !wordsIn(other.line).includes(word)) ?? null;
		const steady = samples.find((sample) => sample.steady);
		const moving = samples.find((sample) => !sample.steady);
		const both = steady !== undefined && moving !== undefined;
		return {
			pattern: {
				...{ number: best.place, unit: best.unit },
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
