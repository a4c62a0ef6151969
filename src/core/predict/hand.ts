import { USUAL_WANTED, type Wanted } from '../drift/index';
import {
	asUsual,
	openControls,
	wayTable,
	withControl,
	type FoundControl,
	type Rig
} from '../rig/index';
import {
	lookWith,
	NEARLY,
	rounded,
	vertexOf,
	type Hand,
	type HandCare,
	type HandSample
} from './hand-sample';
import { countAndRetrieve } from './hand-still';
import type { Worlds } from './worlds';

/** Halvings of the median's smooth path. */
const HALVINGS = 8;
/** A coarse look, in depths: what never sinks as far as is aimed at is best held near these (ours). */
const COARSE = [0.9, 1.1, 1.35, 1.7, 2.2] as const;
/** A step of line or of depth, m, and to what it is rounded. */
const STEP = 0.1;

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
	const look = lookWith(worlds, wanted, usual.way);
	if (wayTable[usual.way].late === 'count')
		return countAndRetrieve(worlds, usual, open, look, care);
	const [control] = open as [FoundControl];
	return alongOne(worlds, usual, control, look, care);
}

export const CAREFUL: HandCare = { worlds: 16, few: 6, still: 8, fewStill: 4 };
/** For many flies that are only passed through (our choice). */
export const QUICK: HandCare = { worlds: 0, few: 6, still: 4, fewStill: 2 };

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
