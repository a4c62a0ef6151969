import { math } from '../quantity/index';
import type { Near } from '../sink/index';
import { dot, type Row } from './curve';
import type { Slopes } from './posterior';
import {
	logarithmAt,
	valueAt,
	valuesAt,
	type Belief,
	type BeliefName,
	type Beliefs,
	type BeliefValues,
	type Mixture
} from '../belief/index';

/**
 * The logarithm of a figure as a function of the beliefs' logarithms, about one point:
 * value + Σ slope (x − at) + bend (x − at)². Exact for a power law, and masses and sink speeds nearly are.
 */
export interface Expansion {
	readonly names: readonly BeliefName[];
	/** Logarithm of the figure at the point. */
	readonly value: number;
	/** Logarithm of each belief over its median, at the point. */
	readonly at: readonly number[];
	readonly slope: readonly number[];
	readonly bend: readonly number[];
}

/** What one thing that can be measured depends on. */
export interface Measurable {
	/** The beliefs of its own, before anything was learned. */
	readonly beliefs: Beliefs;
	readonly about: readonly BeliefName[];
	readonly mixtureOf: (belief: BeliefName) => Mixture | null;
	/** Spread of the logarithm of one such thing about the mean of all; absent: 0. */
	readonly scatter?: number;
	/**
	 * Positive figures at some values, and near them with one belief moved.
	 *
	 * @param centre where the expansion is made
	 */
	figuresAbout(
		centre: BeliefValues
	): (values: BeliefValues, moved: BeliefName | null) => readonly number[];
	/** How it hangs in the water, from which a like one is found fast; absent: in none. */
	hangAt?(values: BeliefValues): Hang;
	/** The first figure of a thing that hangs nearly so. */
	figureLike?(values: BeliefValues, hang: Hang): number;
}

/** How a fly hangs, and how much faster it sinks before it is soaked. */
export interface Hang {
	readonly sink: Near;
	readonly dry: number;
}

/** How figures of things that are nearly alike lean. */
export interface Shape {
	readonly expansion: Expansion;
	readonly hang: Hang | undefined;
}

/** Scores that an expansion looks to either side, in standard deviations. */
export const STEP = 1;

type Scores = Readonly<Partial<Record<BeliefName, number>>>;

function valuesOf({ beliefs, about }: Measurable, scores: Scores): Record<BeliefName, number> {
	const values = { ...valuesAt(beliefs) };
	for (const name of about) values[name] = valueAt(beliefs[name], scores[name] ?? 0);
	return values;
}

/**
 * Expands a thing's figures about the scores that are given.
 *
 * @param scores of its beliefs; absent: 0
 * @returns one expansion a figure
 */
