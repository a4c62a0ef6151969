import { prior, type Learned, type Tied } from '../parameter/index';
import { math } from '../quantity/index';

/** Scatter of the logarithm from one bead or hook of a lot to the next (our estimate). */
export const PIECE_SCATTER = 0.015;
/** A fly's weight in water grows by this much more than its mass does, as a share (a figure of most; our estimate). */
const IN_WATER = 1.4;
/** What is believed before counts as this many comparisons of one fly with another (ours). */
const KNOWN = 12;
/** What lies further out than this many spreads says nothing of the hand: it is a slip (our choice). */
const SLIP = 4;
/** With less than this many comparisons' worth nothing is said of it (ours). */
const LEAST_COMPARED = 0.5;
/** One fly's drag differs from the next by this at the least (ours). */
const LEAST_DRAG = 0.02;

/** From one fly of a hand to the next: standard deviations of the logarithms of mass and of drag. */
export type HandScatter = Required<Tied>;

export const usualHand: HandScatter = {
	'tied.mass': prior['tied.mass'].spread,
	'tied.drag': prior['tied.drag'].spread
};

/** What is believed of this hand with what was learned of it. */
export const handOf = (learned?: Learned): HandScatter => ({ ...usualHand, ...learned?.tied });

/** What both do to a fly's sink rate, which goes with the root of its weight in water over its drag. */
export const speedScatter = (hand: HandScatter) =>
	math.hypot(IN_WATER * hand['tied.mass'], hand['tied.drag']) / 2;

/** Findings of one and the same figure. */
export interface Alike {
	readonly kind: 'weighing' | 'drop';
	readonly found: readonly {
		/** Logarithm. */
		readonly value: number;
		/** Flies weighed together, or 1. */
		readonly count: number;
		/** Variance of measuring alone. */
		readonly measuring: number;
	}[];
}

/**
 * How much the flies of this hand differ, from flies of one recipe weighed one by one and from drops that
 * were made again: what findings of one figure scatter by, less what measuring alone does, joined with what
 * is believed, σ² = (ν σ₀² + Σ w S) / (ν + Σ w), S the squares about their own mean, w how much such a
 * comparison tells beside the noise of measuring, at most 1. Drops say what the hand does to speed; what
 * mass does not explain of it is drag's.
 *
 * @returns spreads where anything was compared
 */
export function handFrom(groups: readonly Alike[]): Tied {
	const mass = joined(groups, 'weighing', usualHand['tied.mass']);
	const speed = joined(groups, 'drop', speedScatter(usualHand));
	const own: HandScatter = { ...usualHand, ...(mass === null ? {} : { 'tied.mass': mass }) };
	if (speed === null) return mass === null ? {} : { 'tied.mass': mass };
	const drag2 = math.square(2 * speed) - math.square(IN_WATER * own['tied.mass']);
	const drag = Math.sqrt(Math.max(LEAST_DRAG * LEAST_DRAG, drag2));
	return { ...(mass === null ? {} : { 'tied.mass': mass }), 'tied.drag': drag };
}

/** Joined estimate of a scatter; null where nothing was compared. */
function joined(groups: readonly Alike[], kind: Alike['kind'], usual: number): number | null {
	let [squares, comparisons] = [0, 0];
	for (const group of groups) {
		if (group.kind !== kind || group.found.length < 2) continue;
		const middle = median(group.found.map(({ value }) => value));
		const found = group.found.filter(({ value, count, measuring }) => {
			const spread = Math.sqrt((2 * usual * usual) / count + measuring);
			return Math.abs(value - middle) < SLIP * spread;
		});
		if (found.length < 2) continue;
		const mean = found.reduce((sum, { value }) => sum + value, 0) / found.length;
		for (const { value, count, measuring } of found) {
			// About their own mean n − 1 of n are left.
			const left = (found.length - 1) / found.length;
			// What the scatter is of all that is seen, squared: where the watch hides it, a comparison says little.
			const tells = math.square((usual * usual) / (usual * usual + count * measuring));
			squares += tells * count * (math.square(value - mean) - left * measuring);
			comparisons += tells * left;
		}
	}
	if (comparisons < LEAST_COMPARED) return null;
	return Math.sqrt((KNOWN * usual * usual + Math.max(0, squares)) / (KNOWN + comparisons));
}

function median(values: readonly number[]): number {
	const sorted = [...values].sort((a, b) => a - b);
	const half = sorted.length >> 1;
	return sorted.length % 2 ? sorted[half]! : (sorted[half - 1]! + sorted[half]!) / 2;
}
