import { math } from '../quantity/index';
import { dot, type Row } from './curve';
import type { Slopes } from './posterior';
import {
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
}

/** Scores that an expansion looks to either side, in standard deviations. */
export const STEP = 1;

/** Width, in scores, over which a lopsided belief goes from its lower spread to its upper one. */
const ROUNDED = 0.15;

/**
 * Logarithm of a belief over its median: a lopsided one's corner at the median is rounded, since the mode
 * is sought by slopes.
 */
function logarithm({ spread, spreadBelow = spread }: Belief, z: number): number {
	if (spread === spreadBelow) return spread * z;
	const share = 1 / (1 + math.exp(-z / ROUNDED));
	return (spreadBelow + (spread - spreadBelow) * share) * z;
}

/** Its first and second derivative. */
function logarithmBends({ spread, spreadBelow = spread }: Belief, z: number): [number, number] {
	const more = spread - spreadBelow;
	if (more === 0) return [spread, 0];
	const share = 1 / (1 + math.exp(-z / ROUNDED));
	const rise = (share * (1 - share)) / ROUNDED;
	return [
		spreadBelow + more * (share + z * rise),
		more * rise * (2 + (z * (1 - 2 * share)) / ROUNDED)
	];
}

/**
 * Expands a thing's figures about the scores that are given.
 *
 * @param scores of its beliefs; absent: 0
 * @returns one expansion a figure
 */
export function expand(
	{ beliefs, about, figuresAbout }: Measurable,
	scores: Readonly<Partial<Record<BeliefName, number>>>
): Expansion[] {
	const values = { ...valuesAt(beliefs) };
	const at = (name: BeliefName, z: number) =>
		beliefs[name].median * math.exp(logarithm(beliefs[name], z));
	for (const name of about) values[name] = at(name, scores[name] ?? 0);
	const figures = figuresAbout(values);
	const centre = figures(values, null).map(math.log);
	const made = centre.map((value) => ({
		value,
		...{ names: about, at: [] as number[], slope: [] as number[], bend: [] as number[] }
	}));
	for (const name of about) {
		const z = scores[name] ?? 0;
		const [low, here, high] = [-STEP, 0, STEP].map((by) => logarithm(beliefs[name], z + by)) as [
			number,
			number,
			number
		];
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

export function placed(
	expansion: Expansion,
	{ beliefs, mixtureOf }: Measurable,
	among: Places
): Placed {
	let rest = 0;
	const places: number[] = [];
	const parts = expansion.names.map((name, i) => {
		const row = among.rowOf(mixtureOf(name) ?? []);
		const known = row.values.reduce((sum, weight) => sum + weight * weight, 0);
		rest += Math.max(0, 1 - known) * math.square(expansion.slope[i]! * beliefs[name].spread);
		return row;
	});
	const at = parts.map((row) =>
		Array.from(row.places, (k) => {
			const before = places.indexOf(k);
			return before < 0 ? places.push(k) - 1 : before;
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
		const off = logarithm(beliefs[i]!, z) - at[i]!;
		const by = slope[i]! + 2 * bend[i]! * off;
		sum += (slope[i]! + bend[i]! * off) * off;
		const [rise, turn] = logarithmBends(beliefs[i]!, z);
		bends[i] = 2 * bend[i]! * rise * rise + by * turn;
		for (let n = 0; n < values.length; n++) slopes[where[i]![n]!]! += by * rise * values[n]!;
	}
	return sum;
}
