import { type Factor, type Interval, logInterval, math, Z90 } from '../quantity/index';
import { priors, type Belief, type BeliefName } from './priors';

/**
 * What was learned: the mean and covariance of some standard normal scores that stood at 0 and 1 before.
 * A score is named by its belief, where all of a kind share it, or by belief and place, `belief@place`,
 * where it is of one lot, one dressing or one lie alone.
 */
export interface Learned {
	readonly scores: readonly string[];
	readonly mean: readonly number[];
	readonly covariance: Covariance;
	/** What one fly of this hand differs from the next by, where flies were compared. */
	readonly tied?: Tied;
}

/**
 * Row by row; or of many scores, of which one fly meets few, as the curve C that it is the inverse of: C = L Lᵀ,
 * with the place of each score in L. A lot meets no other lot in it, so it grows as their number does.
 */
export type Covariance =
	readonly (readonly number[])[] | { readonly rank: readonly number[]; readonly curve: Factor };

/** Spreads of the beliefs about one fly against the mean of its recipe. */
export type Tied = Readonly<Partial<Record<'tied.mass' | 'tied.drag', number>>>;

/** What is believed of every uncertain parameter. */
export type Beliefs = Readonly<Record<BeliefName, Belief>> & {
	/** Which of them go together; the others are independent. */
	readonly together?: Together;
	/** What was learned of kinds, lots, dressings and lies; a fly or a lie takes from it what is of its own. */
	readonly learned?: Learned;
};

/** Beliefs whose scores are correlated: L u is theirs for independent u, L the lower triangular factor. */
export interface Together {
	readonly names: readonly BeliefName[];
	readonly factor: readonly (readonly number[])[];
}

/** One value for each parameter: a point in the space of what may be true. */
export type BeliefValues = Readonly<Record<BeliefName, number>>;

export const priorBeliefs: Beliefs = priors;

const names = Object.keys(priors) as BeliefName[];

/** Spreads above and below that are this much alike are the same: what rounding leaves of one. */
const EVEN = 1e-6;

/**
 * Logarithm of a belief over its median, at z standard deviations. Where its spreads σ above and σ₋ below
 * differ it is bent smoothly (Tukey's g: Hoaglin 1985), and stands where they say at the ends of the central
 * 90 %, z = ±Z:
 *
 *     a (e^(g z) − 1) / g,  g = ln(σ / σ₋) / Z,  a = σ Z g / (e^(g Z) − 1)
 *
 * @returns with its first and second derivative
 */
export function logarithmAt(
	{ spread, spreadBelow = spread }: Belief,
	z: number
): readonly [value: number, slope: number, bend: number] {
	if (!(Math.abs(spread - spreadBelow) > EVEN * spread)) return [spread * z, spread, 0];
	const g = math.log(spread / spreadBelow) / Z90;
	const a = (spread * Z90 * g) / (math.exp(g * Z90) - 1);
	const slope = a * math.exp(g * z);
	return [(slope - a) / g, slope, g * slope];
}

/** Value of a belief at z standard deviations of its logarithm from the median. */
export const valueAt = (belief: Belief, z: number): number =>
	belief.median * math.exp(logarithmAt(belief, z)[0]);

/**
 * The parameter values at a point given in standard normal coordinates.
 *
 * @param z one standard normal score a belief; a belief that is not named stands at its median
 */
export function valuesAt(
	beliefs: Beliefs,
	z: Readonly<Partial<Record<BeliefName, number>>> = {}
): BeliefValues {
	const values = {} as Record<BeliefName, number>;
	for (const name of names) {
		const at = z[name];
		values[name] = at ? valueAt(beliefs[name], at) : beliefs[name].median;
	}
	return values;
}

/** Scores that go together as the beliefs do, from independent ones. */
export function scoresTogether(
	{ together }: Beliefs,
	independent: Readonly<Partial<Record<BeliefName, number>>>
): Partial<Record<BeliefName, number>> {
	const z = { ...independent };
	together?.names.forEach((name, i) => {
		z[name] = together.factor[i]!.reduce(
			(sum, weight, k) => sum + weight * (independent[together.names[k]!] ?? 0),
			0
		);
	});
	return z;
}

/** A figure's interval, with how much of its variance each belief is answerable for. */
export interface Spread {
	/** null where the figure is zero or infinite at the medians, so that it has no logarithm. */
	readonly interval: Interval | null;
	/** Standard deviations of the logarithm, downwards and upwards. */
	readonly below: number;
	readonly above: number;
	/** The belief that contributes most to the interval; null when nothing does. */
	readonly widest: BeliefName | null;
	/** What the interval comes from, the widest first; what contributes nothing is left out. */
	readonly contributions: readonly Contribution[];
}

/** A belief's share of a figure's variance, 0 to 1. */
export interface Contribution {
	readonly belief: BeliefName;
	readonly share: number;
}

