import { math } from '../quantity/index';
import { curveOf, envelopeOf, type Curve, type FactorEnvelope, type Row } from './curve';

/** Something that was measured, as the logarithm of a figure that scores predict. */
export interface Measurement {
	/** Logarithm of what was found. */
	readonly value: number;
	/** Standard deviation of the logarithm, of measuring and of one piece against the next. */
	readonly spread: number;
}

/** How a figure goes with what it hangs on; filled anew each time. */
export interface Slopes {
	/** First derivatives, over the term's `places`. */
	readonly slopes: Float64Array;
	/** Second ones, over its `parts`. */
	readonly bends: Float64Array;
}

/** All that was found of one figure. */
export interface EvidenceTerm {
	/** The scores that it hangs on, each once. */
	readonly places: Int32Array;
	/** The sums of scores over which it bends; shared by terms that have the same. */
	readonly parts: readonly Row[];
	/** The figure's logarithm at all scores. */
	readonly predict: (scores: Float64Array, into: Slopes) => number;
	readonly found: readonly Measurement[];
}

/** Room for the slopes of a figure. */
export const slopesFor = ({ places, parts }: Pick<EvidenceTerm, 'places' | 'parts'>): Slopes => ({
	slopes: new Float64Array(places.length),
	bends: new Float64Array(parts.length)
});

/** Something that happened or did not, whose log-odds are linear in the scores. */
export interface Outcome {
	readonly logOdds: number;
	readonly slopes: readonly { readonly k: number; readonly slope: number }[];
	readonly happened: boolean;
}

/** How the posterior stands about a point. */
export interface Laplace {
	/** Of which the covariance is the inverse. */
	readonly curve: Curve;
	/** Of each term its residuals in their own spreads, found less predicted, in the order of `found`. */
	readonly residuals: readonly (readonly number[])[];
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
	/** Its second derivative, which may be below 0. */
	readonly turn: number;
}

/** δ of the convex loss (our choice). */
const ROBUST = 1.5;
/** Share of gross errors, and how much wider they are (our estimates). */
export const GROSS = { share: 0.03, wider: 20 } as const;
const [LOG_REGULAR, LOG_GROSS] = [math.log(1 - GROSS.share), math.log(GROSS.share / GROSS.wider)];
const GROSS_CURVE = 1 / (GROSS.wider * GROSS.wider);

const losses: Readonly<Record<Loss, (r: number) => LossAt>> = {
	square: (r) => ({ value: (r * r) / 2, weight: 1, turn: 1 }),
	convex: (r) => {
		const far = math.hypot(1, r / ROBUST);
		const weight = 1 / far;
		return { value: ROBUST * ROBUST * (far - 1), weight, turn: weight * weight * weight };
	},
	gross: (r) => {
		const regular = LOG_REGULAR - (r * r) / 2;
		const gross = LOG_GROSS - (r * r * GROSS_CURVE) / 2;
		const less = math.exp(-Math.abs(gross - regular));
		const value = -Math.max(regular, gross) - math.log1p(less);
		// The chance that it is a regular one.
		const share = (regular > gross ? 1 : less) / (1 + less);
		const weight = share + (1 - share) * GROSS_CURVE;
		const less2 = share * (1 - share) * math.square((1 - GROSS_CURVE) * r);
		return { value, weight, turn: weight - less2 };
	}
};

/** Steps under this, in scores, are none. */
const ENOUGH = 1e-8;
/** Where the mode is only a place to begin at; the convex loss's own decides which valley it is. */
export const ROUGHLY = 0.05;
const CONVEX_ENOUGH = 1e-3;
/** What figures bend by counts from this share of the prior's own curve on (ours: it only spares work). */
const BENDS = 1e-3;
/** After a step shorter than this, in scores, the mode is near (ours). */
const NEAR = 0.5;
const MOST_ROUNDS = 60;
/** What a step is to gain below this share of the value drowns in the rounding of its sum. */
const ROUNDING = 1e-13;

/**
 * Mode of the scores by Newton's method from the prior on all data. Prior: independent standard normal; logistic for what happened. With gross errors there may
 * be several modes: the convex loss comes first, and the mode is the one downhill from its own, so that the
 * order of entry has no part in it.
 *
 * @param count of scores
 */
export function posterior(
	count: number,
	terms: readonly EvidenceTerm[],
	{
		outcomes = [],
		loss = 'gross',
		start,
		near = false,
		enough = ENOUGH,
		held,
		frame = frameOf(count, terms, { outcomes, held })
	}: Question = {}
): { mean: Float64Array; rounds: number } {
	const of = { ...frame, terms, outcomes };
	const from = start?.slice() ?? new Float64Array(count);
	const before =
		loss === 'gross' && !near ? toMode(of, from, { kind: 'convex', enough: CONVEX_ENOUGH }) : 0;
	const rounds = before + toMode(of, from, { kind: loss, enough, near });
	return { mean: from, rounds };
}

