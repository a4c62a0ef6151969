import { math } from '../quantity/index';
import { curveOf, type Bend } from './curve';

/** Something that was measured, as the logarithm of a figure that scores predict. */
export interface Found {
	/** Logarithm of what was found. */
	readonly value: number;
	/** Standard deviation of the logarithm, of measuring and of one piece against the next. */
	readonly spread: number;
}

/** A gradient of a few scores among many: their places and how much of each; filled anew each time. */
export interface Gradient {
	readonly places: number[];
	readonly slopes: number[];
}

/** All that was found of one figure. */
export interface Term {
	/** The figure's logarithm at some scores, with its gradient by place. */
	readonly predict: (scores: Float64Array, gradient: Gradient) => number;
	readonly found: readonly Found[];
}

/** Something that happened or did not, whose log-odds are linear in the scores. */
export interface Happening {
	readonly logOdds: number;
	readonly slopes: readonly { readonly k: number; readonly slope: number }[];
	readonly happened: boolean;
}

export interface Posterior {
	readonly mean: Float64Array;
	readonly covariance: readonly (readonly number[])[];
	/** Of each term its residuals in their own spreads, found less predicted, in the order of `found`. */
	readonly residuals: readonly (readonly number[])[];
	readonly rounds: number;
}

/**
 * How a residual r, in its own spreads, counts.
 *
 * - `square`: r²/2, of normal errors.
 * - `convex`: pseudo-Huber, δ²(√(1 + (r/δ)²) − 1): a pull that stops growing, with one minimum only.
 * - `gross`: −ln((1 − ε) e^(−r²/2) + (ε/G) e^(−r²/2G²)): of normal errors among which one in some dozens is a
 *   gross one, G times as wide (a slip of the pen, a drop that hit the wall). Far off it lets go.
 */
export type Loss = 'square' | 'convex' | 'gross';

interface LossAt {
	readonly value: number;
	/** Its derivative over r: how much such a residual counts, beside 1. */
	readonly weight: number;
	/** What it adds to the curve over the square of the slope. */
	readonly stiff: number;
}

/** δ of the convex loss (our choice). */
const ROBUST = 1.5;
/** Share of gross errors, and how much wider they are (our estimates). */
export const GROSS = { share: 0.03, wider: 20 } as const;
const [LOG_REGULAR, LOG_GROSS] = [math.log(1 - GROSS.share), math.log(GROSS.share / GROSS.wider)];
const GROSS_CURVE = 1 / (GROSS.wider * GROSS.wider);

const losses: Readonly<Record<Loss, (r: number) => LossAt>> = {
	square: (r) => ({ value: (r * r) / 2, weight: 1, stiff: 1 }),
	convex: (r) => {
		const far = math.hypot(1, r / ROBUST);
		const weight = 1 / far;
		return { value: ROBUST * ROBUST * (far - 1), weight, stiff: weight * weight * weight };
	},
	gross: (r) => {
		const regular = LOG_REGULAR - (r * r) / 2;
		const gross = LOG_GROSS - (r * r * GROSS_CURVE) / 2;
		const top = Math.max(regular, gross);
		const value = -top - math.log(math.exp(regular - top) + math.exp(gross - top));
		// The chance that it is a regular one. The curve with it as a weight never lies below the loss's own.
		const share = 1 / (1 + math.exp(gross - regular));
		const weight = share + (1 - share) * GROSS_CURVE;
		return { value, weight, stiff: weight };
	}
};

const ENOUGH = 1e-8;
const MOST_ROUNDS = 60;

/**
 * Mode of the scores by Gauss–Newton from the prior on all data, and their spread by Laplace's approximation.
 * Prior: independent standard normal; logistic for what happened. With gross errors there may be several
 * modes: the convex loss comes first, and the mode is the one downhill from its own, so that the order of
 * entry has no part in it.
 *
 * @param count of scores
 * @param start where to begin, near the mode; the prior's mode, and the convex loss first, unless said
 */
