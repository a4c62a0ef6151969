import * as math from './math';
import { randomFrom } from './random';

/**
 * The k-th of evenly spread points in the unit cube, shifted by the seed: of an additive recurrence on the
 * generalized golden ratio, the root g of g^(d + 1) = g + 1,
 *   u_j = frac(s_j + (k + ½) g^(−j)),   j = 1 … d.
 * Any first few of them lie evenly, so that a share of them is surer than of as many random ones.
 *
 * Source: Kronecker sequences (Niederreiter 1992, section 3.1, on α of bounded type); the choice of g from memory
 * (Roberts 2018).
 *
 * @param dimensions at least 1
 */
export function evenPoint(k: number, dimensions: number, seed: number): number[] {
	const root = goldenRoot(dimensions);
	const shift = randomFrom(seed);
	let step = 1;
	return Array.from({ length: dimensions }, () => {
		step /= root;
		const u = shift() + (k + 0.5) * step;
		return u - Math.floor(u);
	});
}

const roots: number[] = [];
function goldenRoot(dimensions: number): number {
	let known = roots[dimensions];
	if (known === undefined) {
		known = 2;
		for (let round = 0; round < 60; round++) known = math.pow(1 + known, 1 / (dimensions + 1));
		roots[dimensions] = known;
	}
	return known;
}

/**
 * The standard normal score below which lies a share of all.
 *
 * @param share 0 to 1, both left out
 * Source: Acklam's rational approximation (memory), relative error below 1.2e-9; held against the
 * distribution function in the tests.
 */
export function normalScore(share: number): number {
	const p = Math.min(share, 1 - share);
	if (p < 0.02425) {
		const q = Math.sqrt(-2 * math.log(p));
		const tail =
			(((((-7.784894002430293e-3 * q - 3.223964580411365e-1) * q - 2.400758277161838) * q -
				2.549732539343734) *
				q +
				4.374664141464968) *
				q +
				2.938163982698783) /
			((((7.784695709041462e-3 * q + 3.224671290700398e-1) * q + 2.445134137142996) * q +
				3.754408661907416) *
				q +
				1);
		return share < 0.5 ? tail : -tail;
	}
	const q = share - 0.5;
	const r = q * q;
	return (
		((((((-3.969683028665376e1 * r + 2.209460984245205e2) * r - 2.759285104469687e2) * r +
			1.38357751867269e2) *
			r -
			3.066479806614716e1) *
			r +
			2.506628277459239) *
			q) /
		(((((-5.447609879822406e1 * r + 1.615858368580409e2) * r - 1.556989798598866e2) * r +
			6.680131188771972e1) *
			r -
			1.328068155288572e1) *
			r +
			1)
	);
}
