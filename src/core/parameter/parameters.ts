import { type Factor, type Interval, logInterval, math, Z90 } from '../quantity/index';
import { priors, type Parameter, type ParameterName } from './priors';

/**
 * What was learned: the mean and covariance of some standard normal scores that stood at 0 and 1 before.
 * A score is named by its parameter, where all of a kind share it, or by parameter and place, `parameter@place`,
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

/** Spreads of the parameters about one fly against the mean of its recipe. */
export type Tied = Readonly<Partial<Record<'tied.mass' | 'tied.drag', number>>>;

/** What is believed of every uncertain parameter. */
export type Distribution = Readonly<Record<ParameterName, Parameter>> & {
	/** Which of them go together; the others are independent. */
	readonly together?: Together;
	/** What was learned of kinds, lots, dressings and lies; a fly or a lie takes from it what is of its own. */
	readonly learned?: Learned;
};

/** Parameters whose scores are correlated: L u is theirs for independent u, L the lower triangular factor. */
export interface Together {
	readonly names: readonly ParameterName[];
	readonly factor: readonly (readonly number[])[];
}

/** One value for each parameter: a point in the space of what may be true. */
export type ParameterValues = Readonly<Record<ParameterName, number>>;

export const prior: Distribution = priors;

const names = Object.keys(priors) as ParameterName[];

/** Spreads above and below that are this much alike are the same: what rounding leaves of one. */
const EVEN = 1e-6;

/**
 * Logarithm of a parameter over its median, at z standard deviations. Where its spreads σ above and σ₋ below
 * differ it is bent smoothly (Tukey's g: Hoaglin 1985), and stands where they say at the ends of the central
 * 90 %, z = ±Z:
 *
 *     a (e^(g z) − 1) / g,  g = ln(σ / σ₋) / Z,  a = σ Z g / (e^(g Z) − 1)
 *
 * @returns with its first and second derivative
 */
export function logarithmAt(
	{ spread, spreadBelow = spread }: Parameter,
	z: number
): readonly [value: number, slope: number, bend: number] {
	if (!(Math.abs(spread - spreadBelow) > EVEN * spread)) return [spread * z, spread, 0];
	const g = math.log(spread / spreadBelow) / Z90;
	const a = (spread * Z90 * g) / (math.exp(g * Z90) - 1);
	const slope = a * math.exp(g * z);
	return [(slope - a) / g, slope, g * slope];
}

/** Value of a parameter at z standard deviations of its logarithm from the median. */
export const valueAt = (parameter: Parameter, z: number): number =>
	parameter.median * math.exp(logarithmAt(parameter, z)[0]);

/**
 * The parameter values at a point given in standard normal coordinates.
 *
 * @param z one standard normal score a parameter; a parameter that is not named stands at its median
 */
export function valuesAt(
	parameters: Distribution,
	z: Readonly<Partial<Record<ParameterName, number>>> = {}
): ParameterValues {
	const values = {} as Record<ParameterName, number>;
	for (const name of names) {
		const at = z[name];
		values[name] = at ? valueAt(parameters[name], at) : parameters[name].median;
	}
	return values;
}

/** Scores that go together as the parameters do, from independent ones. */
export function scoresTogether(
	{ together }: Distribution,
	independent: Readonly<Partial<Record<ParameterName, number>>>
): Partial<Record<ParameterName, number>> {
	const z = { ...independent };
	together?.names.forEach((name, i) => {
		z[name] = together.factor[i]!.reduce(
			(sum, weight, k) => sum + weight * (independent[together.names[k]!] ?? 0),
			0
		);
	});
	return z;
}

/** A figure's interval, with how much of its variance each parameter is answerable for. */
export interface Spread {
	/** null where the figure is zero or infinite at the medians, so that it has no logarithm. */
	readonly interval: Interval | null;
	/** Standard deviations of the logarithm, downwards and upwards. */
	readonly below: number;
	readonly above: number;
	/** The parameter that contributes most to the interval; null when nothing does. */
	readonly widest: ParameterName | null;
	/** What the interval comes from, the widest first; what contributes nothing is left out. */
	readonly contributions: readonly Contribution[];
}

/** A parameter's share of a figure's variance, 0 to 1. */
export interface Contribution {
	readonly parameter: ParameterName;
	readonly share: number;
}

/**
 * Carries the parameters through a computation of several positive figures: first order in the
 * logarithms, taken as secants to the ends of each parameter's own 90 % interval (so that one parameter
 * alone gives its interval exactly, bent or not), up and down kept apart so that lopsided parameters
 * give lopsided intervals. Errors that several figures share are shared. Of parameters that go together
 * the mean slopes are joined, and both sides shrink or grow alike.
 *
 * Good while the figures are nearly power laws of the parameters, as masses and sink speeds are;
 * checked against plain sampling in the tests.
 *
 * @param compute figures, positive, from the parameter values and the name of the one parameter that is
 *   off its median (null at the medians), so that it may keep what that parameter does not touch
 * @param only the parameters to carry; the others stay at their medians
 * @returns one Spread a figure, in the order that compute gives them
 */