export function posterior(
	count: number,
	terms: readonly Term[],
	happenings: readonly Happening[] = [],
	loss: Loss = 'gross',
	start?: Float64Array
): Posterior {
	const first = loss === 'gross' && !start ? modeOf(count, terms, happenings, 'convex') : null;
	return modeOf(count, terms, happenings, loss, first?.mean ?? start, first?.rounds);
}

function modeOf(
	count: number,
	terms: readonly Term[],
	happenings: readonly Happening[],
	kind: Loss,
	start?: Float64Array,
	before = 0
): Posterior {
	const scores = start?.slice() ?? new Float64Array(count);
	const gradient: Gradient = { places: [], slopes: [] };
	const loss = losses[kind];
	const objective = (at: Float64Array) => {
		let sum = 0;
		for (let k = 0; k < count; k++) sum += (at[k]! * at[k]!) / 2;
		for (const { predict, found } of terms) {
			const predicted = predict(at, gradient);
			for (const { value, spread } of found) sum += loss((predicted - value) / spread).value;
		}
		for (const one of happenings) {
			const odds = oddsOf(one, at);
			sum += math.log1p(math.exp(-Math.abs(odds))) + Math.max(0, -odds);
		}
		return sum;
	};
	const slopeAt = (at: Float64Array) => {
		const slope = Float64Array.from(at);
		const bends: Bend[] = [];
		const add = (stiff: number) => {
			const { places, slopes } = gradient;
			bends.push({ places: places.slice(), slopes: slopes.slice(), stiff });
		};
		for (const { predict, found } of terms) {
			const predicted = predict(at, gradient);
			let [pull, stiff] = [0, 0];
			for (const { value, spread } of found) {
				const r = (predicted - value) / spread;
				const at = loss(r);
				pull += (r * at.weight) / spread;
				stiff += at.stiff / (spread * spread);
			}
			gradient.places.forEach((k, i) => (slope[k]! += pull * gradient.slopes[i]!));
			add(stiff);
		}
		for (const one of happenings) {
			const miss = 1 / (1 + math.exp(oddsOf(one, at)));
			const sign = one.happened ? 1 : -1;
			gradient.places.length = gradient.slopes.length = 0;
			for (const { k, slope: by } of one.slopes) {
				gradient.places.push(k);
				gradient.slopes.push(by);
				slope[k]! -= sign * miss * by;
			}
			add(miss * (1 - miss));
		}
		return { slope, curve: curveOf(count, bends) };
	};
	let now = objective(scores);
	let rounds = 0;
	for (; rounds < MOST_ROUNDS; rounds++) {
		const { slope, curve } = slopeAt(scores);
		const step = curve.solve(slope);
		const largest = step.reduce((most, by) => Math.max(most, Math.abs(by)), 0);
		if (largest < ENOUGH) break;
		let share = 1;
		let next = scores;
		let there = now;
		// Halved until it falls: loss and figures are nearly convex.
		for (; share > 1e-6; share /= 2) {
			next = scores.map((value, k) => value - share * step[k]!);
			there = objective(next);
			if (there <= now) break;
		}
		if (!(there <= now)) break;
		const gained = now - there;
		scores.set(next);
		now = there;
		if (gained < 1e-14 * Math.max(1, now) && largest < 1e-6) break;
	}
	const { curve } = slopeAt(scores);
	let covariance: Posterior['covariance'] | undefined;
	const residuals = terms.map(({ predict, found }) => {
		const predicted = predict(scores, gradient);
		return found.map(({ value, spread }) => (value - predicted) / spread);
	});
	return {
		mean: scores,
		residuals,
		rounds: before + rounds,
		// Of several passes only the last is asked for it.
		get covariance() {
			return (covariance ??= curve.inverse());
		}
	};
}

/** Log-odds of what was seen. */
function oddsOf({ logOdds, slopes, happened }: Happening, at: Float64Array): number {
	const odds = slopes.reduce((sum, { k, slope }) => sum + slope * at[k]!, logOdds);
	return happened ? odds : -odds;
}