/**
 * Carries the beliefs through a computation of several positive figures: first order in the
 * logarithms, taken as secants to the ends of each belief's own 90 % interval (so that one belief
 * alone gives its interval exactly, bent or not), up and down kept apart so that lopsided beliefs
 * give lopsided intervals. Errors that several figures share are shared. Of beliefs that go together
 * the mean slopes are joined, and both sides shrink or grow alike.
 *
 * Good while the figures are nearly power laws of the parameters, as masses and sink speeds are;
 * checked against plain sampling in the tests.
 *
 * @param compute figures, positive, from the parameter values and the name of the one belief that is
 *   off its median (null at the medians), so that it may keep what that belief does not touch
 * @param only the beliefs to carry; the others stay at their medians
 * @returns one Spread a figure, in the order that compute gives them
 */
export function spreadOf(
	compute: (values: BeliefValues, moved: BeliefName | null) => readonly number[],
	beliefs: Beliefs,
	only: readonly BeliefName[] = names
): readonly Spread[] {
	const values = valuesAt(beliefs) as Record<BeliefName, number>;
	const centre = compute(values, null).slice();
	const below = centre.map(() => 0);
	const above = centre.map(() => 0);
	const shares: { belief: BeliefName; share: number }[][] = centre.map(() => []);
	const slopes: Partial<Record<BeliefName, number>>[] = centre.map(() => ({}));
	for (const name of only) {
		const median = values[name];
		values[name] = valueAt(beliefs[name], Z90);
		const up = compute(values, name).slice();
		values[name] = valueAt(beliefs[name], -Z90);
		const down = compute(values, name);
		values[name] = median;
		for (let i = 0; i < centre.length; i++) {
			const a = logRatio(up[i]!, centre[i]!) / Z90;
			const b = logRatio(down[i]!, centre[i]!) / Z90;
			const rise = Math.max(a, b, 0);
			const fall = Math.min(a, b, 0);
			above[i]! += rise * rise;
			below[i]! += fall * fall;
			slopes[i]![name] = (a - b) / 2;
			const share = rise * rise + fall * fall;
			if (share > 0) shares[i]!.push({ belief: name, share });
		}
	}
	return centre.map((value, i) => {
		const joint = beliefs.together && jointly(beliefs.together, slopes[i]!);
		const narrower = joint?.narrower ?? 1;
		const spreadBelow = narrower * Math.sqrt(below[i]!);
		const spreadAbove = narrower * Math.sqrt(above[i]!);
		if (joint)
			for (const one of shares[i]!) {
				one.share *= joint.weights[one.belief] ?? 1;
			}
		const sum = shares[i]!.reduce((all, { share }) => all + share, 0) || 1;
		const contributions = shares[i]!.sort((a, b) => b.share - a.share).map(({ belief, share }) => ({
			belief,
			share: share / sum
		}));
		return {
			interval:
				value > 0 && Number.isFinite(value) ? logInterval(value, spreadBelow, spreadAbove) : null,
			below: spreadBelow,
			above: spreadAbove,
			widest: contributions[0]?.belief ?? null,
			contributions
		};
	});
}

/**
 * What correlation makes of a figure's spread: by which factor it is narrower (or wider) than if all were
 * independent, and how much of each belief's own share is left, none where another makes up for it.
 */
function jointly(
	{ names, factor }: Together,
	slopes: Readonly<Partial<Record<BeliefName, number>>>
): { readonly narrower: number; readonly weights: Partial<Record<BeliefName, number>> } {
	const mine = names.map((name) => slopes[name] ?? 0);
	const carried = names.map((_, k) =>
		mine.reduce((sum, slope, i) => sum + slope * (factor[i]![k] ?? 0), 0)
	);
	const alone = mine.reduce((sum, slope) => sum + slope * slope, 0);
	const joined = carried.reduce((sum, slope) => sum + slope * slope, 0);
	const all = Object.values(slopes).reduce((sum, slope) => sum + slope * slope, 0);
	const weights: Partial<Record<BeliefName, number>> = {};
	names.forEach((name, i) => {
		const with_ = factor[i]!.reduce((sum, weight, k) => sum + weight * carried[k]!, 0);
		weights[name] = mine[i] ? Math.max(0, with_ / mine[i]!) : 1;
	});
	return { narrower: all > 0 ? Math.sqrt((all - alone + joined) / all) : 1, weights };
}

/** A figure that vanishes or runs away off the median is held to a factor of e⁵, so intervals stay finite. */
function logRatio(value: number, centre: number): number {
	if (!(centre > 0) || !Number.isFinite(centre)) return 0;
	if (!(value > 0)) return -5;
	if (!Number.isFinite(value)) return 5;
	return Math.min(5, Math.max(-5, math.log(value / centre)));
}