export function expand(of: Measurable, scores: Scores): Expansion[] {
	const { beliefs, about, figuresAbout } = of;
	const values = valuesOf(of, scores);
	const at = (name: BeliefName, z: number) => valueAt(beliefs[name], z);
	const figures = figuresAbout(values);
	const centre = figures(values, null).map(math.log);
	const made = centre.map((value) => ({
		value,
		...{ names: about, at: [] as number[], slope: [] as number[], bend: [] as number[] }
	}));
	for (const name of about) {
		const z = scores[name] ?? 0;
		const [low, here, high] = [-STEP, 0, STEP].map(
			(by) => logarithmAt(beliefs[name], z + by)[0]
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

export const shapeOf = (of: Measurable, scores: Scores, expansion: Expansion): Shape => ({
	...{ expansion, hang: of.hangAt?.(valuesOf(of, scores)) }
});

/**
 * Expands the first figure of a thing as another like it leans: its own value, slopes along the other's
 * parabola. One evaluation instead of two a belief.
 */
export function expandLike(of: Measurable, scores: Scores, { expansion, hang }: Shape): Expansion {
	const values = valuesOf(of, scores);
	const figure =
		hang && of.figureLike
			? of.figureLike(values, hang)
			: (of.figuresAbout(values)(values, null)[0] ?? NaN);
	const at = of.about.map((name) => logarithmAt(of.beliefs[name], scores[name] ?? 0)[0]);
	return {
		...{ names: of.about, value: math.log(figure), at, bend: expansion.bend },
		slope: expansion.slope.map(
			(slope, i) => slope + 2 * expansion.bend[i]! * (at[i]! - expansion.at[i]!)
		)
	};
}

/** Where each score stands among all, and how beliefs are made up of them. */
export interface Places {
	/** Scores that were given a place. */
	readonly scores: ReadonlyMap<string, number>;
	/** The place of a score; a new one where it has none yet. */
	place(score: string): number;
	/** The weights of a belief's scores; the same make-up is the same row. */
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
		...{ scores, place },
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

/** An expansion that knows which scores it hangs on. */
export interface Placed {
	readonly expansion: Expansion;
	readonly beliefs: readonly Belief[];
	/** Places of its scores, each once. */
	readonly places: Int32Array;
	/** What each of its beliefs is made up of. */
	readonly parts: readonly Row[];
	/** Where in `places` the scores of each stand. */
	readonly at: readonly (readonly number[])[];
	/** Variance of the logarithm that comes from what no score stands for. */
	readonly rest: number;
}

/** @param before the same thing's, expanded elsewhere: what it is made up of is kept */
export function placed(
	expansion: Expansion,
	{ beliefs, mixtureOf }: Measurable,
	among: Places,
	before: Placed | null = null
): Placed {
	const parts = before?.parts ?? expansion.names.map((name) => among.rowOf(mixtureOf(name) ?? []));
	const rest = expansion.names.reduce((sum, name, i) => {
		const known = parts[i]!.values.reduce((all, weight) => all + weight * weight, 0);
		return sum + Math.max(0, 1 - known) * math.square(expansion.slope[i]! * beliefs[name].spread);
	}, 0);
	if (before) return { ...before, expansion, rest };
	const places: number[] = [];
	const at = parts.map((row) =>
		Array.from(row.places, (k) => {
			const known = places.indexOf(k);
			return known < 0 ? places.push(k) - 1 : known;
		})
	);
	const own = expansion.names.map((name) => beliefs[name]);
	return { expansion, beliefs: own, places: Int32Array.from(places), parts, at, rest };
}

/** Value of a placed expansion, with its slopes over the scores at its `places` and its bends over its beliefs' own. */
export function evaluate(
	{ expansion, beliefs, parts, at: where }: Placed,
	scores: Float64Array,
	{ slopes, bends }: Slopes
): number {
	const { value, at, slope, bend } = expansion;
	slopes.fill(0);
	let sum = value;
	for (let i = 0; i < at.length; i++) {
		const { values } = parts[i]!;
		const z = dot(parts[i]!, scores);
		const [logarithm, rise, turn] = logarithmAt(beliefs[i]!, z);
		const off = logarithm - at[i]!;
		const by = slope[i]! + 2 * bend[i]! * off;
		sum += (slope[i]! + bend[i]! * off) * off;
		bends[i] = 2 * bend[i]! * rise * rise + by * turn;
		for (let n = 0; n < values.length; n++) slopes[where[i]![n]!]! += by * rise * values[n]!;
	}
	return sum;
}

/** The place from which what all share is looked for. */
export interface Outlook {
	/** By score, 1 where it is one place's own. */
	readonly own: Uint8Array;
	readonly scores: Float64Array;
}

/**
 * A placed expansion as what all share is found from it: a straight line over the scores that are one
 * place's own, with what these do to the mean of many,
 *
 *     f(s, 0) + f_u u + ½ Σ f_uu,   s shared, u own, f_u and f_uu at u = 0 as the outlook has s.
 *
 * Over u that is as if they had been integrated out. The mode of the figure as it is, of both at once, leans
 * to such s as leave each u the most room, the more the more places there are.
 */
export function seenFrom(
	{ own, scores: from }: Outlook,
	{ expansion, beliefs, parts, at: where }: Placed
): (scores: Float64Array, into: Slopes) => number {
	const { value, at, slope, bend } = expansion;
	/** A belief's score over s alone. */
	const shared = ({ places, values }: Row, scores: Float64Array) => {
		let z = 0;
		for (let n = 0; n < places.length; n++)
			if (!own[places[n]!]) z += values[n]! * scores[places[n]!]!;
		return z;
	};
	let mean = value;
	const steep = parts.map((part, i) => {
		const { places, values } = part;
		const [logarithm, rise, turn] = logarithmAt(beliefs[i]!, shared(part, from));
		const by = slope[i]! + 2 * bend[i]! * (logarithm - at[i]!);
		const second = 2 * bend[i]! * rise * rise + by * turn;
		for (let n = 0; n < places.length; n++)
			if (own[places[n]!]) mean += (second * values[n]! * values[n]!) / 2;
		return by * rise;
	});
	return (scores, { slopes, bends }) => {
		slopes.fill(0);
		bends.fill(0);
		let sum = mean;
		for (let i = 0; i < parts.length; i++) {
			const { places, values } = parts[i]!;
			const [logarithm, rise] = logarithmAt(beliefs[i]!, shared(parts[i]!, scores));
			const off = logarithm - at[i]!;
			const by = (slope[i]! + 2 * bend[i]! * off) * rise;
			sum += (slope[i]! + bend[i]! * off) * off;
			for (let n = 0; n < places.length; n++) {
				const k = places[n]!;
				const to = values[n]! * (own[k] ? steep[i]! : by);
				if (own[k]) sum += to * scores[k]!;
				slopes[where[i]![n]!]! += to;
			}
		}
		return sum;
	};
}
