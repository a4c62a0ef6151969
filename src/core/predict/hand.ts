import type { Column } from '../body/index';
import { USUAL_WANTED, bedTop, drifts, ROUGH, type Drift, type Wanted } from '../drift/index';
import { math, seedOf } from '../quantity/index';
import {
	asUsual,
	controlOf,
	openControls,
	wayTable,
	withControl,
	type FoundControl,
	type Rig
} from '../rig/index';
import { caseIn, type DrawnWorld, type Worlds } from './worlds';

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

/** Height in the hold that is aimed at, as a share of the zone above the bed: where chances peak (our estimate). */
const AIMED = 0.3;
/** Halvings of the median's smooth path. */
const HALVINGS = 8;
/** A coarse look, in depths: what never sinks as far as is aimed at is best held near these (ours). */
const COARSE = [0.9, 1.1, 1.35, 1.7, 2.2] as const;
/** Whoever looks for a hand meets these worlds; the band meets others. */
const HAND_SEED = 77;
/** A step of line or of depth, m, and to what it is rounded. */
const STEP = 0.1;
const TO_CENTIMETRES = 100;
/** A score this much below the best does nearly as well (our choice). */
const NEARLY = 0.05;
/** Retrieves that are tried, m/s, beyond what the water brings in (common practice: from a crawl to long pulls). */
const RETRIEVES = [0.05, 0.09, 0.15, 0.28] as const;
/** Drawn in, a fly goes on sinking or rises through the hold: its mean is aimed at the middle of the zone (our choice). */
const AIMED_DRAWN = 0.5;
const HALVINGS_STILL = 6;
/** Counts beside the first, as factors (our choice). */
const COUNTS_BESIDE = [0.85, 1.2] as const;
/** A count this many times as long as the median takes is long enough in most worlds (our choice). */
const SURELY_THERE = 1.2;
/** Longest count, s (our choice). */
const LONGEST_COUNT = 240;

/**
 * The hand that a person would have who tries a few casts: the controls of the rig that are not set, found
 * for this fly in this lie, always the same for the same question.
 *
 * Along one control x the fly runs deeper: by halving until the median's smooth path has its mean height in
 * the hold at `AIMED` of the zone, then a parabola through a soft score at x − h, x, x + h in common worlds.
 * Where the median never sinks so far, the best of a coarse look over the whole range, closer once.
 * Fewer than 80 rough drifts.
 *
 * @param rig as the person left it
 */
export function findHand(
	worlds: Worlds,
	rig: Rig,
	wanted: Wanted = USUAL_WANTED,
	care: HandCare = CAREFUL
): Hand {
	const usual = asUsual(rig);
	const open = openControls(rig);
	if (open.length === 0) return { rig: usual, found: [] };
	const look = lookWith(worlds, wanted);
	if (wayTable[usual.way].late === 'count')
		return countAndRetrieve(worlds, usual, open, look, care);
	const [control] = open as [FoundControl];
	return alongOne(worlds, usual, control, look, care);
}

/** How closely a hand is looked for. */
export interface HandCare {
	/** Worlds in which a soft score is taken along a line; 0: what the median's path says will do. */
	readonly worlds: number;
	/** And of a coarse look over the whole range. */
	readonly few: number;
	/** And for a count with its retrieve. */
	readonly still: number;
}
export const CAREFUL: HandCare = { worlds: 16, few: 6, still: 8 };
/** For many flies that are only passed through (our choice). */
export const QUICK: HandCare = { worlds: 0, few: 6, still: 3 };

/** What is asked of drifts while a hand is looked for. */
interface HandSample {
	/** Mean height of the median's smooth path in the hold, m; what lies on the bed is at 0, what never comes at ∞. */
	height(rig: Rig): number;
	/** s until the median's smooth path is in the zone; null when it never is. */
	time(rig: Rig): number | null;
	/** Mean soft score in this many of the common worlds, 0 to 1. */
	score(rig: Rig, worlds: number): number;
	/** Height that is aimed at, m. */
	readonly aim: number;
}

