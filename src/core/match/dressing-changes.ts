import {
	CLOSE_PITCH,
	type BodyChoice,
	type HackleChoice,
	type RibChoice,
	type TailChoice
} from '../fly/index';

/** A rib with fewer than this share of the turns that fit close is open (our choice). */
const OPEN = 0.6;
const OPEN_TURNS = 6;
/** A body or tail a step less is this much of what it was (our choice). */
const SLIMMER = 0.8;
const SHORTER = 0.75;
/** Thinner or shorter than this there is nothing to gain any more: gapes, shanks (our choice). */
const THINNEST = 0.03;
const SHORTEST = 0.15;

/**
 * A metal rib the other way: close where it is open, open where it is close. Null where that is no
 * choice, as with thread and mono, which add no weight.
 *
 * @param run what it is wound over, m
 */
export function ribWound(rib: RibChoice, run: number): RibChoice | null {
	if (rib.kind === 'thread' || rib.kind === 'mono') return null;
	const close = Math.min(120, Math.floor(run / (CLOSE_PITCH * rib.wire)));
	if (rib.turns < OPEN * close) return { ...rib, turns: close };
	return rib.turns > OPEN_TURNS ? { ...rib, turns: OPEN_TURNS } : null;
}

/** A hackle a turn less; null is none. */
export const turnLess = (hackle: HackleChoice): HackleChoice | null =>
	hackle.turns > 1 ? { ...hackle, turns: hackle.turns - 1 } : null;

/** A body a fifth slimmer; null where that gains nothing any more. */
export const slimmer = (body: BodyChoice): BodyChoice | null =>
	body.kind !== 'wire' && body.thickness * SLIMMER > THINNEST
		? { ...body, thickness: Number((body.thickness * SLIMMER).toFixed(3)) }
		: null;

/** A tail a quarter shorter; null where that gains nothing any more. */
export const shorter = (tail: TailChoice): TailChoice | null =>
	tail.length * SHORTER > SHORTEST
		? { ...tail, length: Number((tail.length * SHORTER).toFixed(3)) }
		: null;
