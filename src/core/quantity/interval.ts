import * as math from './math';
/** A predicted figure with its central 90 % interval, all in the same unit. */
export interface Interval {
	readonly value: number;
	readonly low: number;
	readonly high: number;
}

/** The standard normal quantile at 95 %, so that ±z spans the central 90 %. */
export const Z90 = 1.6448536269514722;

/**
 * The central 90 % interval of a positive figure whose logarithm has the given standard
 * deviations below and above its median.
 *
 * @param value median, any unit, > 0
 */
export function logInterval(value: number, spreadBelow: number, spreadAbove: number): Interval {
	return {
		value,
		low: value * math.exp(-Z90 * spreadBelow),
		high: value * math.exp(Z90 * spreadAbove)
	};
}

/**
 * The standard normal distribution function, by Abramowitz & Stegun 26.2.17
 * (absolute error below 7.5e-8).
 */
export function normalProbability(z: number): number {
	const t = 1 / (1 + 0.2316419 * Math.abs(z));
	const polynomial =
		t *
		(0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
	const tail = math.exp(-0.5 * z * z) * 0.3989422804014327 * polynomial;
	return z >= 0 ? 1 - tail : tail;
}
