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
/** Between two of them it is looked this factor to either side of the best: half of the way to the next. */
const BESIDE = 1.33;
/** A count is near enough within this factor (our choice), */
const CLOSE_COUNT = 1.2;
/** and looked for by so many halvings at most. */
const MOST_HALVINGS = 5;
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
	/** And for a count with its retrieve, closely and at first. */
	readonly still: number;
	readonly fewStill: number;
}
export const CAREFUL: HandCare = { worlds: 16, few: 6, still: 7, fewStill: 3 };
/** For many flies that are only passed through (our choice). */
export const QUICK: HandCare = { worlds: 0, few: 6, still: 3, fewStill: 3 };

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
	const top = vertexOf([below!, here!, over!]);
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

/** A retrieve with the count that brings the median's smooth path to the aim. */
interface Pulled {
	readonly retrieve: number;
	readonly count: number;
}

/**
 * In still water: the faster it is drawn in the longer it is counted, and along that ridge the score has one top.
 * A coarse look at the retrieves, one closer on either side of the best, the top of a parabola by their logarithm;
 * then counts beside the one that belongs to it.
 */
function countAndRetrieve(
	{ median }: Worlds,
	rig: Rig,
	open: readonly FoundControl[],
	look: HandSample,
	{ still, fewStill }: HandCare
): Hand {
	const { surfaceSpeed, depth } = median.column;
	const [{ fly }] = median.flies as [DrawnWorld['flies'][number]];
	/** A straight line holds the fly back, so that it takes many times as long as a free one would. */
	const longest = Math.min(LONGEST_COUNT, 20 * (depth / Math.max(0.02, fly.speed)) + 20);
	const with_ = ({ retrieve, count }: Pulled) =>
		withControl(withControl(rig, 'retrieve', retrieve), 'countdown', count);
	/** It must be there before it is drawn in. */
	const there = look.time(with_({ retrieve: RETRIEVES[0] + surfaceSpeed, count: longest })) ?? 0;
	const least = Math.min(longest, Math.max(1, SURELY_THERE * there));
	const aim = (AIMED_DRAWN / AIMED) * look.aim;
	const ridge: Pulled[] = [];
	/** The count that belongs to a retrieve: between those of the next slower and faster ones that are known. */
	const pulled = (retrieve: number): Pulled => {
		const known = ridge.find((one) => one.retrieve === retrieve);
		if (known) return known;
		if (!open.includes('countdown')) return { retrieve, count: controlOf(rig, 'countdown') };
		const counts = (side: (one: Pulled) => boolean) => ridge.filter(side).map(({ count }) => count);
		let a = Math.max(least, ...counts((one) => one.retrieve < retrieve));
		let b = Math.min(longest, ...counts((one) => one.retrieve > retrieve));
		for (let k = 0; k < MOST_HALVINGS && b > CLOSE_COUNT * a; k++) {
			const middle = Math.sqrt(a * b);
			if (look.height(with_({ retrieve, count: middle })) <= aim) b = middle;
			else a = middle;
		}
		const found = { retrieve, count: Math.round(Math.sqrt(a * b)) };
		ridge.push(found);
		return found;
	};
	const score = (one: Pulled, worlds = still) => look.score(with_(one), worlds);
	const { retrieve, near } = open.includes('retrieve')
		? bestRetrieve((slow) => slow + surfaceSpeed, pulled, score, fewStill)
		: { retrieve: controlOf(rig, 'retrieve'), near: [] };
	const first = pulled(retrieve);
	const around = open.includes('countdown') ? [1, ...COUNTS_BESIDE] : [];
	const beside = around.map((by) => {
		const one = { retrieve, count: Math.round(by * first.count) };
		return { ...one, score: score(one) };
	});
	const top = Math.max(...beside.map((one) => one.score));
	const counts = beside.filter((one) => one.score >= top - NEARLY).map(({ count }) => count);
	// So few worlds do not tell counts apart that score alike: the middle of those that do nearly as well.
	const count =
		counts.length === 0 ? first.count : Math.round((Math.min(...counts) + Math.max(...counts)) / 2);
	const found: FoundHand[] = open.map((control) => {
		if (control !== 'retrieve') {
			return { control, value: count, from: Math.min(...counts), to: Math.max(...counts) };
		}
		const from = Math.min(retrieve, ...near);
		return { control, value: retrieve, from, to: Math.max(retrieve, ...near) };
	});
	return { rig: with_({ retrieve, count }), found };
}

/**
 * @param over the ground, of a retrieve through the water, m/s
 * @param few worlds of the coarse look
 * @returns with it those looked at closely that score nearly as well
 */
function bestRetrieve(
	over: (slow: number) => number,
	pulled: (retrieve: number) => Pulled,
	score: (one: Pulled, worlds?: number) => number,
	few: number
): { readonly retrieve: number; readonly near: readonly number[] } {
	const at = (slow: number) => pulled(rounded(over(slow)));
	// From the middle out, so that each count is looked for between others.
	const coarse = [...RETRIEVES.slice(2), ...RETRIEVES.slice(0, 2)].map((slow) => ({
		slow,
		score: score(at(slow), few)
	}));
	const { slow: best } = coarse.reduce((a, b) => (b.score > a.score ? b : a));
	const looked = [best / BESIDE, best, best * BESIDE].map((slow) => at(slow));
	const scores = looked.map((one) => score(one));
	const vertex = best * math.pow(BESIDE, vertexOf(scores as [number, number, number]));
	const enough = Math.max(...scores) - NEARLY;
	const near = looked.filter((_, k) => scores[k]! >= enough).map(({ retrieve }) => retrieve);
	// So few worlds do not tell apart what scores alike: the middle of it.
	const middle = Math.sqrt(Math.min(...near) * Math.max(...near));
	return { retrieve: rounded(near.length > 1 ? middle : over(vertex)), near };
}

/** Where a parabola through three scores a step apart has its top, −1 to 1 steps from the middle. */
function vertexOf([below, here, over]: readonly [number, number, number]): number {
	// s(x) = here + slope x + curve x²; its top at −slope / (2 curve).
	const slope = (over - below) / 2;
	const curve = (over + below) / 2 - here;
	if (curve < -1e-6) return Math.max(-1, Math.min(1, -slope / (2 * curve)));
	return Math.sign(slope);
}
