import { math } from '../quantity/index';
import type { Near } from '../sink/index';
import { dot, type Row } from './curve';
import type { Slopes } from './posterior';
import {
	logarithmAt,
	valueAt,
	valuesAt,
	type Parameter,
	type ParameterName,
	type Distribution,
	type ParameterValues,
	type Mixture
} from '../parameter/index';

/**
 * The logarithm of a figure as a function of the parameters' logarithms, about one point:
 * value + Σ slope (x − at) + bend (x − at)². Exact for a power law, and masses and sink speeds nearly are.
 */
export interface Expansion {
	readonly names: readonly ParameterName[];
	/** Logarithm of the figure at the point. */
	readonly value: number;
	/** Logarithm of each parameter over its median, at the point. */
	readonly at: readonly number[];
	readonly slope: readonly number[];
	readonly bend: readonly number[];
}

/** What one thing that can be measured depends on. */
export interface Measurable {
	/** The parameters of its own, before anything was learned. */
	readonly parameters: Distribution;
	readonly about: readonly ParameterName[];
	readonly mixtureOf: (parameter: ParameterName) => Mixture | null;
	/** Spread of the logarithm of one such thing about the mean of all; absent: 0. */
	readonly scatter?: number;
	/**
	 * Positive figures at some values, and near them with one parameter moved.
	 *
	 * @param centre where the expansion is made
	 */
	figuresAbout(
		centre: ParameterValues
	): (values: ParameterValues, moved: ParameterName | null) => readonly number[];
	/** How it hangs in the water, from which a like one is found fast; absent: in none. */
	hangAt?(values: ParameterValues): HangSeed;
	/** The first figure of a thing that hangs nearly so. */
	figureLike?(values: ParameterValues, hang: HangSeed): number;
}

/** How a fly hangs, and how much faster it sinks before it is soaked. */
export interface HangSeed {
	readonly sink: Near;
	readonly dry: number;
}

/** How figures of things that are nearly alike lean. */
export interface FigureShape {
	readonly expansion: Expansion;
	readonly hang: HangSeed | undefined;
}

/** Scores that an expansion looks to either side, in standard deviations. */
export const STEP = 1;

type Scores = Readonly<Partial<Record<ParameterName, number>>>;

function valuesOf(
	{ parameters, about }: Measurable,
	scores: Scores
): Record<ParameterName, number> {
	const values = { ...valuesAt(parameters) };
	for (const name of about) values[name] = valueAt(parameters[name], scores[name] ?? 0);
	return values;
}

/**
 * Expands a thing's figures about the scores that are given.
 *
 * @param scores of its parameters; absent: 0
 * @returns one expansion a figure
 */
export function expand(of: Measurable, scores: Scores): Expansion[] {
	const { parameters, about, figuresAbout } = of;
	const values = valuesOf(of, scores);
	const at = (name: ParameterName, z: number) => valueAt(parameters[name], z);
	const figures = figuresAbout(values);
	const centre = figures(values, null).map(math.log);
	const made = centre.map((value) => ({
		value,
		names: about,
		at: [] as number[],
		slope: [] as number[],
		bend: [] as number[]
	}));
	for (const name of about) {
		const z = scores[name] ?? 0;
		const [low, here, high] = [-STEP, 0, STEP].map(
			(by) => logarithmAt(parameters[name], z + by)[0]
		) as [number, number, number];
		const middle = values[name];
		values[name] = at(name, z + STEP);
		const up = figures(values, name).map(math.log);
		values[name] = at(name, z - STEP);
		const down = figures(values, name).map(math.log);
		values[name] = middle;
		made.forEach((one, k) => {
			// The parabola through three points.
			const right = (up[k]! - centre[k]!) / (high - here);
			const left = (centre[k]! - down[k]!) / (here - low);
			const bend = (right - left) / (high - low);
			one.at.push(here);
			one.bend.push(bend);
			one.slope.push(right - bend * (high - here));
		});
	}
	return made;
}

export const shapeOf = (of: Measurable, scores: Scores, expansion: Expansion): FigureShape => ({
	expansion,
	hang: of.hangAt?.(valuesOf(of, scores))
});

/**
 * Expands the first figure of a thing as another like it leans: its own value, slopes along the other's
 * parabola. One evaluation instead of two a parameter.
 */