function lookWith(worlds: Worlds, wanted: Wanted): HandSample {
	const { column } = worlds.median;
	const bed = bedTop(column);
	const aim = column.zoneTop > bed ? bed + AIMED * (column.zoneTop - bed) : AIMED * column.zoneTop;
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

/** Line out on a tight line, or the depth below what floats. */
function alongOne(
	{ median }: Worlds,
	rig: Rig,
	control: FoundControl,
	look: HandSample,
	{ worlds, few }: HandCare
): Hand {
	const { depth } = median.column;
	const above = 'tipHeight' in rig ? rig.tipHeight : 0;
	const low = above + 0.1;
	const high = above + 2.5 * depth + 0.5;
	const scores = new Map<number, number>();
	const scoreAt = (x: number): number => {
		let known = scores.get(x);
		if (known === undefined)
			scores.set(x, (known = look.score(withControl(rig, control, x), worlds)));
		return known;
	};
	const deep = (x: number) => look.height(withControl(rig, control, x)) <= look.aim;
	let at: number;
	const sinks = deep(high);
	if (sinks) {
		let [a, b] = [low, high];
		for (let k = 1; k < HALVINGS; k++) {
			const middle = (a + b) / 2;
			if (deep(middle)) b = middle;
			else a = middle;
		}
		at = rounded((a + b) / 2);
	} else {
		const tried = COARSE.map((depths) => above + depths * depth);
		const coarse = tried.map((x) => look.score(withControl(rig, control, x), few));
		at = rounded(tried[coarse.indexOf(Math.max(...coarse))]!);
	}
	// After a coarse look there are no drifts left for a second one.
	const peak = worlds > 0 ? peakOf(scoreAt, at, low, sinks ? STEP : 0) : at;
	const { from, to } = spanOf(scores, peak);
	// So few worlds do not tell apart what scores alike: the middle of it.
	const value = rounded((Math.max(low, from) + to) / 2);
	return {
		rig: withControl(rig, control, value),
		found: [{ control, value, from: Math.max(low, from), to }]
	};
}

const rounded = (x: number) => Math.round(x * TO_CENTIMETRES) / TO_CENTIMETRES;

/**
 * The top of the parabola through three scores; a step aside once where the best of them is an outer one.
 *
 * @param aside how far that is; 0: it is not done
 */
function peakOf(scoreAt: (x: number) => number, start: number, low: number, aside: number): number {
	let at = start;
	let [below, here, over] = [at - STEP, at, at + STEP].map((x) =>
		scoreAt(rounded(Math.max(low, x)))
	);
	if (over! > here! && over! >= below!) at = rounded(at + aside);
	else if (below! > here!) at = rounded(Math.max(low, at - aside));
	if (at !== start) {
		[below, here, over] = [at - STEP, at, at + STEP].map((x) => scoreAt(rounded(Math.max(low, x))));
	}
	// s(x) = here + slope x + curve x² in steps; its top at −slope / (2 curve).
	const slope = (over! - below!) / 2;
	const curve = (over! + below!) / 2 - here!;
	const top = curve < -1e-6 ? Math.max(-1, Math.min(1, -slope / (2 * curve))) : Math.sign(slope);
	return rounded(Math.max(low, at + top * STEP));
}

/** Where scores, drawn straight between the points that were tried, are nearly the best; at least a hand's inexactness. */
function spanOf(scores: ReadonlyMap<number, number>, value: number): { from: number; to: number } {
	const tried = [...scores].sort(([a], [b]) => a - b);
	const best = Math.max(...scores.values());
	const enough = (score: number) => score >= best - NEARLY;
	let [from, to] = [value - STEP / 2, value + STEP / 2];
	for (const [x, score] of tried) {
		if (!enough(score)) continue;
		from = Math.min(from, x);
		to = Math.max(to, x);
	}
	return { from: rounded(from), to: rounded(to) };
}

/** In still water: for each retrieve the count that brings the smooth path to the aim, and of those the best. */
function countAndRetrieve(
	{ median }: Worlds,
	rig: Rig,
	open: readonly FoundControl[],
	look: HandSample,
	{ still }: HandCare
): Hand {
	const { surfaceSpeed } = median.column;
	const retrieves = open.includes('retrieve')
		? RETRIEVES.map((slow) => Math.round(TO_CENTIMETRES * (slow + surfaceSpeed)) / TO_CENTIMETRES)
		: [controlOf(rig, 'retrieve')];
	const with_ = (retrieve: number, count: number) =>
		withControl(withControl(rig, 'retrieve', retrieve), 'countdown', count);
	const [{ fly }] = median.flies as [DrawnWorld['flies'][number]];
	/** A straight line holds the fly back, so that it takes many times as long as a free one would. */
	const longest = Math.min(
		LONGEST_COUNT,
		20 * (median.column.depth / Math.max(0.02, fly.speed)) + 20
	);
	/** It must be there before it is drawn in. */
	const least = SURELY_THERE * (look.time(with_(retrieves[0]!, longest)) ?? 0);
	const countTo = (retrieve: number, aim: number): number => {
		if (!open.includes('countdown')) return controlOf(rig, 'countdown');
		let [a, b] = [Math.min(least, longest), longest];
		for (let k = 0; k < HALVINGS_STILL; k++) {
			const middle = (a + b) / 2;
			if (look.height(with_(retrieve, middle)) <= aim) b = middle;
			else a = middle;
		}
		return Math.round((a + b) / 2);
	};
	const scored = (retrieve: number, count: number) => ({
		retrieve,
		count,
		score: look.score(with_(retrieve, count), still)
	});
	const aim = (AIMED_DRAWN / AIMED) * look.aim;
	const tried = retrieves.map((retrieve) => scored(retrieve, countTo(retrieve, aim)));
	const first = tried.reduce((a, b) => (b.score > a.score ? b : a));
	const around = open.includes('countdown') ? COUNTS_BESIDE : [];
	const beside = around.map((by) => scored(first.retrieve, Math.round(by * first.count)));
	const top = Math.max(first.score, ...beside.map(({ score }) => score));
	const counts = [first, ...beside]
		.filter(({ score }) => score >= top - NEARLY)
		.map(({ count }) => count);
	// So few worlds do not tell counts apart that score alike: the middle of those that do nearly as well.
	const count = Math.round((Math.min(...counts) + Math.max(...counts)) / 2);
	const best = { ...first, count };
	const near = tried.filter(({ score }) => score >= first.score - NEARLY);
	const hand = with_(best.retrieve, best.count);
	const found: FoundHand[] = open.map((control) => {
		const value = controlOf(hand, control);
		if (control === 'retrieve') {
			const all = near.map(({ retrieve }) => retrieve);
			return { control, value, from: Math.min(...all), to: Math.max(...all) };
		}
		return { control, value, from: Math.min(...counts), to: Math.max(...counts) };
	});
	return { rig: hand, found };
}
