import {
	beliefOf,
	valueAt,
	valuesAt,
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
	const values = { ...valuesAt(beliefs, scores) };
	const figures = figuresAbout(values);
	const x = (name: BeliefName, z: number) =>
		Math.log(valueAt(beliefs[name], z) / beliefs[name].median);
	const centre = figures(values, null).map(Math.log);
	const made = centre.map((value) => ({
		value,
		...{ names: about, at: [] as number[], slope: [] as number[], bend: [] as number[] }
	}));
	for (const name of about) {
		const z = scores[name] ?? 0;
		const [low, at, high] = [x(name, z - STEP), x(name, z), x(name, z + STEP)];
		const middle = values[name];
		values[name] = valueAt(beliefs[name], z + STEP);
		const up = figures(values, name).map(Math.log);
		values[name] = valueAt(beliefs[name], z - STEP);
		const down = figures(values, name).map(Math.log);
		values[name] = middle;
		made.forEach((one, k) => {
			// The parabola through three points.
			const right = (up[k]! - centre[k]!) / (high - at);
			const left = (centre[k]! - down[k]!) / (at - low);
			const bend = (right - left) / (high - low);
			one.at.push(at);
			one.bend.push(bend);
			one.slope.push(right - bend * (high - at));
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
		rest += Math.max(0, 1 - known) * (expansion.slope[i]! * beliefs[name].spread) ** 2;
		return made.map(({ score, weight }) => ({ k: place(score), weight }));
	});
	return { expansion, beliefs, parts, rest };
}

/** Value and gradient of a placed expansion. @param gradient filled in; the places that it has come in `places` */
export function evaluate(
	{ expansion: { names, value, at, slope, bend }, beliefs, parts }: Placed,
	scores: Float64Array,
	gradient: Map<number, number>
): number {
	gradient.clear();
	let sum = value;
	for (let i = 0; i < names.length; i++) {
		const { median, spread, spreadBelow } = beliefs[names[i]!];
		let z = 0;
		for (const { k, weight } of parts[i]!) z += weight * scores[k]!;
		if (!(median > 0)) continue;
		const wide = z < 0 ? (spreadBelow ?? spread) : spread;
		const off = wide * z - at[i]!;
		sum += (slope[i]! + bend[i]! * off) * off;
		const rate = (slope[i]! + 2 * bend[i]! * off) * wide;
		for (const { k, weight } of parts[i]!) gradient.set(k, (gradient.get(k) ?? 0) + rate * weight);
	}
	return sum;
}

export { beliefOf };