export function expandLike(
	of: Measurable,
	scores: Scores,
	{ expansion, hang }: FigureShape
): Expansion {
	const values = valuesOf(of, scores);
	const figure =
		hang && of.figureLike
			? of.figureLike(values, hang)
			: (of.figuresAbout(values)(values, null)[0] ?? NaN);
	const at = of.about.map((name) => logarithmAt(of.parameters[name], scores[name] ?? 0)[0]);
	return {
		names: of.about,
		value: math.log(figure),
		at,
		bend: expansion.bend,
		slope: expansion.slope.map(
			(slope, i) => slope + 2 * expansion.bend[i]! * (at[i]! - expansion.at[i]!)
		)
	};
}

/** Where each score stands among all, and how parameters are made up of them. */
export interface Places {
	/** Scores that were given a place. */
	readonly scores: ReadonlyMap<string, number>;
	/** The place of a score; a new one where it has none yet. */
	place(score: string): number;
	/** The weights of a parameter's scores; the same make-up is the same row. */
	rowOf(mixture: Mixture): Row;
}

export function placesFrom(known: readonly string[] = []): Places {
	const scores = new Map(known.map((score, k) => [score, k]));
	const rows = new Map<string, Row>();
	const place = (score: string) => {
		const k = scores.get(score) ?? scores.size;
		scores.set(score, k);
		return k;
	};
	return {
		scores,
		place,
		rowOf(mixture) {
			const key = mixture.map(({ score, weight }) => `${score} ${weight}`).join('\n');
			let row = rows.get(key);
			if (!row) {
				const places = Int32Array.from(mixture, ({ score }) => place(score));
				rows.set(key, (row = { places, values: Float64Array.from(mixture, (by) => by.weight) }));
			}
			return row;
		}
	};
}

/** An expansion that knows which scores it depends on. */
export interface PlacedExpansion {
	readonly expansion: Expansion;
	readonly parameters: readonly Parameter[];
	/** Places of its scores, each once. */
	readonly places: Int32Array;
	/** What each of its parameters is made up of. */
	readonly parts: readonly Row[];
	/** Where in `places` the scores of each stand. */
	readonly at: readonly Int32Array[];
	/** 0, 1, … for each of its parameters. */
	readonly all: Int32Array;
	/** Variance of the logarithm that comes from what no score stands for. */
	readonly rest: number;
}

/** What each parameter of a thing is made up of. */
export const partsOf = ({ about, mixtureOf }: Measurable, among: Places): readonly Row[] =>
	about.map((name) => among.rowOf(mixtureOf(name) ?? []));

/** @param before the same thing's, expanded elsewhere: which scores it depends on is kept */
export function placed(
	expansion: Expansion,
	of: Measurable,
	parts: readonly Row[],
	before: PlacedExpansion | null = null
): PlacedExpansion {
	const { names, slope } = expansion;
	const parameters = before?.parameters ?? names.map((name) => of.parameters[name]);
	let rest = 0;
	parts.forEach(({ values }, i) => {
		const known = values.reduce((all, weight) => all + weight * weight, 0);
		rest += Math.max(0, 1 - known) * math.square(slope[i]! * parameters[i]!.spread);
	});
	if (before) return { ...before, expansion, rest };
	const places: number[] = [];
	const at = parts.map((row) =>
		row.places.map((k) => {
			const known = places.indexOf(k);
			return known < 0 ? places.push(k) - 1 : known;
		})
	);
	const all = Int32Array.from(parts, (_, i) => i);
	return { expansion, parameters, places: Int32Array.from(places), parts, at, all, rest };
}

/** Parameters of a figure that are looked at, and its logarithm with the others as they stand. */
export interface Part {
	readonly parameters: Int32Array;
	readonly value: number;
}

/**
 * Value of a placed expansion, with its slopes over the scores at its `places` and its bends over its parameters' own.
 *
 * @param only what is looked at of it; all unless given
 */