/** How a posterior is sought. */
export interface Question {
	readonly outcomes?: readonly Outcome[];
	/** Gross errors are reckoned with unless said. */
	readonly loss?: Loss;
	/** Where to begin; the prior's mode unless said. */
	readonly start?: Float64Array | undefined;
	/** Whether that is near the mode: else the convex loss's own is looked for first. */
	readonly near?: boolean;
	/** Steps under this, in scores, are none. */
	readonly enough?: number | undefined;
	/** By score, 1 where it stays where it starts. */
	readonly held?: Uint8Array | undefined;
	/** Of an earlier question about figures that hang on the same, with the same held. */
	readonly frame?: Frame | undefined;
}

/** What hangs on what, and room for how figures go with it. */
export interface Frame {
	/** One a term, then one an outcome. */
	readonly rows: readonly (Slopes & { readonly places: Int32Array })[];
	/** All parts of the terms, and of each term which they are. */
	readonly parts: readonly Row[];
	readonly partsOf: readonly Int32Array[];
	/** By score, 1 where it stays where it starts. */
	readonly held: Uint8Array | undefined;
	/** Rows and parts as a step sees them, who leaves alone what is held. */
	readonly free: {
		readonly rows: readonly Free[];
		readonly parts: readonly Row[];
		readonly envelope: FactorEnvelope;
	};
}

/** A row without the scores that are held; the others stand `from` there in it. */
interface Free extends Row {
	readonly from: Int32Array;
}

interface Evidence extends Frame {
	readonly terms: readonly EvidenceTerm[];
	readonly outcomes: readonly Outcome[];
}

/** @param count of scores */
export function frameOf(
	count: number,
	terms: readonly Pick<EvidenceTerm, 'places' | 'parts'>[],
	{ outcomes = [], held }: Pick<Question, 'outcomes' | 'held'> = {}
): Frame {
	const numbers = new Map<Row, number>();
	const number = (part: Row) => {
		const n = numbers.get(part) ?? numbers.size;
		numbers.set(part, n);
		return n;
	};
	const partsOf = terms.map((term) => Int32Array.from(term.parts, number));
	const rowOf = (of: (typeof terms)[number]) => ({ places: of.places, ...slopesFor(of) });
	const seen = outcomes.map(({ slopes }) => {
		const by = new Map<number, number>();
		for (const { k, slope } of slopes) by.set(k, (by.get(k) ?? 0) + slope);
		const row = rowOf({ places: Int32Array.from(by.keys()), parts: [] });
		row.slopes.set([...by.values()]);
		return row;
	});
	const rows = [...terms.map(rowOf), ...seen];
	const parts = [...numbers.keys()];
	const freeOf = (places: Int32Array, values: Float64Array): Free => {
		const all = places.map((_, n) => n);
		if (!held) return { places, values, from: all };
		const from = all.filter((n) => !held[places[n]!]);
		return {
			from,
			places: from.map((n) => places[n]!),
			values: Float64Array.from(from, (n) => values[n]!)
		};
	};
	const freeRows = rows.map(({ places, slopes }) => freeOf(places, slopes));
	const free = {
		rows: freeRows,
		parts: parts.map(({ places, values }) => freeOf(places, values)),
		envelope: envelopeOf(count, freeRows)
	};
	return { rows, parts, partsOf, held, free };
}

/** −log of the posterior at some scores, with its slope and what its curve is made of; the rows are filled in. */
interface Here {
	readonly value: number;
	readonly slope: Float64Array;
	/** Over the rows: by the loss's weights, which never lies below its own curve, and by its second derivative. */
	readonly stiff: Float64Array;
	readonly turn: Float64Array;
	/** Second derivatives over the sums of scores in `parts`, from the figures' own bends. */
	readonly bends: Float64Array;
}