export function spreadOf(
	compute: (values: ParameterValues, moved: ParameterName | null) => readonly number[],
	parameters: Distribution,
	only: readonly ParameterName[] = names
): readonly Spread[] {
	const values = valuesAt(parameters) as Record<ParameterName, number>;
	const centre = compute(values, null).slice();
	/** What each figure's logarithm moves by with each parameter up and down, a standard deviation; one row a figure. */
	const raised = new Float64Array(centre.length * only.length);
	const lowered = new Float64Array(centre.length * only.length);
	only.forEach((name, k) => {
		const median = values[name];
		values[name] = valueAt(parameters[name], Z90);
		const up = compute(values, name).slice();
		values[name] = valueAt(parameters[name], -Z90);
		const down = compute(values, name);
		values[name] = median;
		for (let i = 0; i < centre.length; i++) {
			raised[i * only.length + k] = logRatio(up[i]!, centre[i]!) / Z90;
			lowered[i * only.length + k] = logRatio(down[i]!, centre[i]!) / Z90;
		}
	});
	const joint = parameters.together && placed(parameters.together, only);
	return centre.map((value, i) => {
		const row = [i * only.length, (i + 1) * only.length] as const;
		return figureSpread(value, raised.subarray(...row), lowered.subarray(...row), only, joint);
	});
}

/** Parameters that go together, by their places among those that are carried. */
interface Placed {
	readonly at: readonly number[];
	readonly factor: Together['factor'];
}

function placed({ names, factor }: Together, only: readonly ParameterName[]): Placed {
	return { at: names.map((name) => only.indexOf(name)), factor };
}

function figureSpread(
	value: number,
	up: Float64Array,
	down: Float64Array,
	only: readonly ParameterName[],
	joint: Placed | undefined
): Spread {
	let above = 0;
	let below = 0;
	const shares = new Float64Array(only.length);
	const slopes = new Float64Array(only.length);
	for (let k = 0; k < only.length; k++) {
		const rise = Math.max(up[k]!, down[k]!, 0);
		const fall = Math.min(up[k]!, down[k]!, 0);
		above += rise * rise;
		below += fall * fall;
		shares[k] = rise * rise + fall * fall;
		slopes[k] = (up[k]! - down[k]!) / 2;
	}
	const narrower = joint ? jointly(joint, slopes, shares) : 1;
	const spreadBelow = narrower * Math.sqrt(below);
	const spreadAbove = narrower * Math.sqrt(above);
	const found = only.flatMap((parameter, k) =>
		shares[k]! > 0 ? [{ parameter, share: shares[k]! }] : []
	);
	found.sort((a, b) => b.share - a.share);
	const sum = found.reduce((all, { share }) => all + share, 0) || 1;
	const contributions = found.map(({ parameter, share }) => ({ parameter, share: share / sum }));
	return {
		interval:
			value > 0 && Number.isFinite(value) ? logInterval(value, spreadBelow, spreadAbove) : null,
		below: spreadBelow,
		above: spreadAbove,
		widest: contributions[0]?.parameter ?? null,
		contributions
	};
}

/**
 * What correlation makes of a figure's spread.
 *
 * @param shares each parameter's own; changed to what is left of it, none where another makes up for it
 * @returns by which factor the spread is narrower (or wider) than if all were independent
 */
function jointly({ at, factor }: Placed, slopes: Float64Array, shares: Float64Array): number {
	const carried = new Float64Array(at.length);
	let alone = 0;
	at.forEach((k, i) => {
		const slope = slopes[k] ?? 0;
		alone += slope * slope;
		if (slope !== 0) for (let j = 0; j <= i; j++) carried[j]! += slope * (factor[i]![j] ?? 0);
	});
	let joined = 0;
	let all = 0;
	for (const slope of carried) joined += slope * slope;
	for (const slope of slopes) all += slope * slope;
	at.forEach((k, i) => {
		const slope = slopes[k];
		if (!slope) return;
		let with_ = 0;
		for (let j = 0; j <= i; j++) with_ += (factor[i]![j] ?? 0) * carried[j]!;
		shares[k]! *= Math.max(0, with_ / slope);
	});
	return all > 0 ? Math.sqrt((all - alone + joined) / all) : 1;
}

/** A figure that vanishes or runs away off the median is held to a factor of e⁵, so intervals stay finite. */
function logRatio(value: number, centre: number): number {
	if (!(centre > 0) || !Number.isFinite(centre)) return 0;
	if (!(value > 0)) return -5;
	if (!Number.isFinite(value)) return 5;
	return Math.min(5, Math.max(-5, math.log(value / centre)));
}