export function evaluate(
	{ expansion, parameters, parts, at: where, all }: PlacedExpansion,
	scores: Float64Array,
	{ slopes, bends }: Slopes,
	only?: Part
): number {
	slopes.fill(0);
	const looked = only ? only.parameters : all;
	let sum = only ? only.value : expansion.value;
	for (let k = 0; k < looked.length; k++) {
		const i = looked[k]!;
		const { values } = parts[i]!;
		const [value, slope, bend] = along(expansion, i, parameters[i]!, dot(parts[i]!, scores));
		sum += value;
		bends[i] = bend;
		const at = where[i]!;
		for (let n = 0; n < values.length; n++) slopes[at[n]!]! += slope * values[n]!;
	}
	return sum;
}

/** What an expansion's i-th parameter adds at z standard deviations, with its first and second derivative. */
function along(
	{ at, slope, bend }: Expansion,
	i: number,
	parameter: Parameter,
	z: number
): readonly [value: number, slope: number, bend: number] {
	const [logarithm, rise, turn] = logarithmAt(parameter, z);
	const off = logarithm - at[i]!;
	const by = slope[i]! + 2 * bend[i]! * off;
	return [(slope[i]! + bend[i]! * off) * off, by * rise, 2 * bend[i]! * rise * rise + by * turn];
}

/** What depends on one place's own, what all share held where the outlook has it. */
export function ownPart(
	{ own, scores }: Outlook,
	{ expansion, parameters, parts, all }: PlacedExpansion
): Part {
	const owned = all.filter((i) => parts[i]!.places.some((k) => own[k] === 1));
	let { value } = expansion;
	for (const i of all)
		if (!owned.includes(i)) value += along(expansion, i, parameters[i]!, dot(parts[i]!, scores))[0];
	return { parameters: owned, value };
}

/** The place from which what all share is looked for. */
export interface Outlook {
	/** By score, 1 where it is one place's own. */
	readonly own: Uint8Array;
	/** What all share of a parameter's make-up. */
	readonly sharedOf: (part: Row) => Row;
	readonly scores: Float64Array;
}

/** What is left of a parameter's make-up without the scores that are one place's own; the same row is the same again. */
export function sharedRows(own: Uint8Array): (part: Row) => Row {
	const made = new Map<Row, Row>();
	return (part) => {
		let shared = made.get(part);
		if (!shared) {
			const left = part.places.map((_, n) => n).filter((n) => !own[part.places[n]!]);
			const places = left.map((n) => part.places[n]!);
			made.set(
				part,
				(shared = { places, values: Float64Array.from(left, (n) => part.values[n]!) })
			);
		}
		return shared;
	};
}

/**
 * A placed expansion as what all share is found from it: a straight line over the scores that are one
 * place's own, with what these do to the mean of many,
 *
 *     f(s, 0) + f_u u + ½ Σ f_uu,   s shared, u own, f_u and f_uu at u = 0 as the outlook has s.
 *
 * Over u that is as if they had been integrated out. The mode of the figure as it is, of both at once, leans
 * to such s as leave each u the most room, the more the more places there are.
 *
 * @returns the sums of s over which it bends, and its value at some scores
 */
export function seenFrom(
	{ own, sharedOf, scores: from }: Outlook,
	{ expansion, parameters, parts, at: where }: PlacedExpansion
): { parts: readonly Row[]; predict: (scores: Float64Array, into: Slopes) => number } {
	const shared = parts.map(sharedOf);
	let mean = expansion.value;
	const steep = parts.map(({ places, values }, i) => {
		const [, slope, bend] = along(expansion, i, parameters[i]!, dot(shared[i]!, from));
		for (let n = 0; n < places.length; n++)
			if (own[places[n]!]) mean += (bend * values[n]! * values[n]!) / 2;
		return slope;
	});
	const predict = (scores: Float64Array, { slopes, bends }: Slopes) => {
		slopes.fill(0);
		let sum = mean;
		for (let i = 0; i < parts.length; i++) {
			const { places, values } = parts[i]!;
			const [value, slope, bend] = along(expansion, i, parameters[i]!, dot(shared[i]!, scores));
			sum += value;
			bends[i] = bend;
			for (let n = 0; n < places.length; n++) {
				const k = places[n]!;
				const to = values[n]! * (own[k] ? steep[i]! : slope);
				if (own[k]) sum += to * scores[k]!;
				slopes[where[i]![n]!]! += to;
			}
		}
		return sum;
	};
	return { parts: shared, predict };
}