function lookAt(
	{ terms, outcomes, rows, parts, partsOf }: Evidence,
	scores: Float64Array,
	loss: (r: number) => LossAt
): Here {
	const slope = scores.slice();
	const bends = new Float64Array(parts.length);
	const stiff = new Float64Array(rows.length);
	const turn = new Float64Array(rows.length);
	let value = 0;
	for (const score of scores) value += (score * score) / 2;
	const add = ({ places, slopes }: Evidence['rows'][number], pull: number) => {
		for (let i = 0; i < places.length; i++) slope[places[i]!]! += pull * slopes[i]!;
	};
	terms.forEach(({ predict, found }, n) => {
		const row = rows[n]!;
		const predicted = predict(scores, row);
		let pull = 0;
		for (const one of found) {
			const r = (predicted - one.value) / one.spread;
			const at = loss(r);
			const precision = 1 / (one.spread * one.spread);
			value += at.value;
			pull += (r * at.weight) / one.spread;
			stiff[n]! += at.weight * precision;
			turn[n]! += at.turn * precision;
		}
		add(row, pull);
		partsOf[n]!.forEach((part, i) => (bends[part]! += pull * row.bends[i]!));
	});
	outcomes.forEach((one, n) => {
		const odds = oddsOf(one, scores);
		value += math.log1p(math.exp(-Math.abs(odds))) + Math.max(0, -odds);
		const miss = 1 / (1 + math.exp(odds));
		add(rows[terms.length + n]!, one.happened ? -miss : miss);
		stiff[terms.length + n] = turn[terms.length + n] = miss * (1 - miss);
	});
	return { value, slope, stiff, turn, bends };
}

/**
 * The curve by which a step is taken: near the mode the posterior's own; further off, or where that falls some
 * way, one that lies above it, so that no step goes too far. What is held stands apart, at the prior.
 */
function stepCurve({ rows, free }: Evidence, here: Here, near: boolean): Curve {
	free.rows.forEach(({ values, from }, n) => {
		const { slopes } = rows[n]!;
		for (let i = 0; i < from.length; i++) values[i] = slopes[from[i]!]!;
	});
	const curveBy = (stiff: Float64Array, bendBy: (bend: number) => number) => {
		const parts = free.parts.flatMap((part, n) => {
			const by = bendBy(here.bends[n]!);
			return Math.abs(by) > BENDS ? [{ ...part, stiff: by }] : [];
		});
		const own = free.rows.map(({ places, values }, n) => ({ places, values, stiff: stiff[n]! }));
		return curveOf(free.envelope, [...own, ...parts]);
	};
	const own = near ? curveBy(here.turn, (bend) => bend) : null;
	return own ?? curveBy(here.stiff, (bend) => Math.max(0, bend))!;
}

/** Walks downhill to the mode. @returns rounds it took */
function toMode(
	of: Evidence,
	scores: Float64Array,
	{ kind, enough, near = false }: { kind: Loss; enough: number; near?: boolean }
): number {
	const loss = losses[kind];
	const look = (at: Float64Array) => {
		const here = lookAt(of, at, loss);
		of.held?.forEach((is, k) => is && (here.slope[k] = 0));
		return here;
	};
	let now = look(scores);
	let largest = near ? 0 : Infinity;
	for (let rounds = 0; rounds < MOST_ROUNDS; rounds++) {
		const step = stepCurve(of, now, largest < NEAR).solve(now.slope);
		largest = step.reduce((most, by) => Math.max(most, Math.abs(by)), 0);
		if (largest < enough) return rounds;
		const gain = step.reduce((sum, by, k) => sum + by * now.slope[k]!, 0);
		let share = 1;
		let there = now;
		let next = scores;
		// Halved until it falls: loss and figures are nearly convex.
		for (; share > 1e-6; share /= 2) {
			next = scores.map((value, k) => value - share * step[k]!);
			there = look(next);
			if (there.value <= now.value) break;
			if (gain < ROUNDING * Math.abs(now.value)) return rounds;
		}
		if (!(there.value <= now.value)) return rounds;
		scores.set(next);
		now = there;
	}
	return MOST_ROUNDS;
}

/** Normal about the mode: figures as straight lines. */
export function laplaceAt(
	mean: Float64Array,
	terms: readonly EvidenceTerm[],
	{ outcomes = [], loss = 'gross' }: Pick<Question, 'outcomes' | 'loss'> = {}
): Laplace {
	const frame = frameOf(mean.length, terms, { outcomes });
	const predicted = new Float64Array(terms.length);
	const noting = terms.map((term, n) => ({
		...term,
		predict: (scores: Float64Array, into: Slopes) => (predicted[n] = term.predict(scores, into))
	}));
	const { stiff } = lookAt({ ...frame, terms: noting, outcomes }, mean, losses[loss]);
	const bends = frame.rows.map(({ places, slopes }, n) => ({
		places,
		values: slopes,
		stiff: stiff[n]!
	}));
	const residuals = terms.map(({ found }, n) =>
		found.map(({ value, spread }) => (value - predicted[n]!) / spread)
	);
	return { curve: curveOf(frame.free.envelope, bends)!, residuals };
}

/** Log-odds of what was seen. */
function oddsOf({ logOdds, slopes, happened }: Outcome, at: Float64Array): number {
	const odds = slopes.reduce((sum, { k, slope }) => sum + slope * at[k]!, logOdds);
	return happened ? odds : -odds;
}
