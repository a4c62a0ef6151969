import { math } from '../quantity/index';
import { covarianceOf, type Learned } from '../parameter/index';
import {
	evaluate,
	expand,
	partsOf,
	placed,
	placesFrom,
	type Measurable,
	type PlacedExpansion
} from './expansion';
import { foundOf, measurableOf } from './found';
import { withoutTools } from './measurables';
import { slopesFor } from './posterior';
import { handOf } from './scatter';
import type { TimedDrop, Weighing } from './observation';

/** Something that could be measured next; what would be found plays no part. */
export type NextMeasurement = Weighing | TimedDrop;

/** What a measurement is expected to do to the interval that matters. */
export interface Gain {
	/** Width of the 90 % interval after it over that before, 0 to 1: 0.8 is a fifth narrower. */
	readonly narrower: number;
}

/**
 * By how much each measurement would narrow a figure's interval: with everything linear in the scores, the
 * variance cᵀΣc of the target falls by (cᵀΣg)²/(gᵀΣg + s²), whatever is found (Kalman 1960).
 *
 * @param target the figure whose interval matters, of one such thing
 * @returns in the order of the candidates
 */
export function gains(
	target: Measurable,
	candidates: readonly NextMeasurement[],
	learned: Learned
): Gain[] {
	const places = placesFrom(learned.scores);
	const covariance = covarianceOf(learned);
	const at = (of: Measurable) => {
		const centre = Object.fromEntries(
			of.about.map((name) => [
				name,
				(of.mixtureOf(name) ?? []).reduce((sum, { score, weight }) => {
					const k = places.scores.get(score);
					return sum + weight * (k === undefined ? 0 : (learned.mean[k] ?? 0));
				}, 0)
			])
		);
		return placed(expand(of, centre)[0]!, of, partsOf(of, places));
	};
	const aim = at(withoutTools(target));
	const looked = candidates.map((one) => ({ one, at: at(measurableOf(one)) }));
	const scores = new Float64Array(places.scores.size);
	scores.set(learned.mean);
	const slopesOf = (one: PlacedExpansion) => {
		const into = slopesFor(one);
		const value = evaluate(one, scores, into);
		return { value, places: one.places, slopes: into.slopes };
	};
	const between = (a: ReturnType<typeof slopesOf>, b: ReturnType<typeof slopesOf>) => {
		let sum = 0;
		a.places.forEach((i, m) =>
			b.places.forEach((j, n) => {
				const known = Math.max(i, j) < learned.scores.length;
				const by = known ? covariance(i, j) : Number(i === j);
				sum += a.slopes[m]! * b.slopes[n]! * by;
			})
		);
		return sum;
	};
	const c = slopesOf(aim);
	const before = between(c, c) + aim.rest + math.square(target.scatter ?? 0);
	return looked.map(({ one, at: where }) => {
		const its = slopesOf(where);
		if (!Number.isFinite(its.value)) return { narrower: 1 };
		// Each run of a drop is a finding of its own.
		const precision = foundOf(one, its.value, handOf(learned)).reduce(
			(sum, { spread }) => sum + math.pow(spread, -2),
			0
		);
		const noise = 1 / precision + where.rest;
		const fall = math.square(between(c, its)) / (between(its, its) + noise);
		return { narrower: Math.sqrt(Math.max(0, before - fall) / before) };
	});
}
