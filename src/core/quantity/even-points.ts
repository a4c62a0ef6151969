import * as math from './math';
import { seedOf } from './random';

/**
 * Direction numbers of the dimensions after the first: the primitive polynomial's inner coefficients as the bits of
 * `a`, and the first odd `m`, as many as its degree.
 *
 * Source: Joe & Kuo 2008, new-joe-kuo-6.21201, held against the table as a package of the registry carries it.
 */
const directionTable: readonly { readonly a: number; readonly m: readonly number[] }[] = [
	{ a: 0, m: [1] },
	{ a: 1, m: [1, 3] },
	{ a: 1, m: [1, 3, 1] },
	{ a: 2, m: [1, 1, 1] },
	{ a: 1, m: [1, 1, 3, 3] },
	{ a: 4, m: [1, 3, 5, 13] },
	{ a: 2, m: [1, 1, 5, 5, 17] },
	{ a: 4, m: [1, 1, 5, 5, 5] },
	{ a: 7, m: [1, 1, 7, 11, 19] },
	{ a: 11, m: [1, 1, 5, 1, 1] },
	{ a: 13, m: [1, 1, 1, 3, 11] }
];
/** More dimensions than this have no direction numbers here. */
export const MOST_DIMENSIONS = directionTable.length + 1;

const BITS = 32;
const TOP = 2 ** (BITS - 1);

/**
 * Direction numbers v_i of a dimension, i = 1 … 32, as bits from the top: of the first 2^−i, of the others, with a
 * polynomial of degree s,
 *   v_i = m_i 2^−i for i ≤ s,   v_i = v_(i−s) ⊕ 2^−s v_(i−s) ⊕ a_1 v_(i−1) ⊕ … ⊕ a_(s−1) v_(i−s+1).
 */
function directionsOf(dimension: number): Uint32Array {
	const polynomial = directionTable[dimension - 1];
	const v = new Uint32Array(BITS);
	for (let i = 0; i < BITS; i++) {
		if (!polynomial) {
			v[i] = TOP >>> i;
			continue;
		}
		const { a, m } = polynomial;
		const s = m.length;
		if (i < s) {
			v[i] = (m[i]! << (BITS - 1 - i)) >>> 0;
			continue;
		}
		let bits = v[i - s]! ^ (v[i - s]! >>> s);
		for (let k = 1; k < s; k++) if ((a >> (s - 1 - k)) & 1) bits ^= v[i - k]!;
		v[i] = bits;
	}
	return v;
}
const directions = Array.from({ length: MOST_DIMENSIONS }, (_, d) => directionsOf(d));

/**
 * The bits of a number scrambled as Owen does: each is turned or not by a coin of its own for all that stands before
 * it, so that points that share their first bits still do.
 */
function scrambled(bits: number, seed: number): number {
	let out = 0;
	// What stands before, with a 1 in front, so that 01 and 1 are not the same.
	let before = 1;
	for (let place = BITS - 1; place >= 0; place--) {
		const bit = (bits >>> place) & 1;
		out = (out << 1) | (bit ^ (seedOf(seed, before) & 1));
		before = (before << 1) | bit;
	}
	return out >>> 0;
}

/** The k-th number of Sobol's sequence of a dimension, as 32 bits from the top. */
export function sobolBits(k: number, dimension: number): number {
	let bits = 0;
	for (let i = 0, rest = k; rest > 0; i++, rest >>>= 1)
		if (rest & 1) bits ^= directions[dimension]![i]!;
	return bits >>> 0;
}

/**
 * The k-th of evenly spread points in the unit cube: Sobol's sequence, scrambled by the seed. Each is anywhere in the
 * cube with the same chance; of 2^m of them every interval of length 2^−m of every side holds one, so that a share of
 * them is surer than of as many random ones.
 *
 * Source: Sobol' 1967, with the direction numbers of Joe & Kuo 2008; scrambling: Owen 1995.
 *
 * @param k from 0
 * @param dimensions 1 to MOST_DIMENSIONS, what matters most first
 */
export function evenPoint(k: number, dimensions: number, seed: number): number[] {
	return Array.from(
		{ length: dimensions },
		// In the middle of what is the same in all bits: neither 0 nor 1.
		(_, d) => (scrambled(sobolBits(k, d), seedOf(seed, d)) + 0.5) / 2 ** BITS
	);
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
