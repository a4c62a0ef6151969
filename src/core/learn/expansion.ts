import { math } from '../quantity/index';
import type { Gradient } from './posterior';
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
const STEP = 1;

/** Width, in scores, over which a lopsided belief goes from its lower spread to its upper one. */
const ROUNDED = 0.15;

/**
 * Logarithm of a belief over its median: a lopsided one's corner at the median is rounded, since the mode
 * is sought by slopes.
 */
function logarithm({ spread, spreadBelow = spread }: Belief, z: number): number {
	const share = 1 / (1 + math.exp(-z / ROUNDED));
	return (spreadBelow + (spread - spreadBelow) * share) * z;
}

function logarithmSlope({ spread, spreadBelow = spread }: Belief, z: number): number {
	const share = 1 / (1 + math.exp(-z / ROUNDED));
	const more = spread - spreadBelow;
	return spreadBelow + more * share + (more * z * share * (1 - share)) / ROUNDED;
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

/** An expansion that knows which scores it hangs on. */
export interface Placed {
	readonly expansion: Expansion;
	readonly beliefs: Beliefs;
	/** For each of its beliefs the places of the scores that make it up, and their weights. */
	readonly parts: readonly (readonly { readonly k: number; readonly weight: number }[])[];
	/** Variance of the logarithm that comes from what no score stands for. */
	readonly rest: number;
}

/** @param place of a score; makes one where there is none yet */
export function placed(
	expansion: Expansion,
	{ beliefs, mixtureOf }: Measurable,
	place: (score: string) => number
): Placed {
	let rest = 0;
	const parts = expansion.names.map((name, i) => {
		const made = mixtureOf(name) ?? [];
		const known = made.reduce((sum, { weight }) => sum + weight * weight, 0);
		rest += Math.max(0, 1 - known) * math.square(expansion.slope[i]! * beliefs[name].spread);
		return made.map(({ score, weight }) => ({ k: place(score), weight }));
	});
	return { expansion, beliefs, parts, rest };
}

/** Value and gradient of a placed expansion. @param gradient filled in; the places that it has come in `places` */
export function evaluate(
	{ expansion: { names, value, at, slope, bend }, beliefs, parts }: Placed,
	scores: Float64Array,
	gradient: Gradient
): number {
	gradient.places.length = gradient.slopes.length = 0;
	let sum = value;
	for (let i = 0; i < names.length; i++) {
		let z = 0;
		for (const { k, weight } of parts[i]!) z += weight * scores[k]!;
		const belief = beliefs[names[i]!];
		const off = logarithm(belief, z) - at[i]!;
		sum += (slope[i]! + bend[i]! * off) * off;
		const rate = (slope[i]! + 2 * bend[i]! * off) * logarithmSlope(belief, z);
		for (const { k, weight } of parts[i]!) {
			gradient.places.push(k);
			gradient.slopes.push(rate * weight);
		}
	}
	return sum;
}
