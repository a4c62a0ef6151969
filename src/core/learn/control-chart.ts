import { math } from '../quantity/index';
/** Mean range of two standard normal numbers, d₂: 2/√π (test: by integration). */
export const MEAN_RANGE = 2 / Math.sqrt(Math.PI);
/** Standard deviation of that range, d₃: √(2 − 4/π). */
export const RANGE_SPREAD = Math.sqrt(2 - 4 / Math.PI);
/** Limits lie this many standard deviations from the centre (Shewhart 1931). */
const SIGMAS = 3;
/** Student's t at nine in ten for a dozen degrees of freedom (tables): the scatter is estimated. */
const NINE_IN_TEN = 1.356;
/** Moving ranges for which what is known beforehand of the scatter counts (our choice). */
const KNOWN_RANGES = 6;

/** What is known before the first is measured. */
export interface Expected {
	readonly centre: number;
	/** Standard deviation of the centre. */
	readonly unsure: number;
	/** Standard deviation from one to the next where nothing goes wrong. */
	readonly scatter: number;
	/** Standard deviation of the measuring itself, without the rounding. */
	readonly measuring: number;
	/** What the last figure counts: readings are rounded to it. */
	readonly step: number;
}

export interface ChartPoint {
	readonly value: number;
	/** What it is above the centre that the others give. */
	readonly off: number;
	/** Standard deviation of `off` where nothing went wrong, and how far it may then be. */
	readonly spread: number;
	readonly limit: number;
	readonly flagged: boolean;
	/** |difference from the one before|; null for the first. */
	readonly range: number | null;
}

export interface ControlChart {
	readonly centre: number;
	readonly lower: number;
	readonly upper: number;
	/** Standard deviation from one to the next. */
	readonly scatter: number;
	/** Upper limit of a moving range, D₄ times their mean. */
	readonly rangeLimit: number;
	readonly points: readonly ChartPoint[];
	/** One that is off by this much is flagged nine times in ten. */
	readonly seen: number;
}

/**
 * Control chart for individuals and moving ranges. The scatter is the mean moving range over d₂, joined
 * with what is known beforehand, which counts as this many ranges; each point is judged by the centre and the scatter
 * that the prediction and the other points give, or a bad one would widen its own limits. The farthest off is
 * taken out first and the rest are judged anew without it, so that one bad fly among three does not hide, nor
 * accuse the others.
 *
 * A rounded reading is off by up to half a step, and so is the centre of readings that all are rounded alike:
 * no scatter is estimated below step/√12, and what differs by less than a step and three times the scatter that
 * is not rounding is not flagged.
 *
 * @param values in the order in which they were measured
 */
export function controlChart(values: readonly number[], expected: Expected): ControlChart {
	const out = new Set<number>();
	for (;;) {
		const judged = judge(values, expected, out);
		let worst = -1;
		judged.points.forEach(({ off, limit }, k) => {
			if (out.has(k) || Math.abs(off) <= limit) return;
			const far = (i: number) => Math.abs(judged.points[i]!.off) / judged.points[i]!.spread;
			if (worst < 0 || far(k) > far(worst)) worst = k;
		});
		if (worst < 0) return judged;
		out.add(worst);
	}
}

function judge(
	values: readonly number[],
	{ centre, unsure, scatter: known, measuring, step }: Expected,
	out: ReadonlySet<number>
): ControlChart {
	const rounding = step / Math.sqrt(12);
	const expectedRange = MEAN_RANGE * math.hypot(math.hypot(known, measuring), rounding);
	/** Mean moving range, centre and its variance from the prediction and all that are kept but one. */
	const without = (but: number) => {
		const kept = values.filter((_, k) => k !== but && !out.has(k));
		let ranges = KNOWN_RANGES * expectedRange;
		for (let k = 1; k < kept.length; k++) ranges += Math.abs(kept[k]! - kept[k - 1]!);
		const meanRange = ranges / (KNOWN_RANGES + Math.max(0, kept.length - 1));
		const scatter = Math.max(meanRange / MEAN_RANGE, rounding);
		let weight = 1 / math.square(unsure);
		let sum = centre * weight;
		for (const value of kept) {
			weight += 1 / math.square(scatter);
			sum += value / math.square(scatter);
		}
		return { meanRange, scatter, mean: sum / weight, variance: 1 / weight };
	};
	/** How far one may be off where nothing went wrong, from its spread with the rounding in it. */
	const limitOf = (spread: number) =>
		Math.max(
			SIGMAS * spread,
			step + SIGMAS * Math.sqrt(Math.max(0, spread * spread - rounding * rounding))
		);
	const all = without(-1);
	const limit = limitOf(all.scatter);
	/** Of the next one against the centre that is known so far. */
	const next = Math.sqrt(math.square(all.scatter) + all.variance);
	return {
		centre: all.mean,
		lower: all.mean - limit,
		upper: all.mean + limit,
		scatter: all.scatter,
		// Nine in ten lie no more than this many standard deviations on the near side of where they truly are; half a
		// step may be lost to rounding.
		seen: limitOf(next) + NINE_IN_TEN * next + step / 2,
		rangeLimit: all.meanRange * (1 + (SIGMAS * RANGE_SPREAD) / MEAN_RANGE),
		points: values.map((value, k): ChartPoint => {
			const { mean, variance, scatter } = without(k);
			const spread = Math.sqrt(math.square(scatter) + variance);
			return {
				value,
				off: value - mean,
				spread,
				limit: limitOf(spread),
				flagged: out.has(k),
				range: k === 0 ? null : Math.abs(value - values[k - 1]!)
			};
		})
	};
}
