import { cholesky, math, solveBoth, Z90, type Factor } from '../quantity/index';
import {
	valueAt,
	valuesAt,
	type Distribution,
	type ParameterValues,
	type Learned,
	type Tied
} from './parameters';
import type { Parameter, ParameterName } from './priors';

/** How a parameter's own score is made up: weights whose squares sum to one, each of a score of Learned. */
export type Mixture = readonly { readonly score: string; readonly weight: number }[];

/** Of which parameter a score is. */
export const parameterOf = (score: string) => score.split('@', 1)[0] as ParameterName;

/**
 * How a parameter divides between what all of its kind share and what is one place's own. Before anything
 * was learned the sum stands at 0 ± 1, whatever the share.
 *
 * @param shared share of the variance that all of the kind have in common, 0 to 1
 */
export function mixture(parameter: ParameterName, shared: number, place: string | null): Mixture {
	return [
		...(shared > 0 ? [{ score: parameter, weight: Math.sqrt(shared) }] : []),
		...(shared < 1 && place !== null
			? [{ score: `${parameter}@${place}`, weight: Math.sqrt(1 - shared) }]
			: [])
	];
}

/**
 * The parameters of one fly in one water after learning: each as wide and where the scores leave it, and
 * which of them go together. A parameter of which nothing was learned stays as it is.
 *
 * @param mixtureOf the make-up of the parameters that are to be looked at; null for others
 */
export function withLearned(
	parameters: Distribution,
	learned: Learned,
	mixtureOf: (parameter: ParameterName) => Mixture | null
): Distribution {
	const { mean, tied = {} } = learned;
	const covariance = covarianceOf(learned);
	const own = byHand(parameters, tied);
	if (mean.length === 0) return learned.tied ? { ...parameters, ...own } : parameters;
	const place = placesOf(learned);
	const touched: { name: ParameterName; parts: { k: number; weight: number }[]; rest: number }[] =
		[];
	for (const name of namesOf(learned)) {
		const made = mixtureOf(name);
		const parts = made?.flatMap(({ score, weight }) => {
			const k = place.get(score);
			return k === undefined ? [] : [{ k, weight }];
		});
		if (!parts?.length) continue;
		const known = parts.reduce((sum, { weight }) => sum + weight * weight, 0);
		touched.push({ name, parts, rest: Math.max(0, 1 - known) });
	}
	const between = touched.map((a) =>
		touched.map((b) => {
			let sum = a === b ? a.rest : 0;
			for (const one of a.parts)
				for (const other of b.parts) sum += one.weight * other.weight * covariance(one.k, other.k);
			return sum;
		})
	);
	const spreads = touched.map((_, i) => Math.sqrt(between[i]![i]!));
	touched.forEach(({ name, parts }, i) => {
		const at = parts.reduce((sum, { k, weight }) => sum + weight * mean[k]!, 0);
		own[name] = movedTo(parameters[name], at, spreads[i]!);
	});
	const correlations = between.map((row, i) =>
		row.map((value, j) => (i === j ? 1 : value / (spreads[i]! * spreads[j]!)))
	);
	return {
		...parameters,
		...own,
		together: {
			names: touched.map(({ name }) => name),
			factor: cholesky(correlations).map((row) => Array.from(row))
		}
	};
}

/** The parameters about one fly, as far apart as this hand's are; of one that was weighed nothing is left open. */
function byHand(parameters: Distribution, tied: Tied): Partial<Record<ParameterName, Parameter>> {
	const own: Partial<Record<ParameterName, Parameter>> = {};
	for (const [name, spread] of Object.entries(tied) as [keyof Tied, number][]) {
		const { scope, about, median } = parameters[name];
		if (parameters[name].spread > 0) own[name] = { scope, about, median, spread, source: LEARNED };
	}
	return own;
}

/** What was learned that bears on some parameters, as it is made up in one place or several: less to hand round. */
export function learnedAbout(
	learned: Learned,
	mixtures: readonly ((parameter: ParameterName) => Mixture | null)[]
): Learned {
	const wanted = new Set(
		namesOf(learned).flatMap((name) =>
			mixtures.flatMap((of) => (of(name) ?? []).map(({ score }) => score))
		)
	);
	const covariance = covarianceOf(learned);
	const kept = learned.scores.flatMap((score, k) => (wanted.has(score) ? [k] : []));
	return {
		...(learned.tied && { tied: learned.tied }),
		scores: kept.map((k) => learned.scores[k]!),
		mean: kept.map((k) => learned.mean[k]!),
		covariance: kept.map((i) => kept.map((j) => covariance(i, j)))
	};
}

/** The medians that `withLearned` gives, alone and fast. */
export function learnedValues(
	parameters: Distribution,
	learned: Learned,
	mixtureOf: (parameter: ParameterName) => Mixture | null
): ParameterValues {
	const place = placesOf(learned);
	const values = { ...valuesAt(parameters) };
	for (const name of namesOf(learned)) {
		const z = (mixtureOf(name) ?? []).reduce(
			(sum, { score, weight }) => sum + weight * (learned.mean[place.get(score) ?? -1] ?? 0),
			0
		);
		if (z !== 0) values[name] = valueAt(parameters[name], z);
	}
	return values;
}

/** Columns of the inverse that were asked for, by the rank of their score. */
const columns = new WeakMap<Factor, Map<number, Float64Array>>();

/** The covariance of two scores, by their places in `scores`. */
export function covarianceOf({ covariance }: Pick<Learned, 'covariance'>) {
	if (!('curve' in covariance)) return (i: number, j: number) => covariance[i]![j]!;
	const { rank, curve } = covariance;
	let known = columns.get(curve);
	if (!known) columns.set(curve, (known = new Map()));
	return (i: number, j: number) => {
		// The same to the last digit whichever is asked for first.
		const [a, b] = [Math.min(rank[i]!, rank[j]!), Math.max(rank[i]!, rank[j]!)];
		let column = known.get(a);
		if (!column) {
			column = new Float64Array(curve.rows.length);
			column[a] = 1;
			solveBoth(curve, column, a);
			known.set(a, column);
		}
		return column[b]!;
	};
}

const LEARNED = 'learned from what was weighed and timed';

const places = new WeakMap<Learned, ReadonlyMap<string, number>>();
function placesOf(learned: Learned): ReadonlyMap<string, number> {
	let found = places.get(learned);
	if (!found) places.set(learned, (found = new Map(learned.scores.map((score, k) => [score, k]))));
	return found;
}
const named = new WeakMap<Learned, readonly ParameterName[]>();
function namesOf(learned: Learned): readonly ParameterName[] {
	let found = named.get(learned);
	if (!found) named.set(learned, (found = [...new Set(learned.scores.map(parameterOf))]));
	return found;
}

/** A parameter whose score is now `at` ± `spread`: still two-sided, so that a bent tail stays bent. */
function movedTo(parameter: Parameter, at: number, spread: number): Parameter {
	const median = valueAt(parameter, at);
	const end = (z: number) => Math.abs(math.log(valueAt(parameter, at + z * spread) / median)) / Z90;
	return {
		scope: parameter.scope,
		about: parameter.about,
		median,
		spread: end(Z90),
		spreadBelow: end(-Z90),
		source: LEARNED
	};
}
