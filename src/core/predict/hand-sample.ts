import type { Column } from '../body/index';
import { bedTop, drifts, ROUGH, type Drift, type Wanted } from '../drift/index';
import { math, seedOf } from '../quantity/index';
import { controlOf, wayTable, type FoundControl, type Rig } from '../rig/index';
import { caseIn, type DrawnWorld, type Worlds } from './worlds';

/** Height in the hold that is aimed at, as a share of the zone above the bed: where chances peak (our estimate). */
const AIMED = 0.3;
/** Drawn in, a fly goes on sinking or rises through the hold: its mean is aimed at the middle of the zone (our choice). */
const AIMED_DRAWN = 0.5;
/** Whoever looks for a hand meets these worlds; the band meets others. */
const HAND_SEED = 77;
/** A score this much below the best does nearly as well (our choice). */
export const NEARLY = 0.05;
const TO_CENTIMETRES = 100;

/** A control that was found for a fly and a lie, with the span that does nearly as well. SI. */
export interface FoundHand {
	readonly control: FoundControl;
	readonly value: number;
	readonly from: number;
	readonly to: number;
}

/** How the rod is held: the rig with every control in place, and which of them were found. */
export interface Hand {
	readonly rig: Rig;
	readonly found: readonly FoundHand[];
}

/** How closely a hand is looked for. */
export interface HandCare {
	/** Worlds in which a soft score is taken along a line; 0: what the median's path says will do. */
	readonly worlds: number;
	/** And of a coarse look over the whole range. */
	readonly few: number;
	/** And for a count with its retrieve, closely and at first. */
	readonly still: number;
	readonly fewStill: number;
}
/** What is asked of drifts while a hand is looked for. */
export interface HandSample {
	/** Mean height of the median's smooth path in the hold, m; what lies on the bed is at 0, what never comes at ∞. */
	height(rig: Rig): number;
	/** s until the median's smooth path is in the zone; null when it never is. */
	time(rig: Rig): number | null;
	/** Mean soft score in this many of the common worlds, 0 to 1. */
	score(rig: Rig, worlds: number): number;
	/** Height that is aimed at, m. */
	readonly aim: number;
}

export function lookWith(worlds: Worlds, wanted: Wanted, way: Rig['way']): HandSample {
	const { column } = worlds.median;
	const bed = bedTop(column);
	const aimed = wayTable[way].late === 'count' ? AIMED_DRAWN : AIMED;
	const aim = column.zoneTop > bed ? bed + aimed * (column.zoneTop - bed) : aimed * column.zoneTop;
	const drawn: DrawnWorld[] = [];
	const worldAt = (k: number) => (drawn[k] ??= worlds.sample(HAND_SEED, k));
	const smoothly = (rig: Rig): Drift => {
		const care = { fineness: ROUGH, wanted, smooth: true };
		return drifts([{ ...caseIn(worlds.median, rig), seed: 0, care }])[0]!;
	};
	return {
		aim,
		height(rig) {
			const found = smoothly(rig);
			if (found.height !== null) return found.height;
			return found.onBed > 0.5 ? 0 : Infinity;
		},
		time: (rig) => smoothly(rig).time,
		score(rig, count) {
			const tried = Array.from({ length: count }, (_, k) => ({
				...caseIn(worldAt(k), rig),
				seed: seedOf(HAND_SEED, 2 * k + 1),
				care: { fineness: ROUGH, wanted }
			}));
			const scores = drifts(tried).map((found, k) =>
				soft(found, wanted, latenessOf(found, tried[k]!.column, rig))
			);
			return scores.reduce((sum, score) => sum + score, 0) / count;
		}
	};
}

/** Widths over which a soft score falls: of the shares in the zone and on the bed, and of the approach (our choice). */
const SOFT = { inZone: 0.08, onBed: 0.06, approach: 0.08 } as const;

/** How nearly a drift is good, 0 to 1: the event with its edges rounded, so that a few drifts show a slope. */
function soft(found: Drift, wanted: Wanted, late: number): number {
	if (found.under !== null || found.time === null || found.fault === 'short') return 0;
	return (
		step((found.inZone - wanted.inZone) / SOFT.inZone) *
		step((wanted.onBed - found.onBed) / SOFT.onBed) *
		step(-late / SOFT.approach) *
		(1 - found.hangUp)
	);
}

/** How much of the room, or of the count, is used up when the fly comes into the zone: over 0 it is late. */
const latenessOf = ({ time, distance }: Drift, { approach }: Column, rig: Rig): number =>
	wayTable[rig.way].late === 'count'
		? (time ?? Infinity) / Math.max(1, controlOf(rig, 'countdown')) - 1
		: (distance ?? 0) / approach - 1;
const step = (x: number) => 1 / (1 + math.exp(-x));

/** To the centimetre. */
export const rounded = (x: number) => Math.round(x * TO_CENTIMETRES) / TO_CENTIMETRES;

/** Where a parabola through three scores a step apart has its top, −1 to 1 steps from the middle. */
export function vertexOf([below, here, over]: readonly [number, number, number]): number {
	// s(x) = here + slope x + curve x²; its top at −slope / (2 curve).
	const slope = (over - below) / 2;
	const curve = (over + below) / 2 - here;
	if (curve < -1e-6) return Math.max(-1, Math.min(1, -slope / (2 * curve)));
	return Math.sign(slope);
}
