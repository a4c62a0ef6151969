import { describe, expect, test } from 'vitest';
import { prior } from '../parameter/index';
import { starterRecipe } from '../fly/index';
import { normalProbability, normalScore, seedOf } from '../quantity/index';
import { starterRig, withCast, withControl } from '../rig/index';
import { towedAlike } from '../sink/index';
import type { Lie } from '../water/index';
import { bandDistances, bandOf, chanceError, drifts, ROUGH, USUAL_WANTED } from '../drift/index';
import {
	bandFor,
	chanceAt,
	curveAsker,
	curveLogs,
	curveOf,
	drifting,
	DRIFTS,
	markOf,
	nextStage,
	smoothDrift,
	throughCounted,
	windowOf,
	worldRuns,
	worldsOf,
	type DriftQuestion
} from './index';
import { USUAL_SEED } from './drifting';
import { findHand, QUICK } from './hand';
import { caseIn, type DrawnWorld } from './worlds';

const lie: Lie = {
	depth: 0.9,
	surfaceSpeed: 0.7,
	zoneTop: 0.2,
	approach: 2.6,
	hold: 1.5,
	bed: 'cobble'
};
const ask = (more: Partial<DriftQuestion> = {}): DriftQuestion => ({
	recipe: starterRecipe,
	rig: starterRig,
	lie,
	celsius: 8,
	...more
});
const tippet = (mm: number) => ({
	...starterRig,
	tippet: { ...starterRig.tippet, diameter: mm * 1e-3 }
});

test('a thicker tippet and a shorter approach need a faster fly (common practice, no source)', () => {
	const needs = (more: Partial<DriftQuestion>) => {
		const curve = curveOf(ask(more), curveLogs(0.25, 0.9));
		const best = Math.max(...curve.points.map(({ chance }) => chance));
		return windowOf(curve, markOf(best))!.from;
	};
	expect(needs({ rig: tippet(0.25) })).toBeGreaterThan(needs({ rig: tippet(0.1) }));
	expect(needs({ lie: { ...lie, approach: 1.9 } })).toBeGreaterThan(
		needs({ lie: { ...lie, approach: 4 } })
	);
}, 180_000);

test('a curve through what was counted says that of its pattern, and what does the job lies round it', () => {
	const point = (log: number, chance: number) => ({ log, chance, fault: null });
	const points = [point(-2, 0), point(-1.5, 0.4), point(-1, 0.6), point(-0.5, 0.5)];
	const curve = throughCounted({ level: 0, own: -1, points }, 0.8);
	expect(chanceAt(curve, -1)).toBeCloseTo(0.8, 12);
	expect(curve.points[0]!.chance).toBe(0);
	const window = windowOf(curve, markOf(0.8))!;
	expect(window.from).toBeLessThan(Math.exp(-1));
	expect(window.to).toBeGreaterThanOrEqual(Math.exp(-1));
});

test('asked point by point a curve is the same, whatever was asked between', () => {
	const curveAt = curveAsker();
	const questions = [ask(), ask({ lie: { ...lie, depth: 0.7 } }), ask({ celsius: 14 })];
	const logs = [Math.log(0.35), Math.log(0.5)];
	for (const log of logs)
		for (const question of questions)
			expect(curveAt(question, [log], 8)).toEqual(curveOf(question, [log], 8));
	// Each lot of worlds is another quarter of those that all meet; the next point of a curve meets the next lot.
	const log = Math.log(0.45);
	const apart = (lot: number) => curveOf(questions[0]!, [log], 6, { apart: lot }).points;
	const lots = [0, 1, 2, 3].map((lot) => apart(lot)[0]!.chance);
	const all = curveOf(questions[0]!, [log], 24).points[0]!.chance;
	expect(lots.reduce((a, b) => a + b, 0) / 4).toBeCloseTo(all, 12);
	expect(new Set(lots).size).toBeGreaterThan(1);
	expect(apart(4)).toEqual(apart(0));
	// A world that is asked for again is the one that it was, and each seed has its own.
	const worlds = worldsOf(starterRecipe, lie, 8, prior);
	const [first, other] = [worlds.sample(3, 5), worlds.sample(4, 4)];
	expect(worlds.sample(3, 5)).toBe(first);
	expect(other.scores).not.toEqual(first.scores);
	expect(worldsOf(starterRecipe, lie, 8, prior).sample(3, 5)).toEqual(first);
	expect(worlds.sample(3, 64).scores).not.toEqual(worlds.sample(4, 0).scores);
});

test('over the sink rates of the fly on the point the flies above it stay what they are', () => {
	const heavy = { ...starterRecipe, bead: { ...starterRecipe.bead!, diameter: 4e-3 } };
	const rig = withCast(starterRig, [{ name: 'Upper', recipe: heavy, above: 0.5, dropper: 0 }]);
	const worlds = worldsOf(starterRecipe, lie, 8, prior, undefined, rig.cast);
	const own = worlds.median.flies[0]!.fly.speed;
	const times = 1.6;
	/** The world with those of its flies faster, as heavy as their drag then asks for. */
	const faster = (world: DrawnWorld, which: (k: number) => boolean): DrawnWorld => ({
		...world,
		flies: world.flies.map(({ fly, ...where }, k) => {
			const grow = which(k) ? times : 1;
			const [mass, weight] = [fly.mass * grow ** 2, fly.weight * grow ** 2];
			return { fly: towedAlike(fly, mass, weight, fly.speed * grow), ...where };
		})
	});
	const good = (which: (k: number) => boolean) => {
		const all = {
			median: faster(worlds.median, which),
			sample: (seed: number, k: number) => faster(worlds.sample(seed, k), which)
		};
		const hand = findHand(all, rig, USUAL_WANTED, QUICK).rig;
		const asked = Array.from({ length: 24 }, (_, k) => ({
			...caseIn(all.sample(USUAL_SEED, k), hand),
			seed: seedOf(USUAL_SEED, 2 * k + 1),
			care: { fineness: ROUGH, wanted: USUAL_WANTED }
		}));
		return drifts(asked).filter(({ fault }) => fault === null).length / 24;
	};
	const curve = curveOf(ask({ rig }), [Math.log(times * own)], 24);
	expect(curve.points[0]!.chance).toBe(good((k) => k === 0));
	expect(good(() => true)).not.toBe(good((k) => k === 0));
});

test('on a dropper a fly runs deeper than in line, by no more than its length, and the point hardly changes', () => {
	const run = (dropper: number) => {
		const rig = withCast(withControl(starterRig, 'line', 2.6), [
			{ name: 'Upper', recipe: starterRecipe, above: 0.5, dropper }
		]);
		return bandFor(drifting(ask({ rig: { ...rig, set: { ...rig.set, line: true } } })), 24);
	};
	const [inLine, hung] = [run(0), run(0.2)];
	const deeper = inLine.above[0]!.height!.middle - hung.above[0]!.height!.middle;
	expect(deeper).toBeGreaterThan(0.05);
	expect(deeper).toBeLessThan(0.2);
	expect(Math.abs(hung.height!.middle - inLine.height!.middle)).toBeLessThan(0.05);
});

test('worlds are drawn from the parameters, evenly: the same seed the same one, and without spread only one', () => {
	const ready = drifting(ask());
	const depth = (k: number) => ready.sample(3, k).column.depth;
	expect(depth(1)).toBe(depth(1));
	const scores = Array.from(
		{ length: 64 },
		(_, k) => Math.log(depth(k) / lie.depth) / prior['water.depth'].spread
	).sort((a, b) => a - b);
	// Kolmogorov's distance from the normal: random draws of this many come to 0.1, evenly drawn ones to less.
	const distance = Math.max(
		...scores.map((z, k) => Math.abs(normalProbability(z) - (k + 0.5) / scores.length))
	);
	expect(distance).toBeLessThan(0.04);
	const certain = Object.fromEntries(
		Object.entries(prior).map(([name, parameter]) => [
			name,
			{ ...parameter, spread: 0, spreadBelow: 0 }
		])
	) as unknown as typeof prior;
	const sure = drifting({ ...ask(), distribution: certain });
	const [a, b] = [sure.sample(1, 0), sure.sample(1, 1)];
	expect(a.column).toEqual(b.column);
	expect(smoothDrift({ ...sure, median: a }).time).toBeCloseTo(smoothDrift(sure).time!, 6);
});

test('the hand is off by centimetres, whatever the length: 4 cm, as is believed of it', () => {
	const ready = drifting(ask());
	const line = (k: number) =>
		ready.sample(5, k).line.pieces.reduce((sum, { length }) => sum + length, 0);
	const { value } = ready.hand.found[0]!;
	const offs = Array.from({ length: 200 }, (_, k) => line(k) - value);
	const mean = offs.reduce((a, b) => a + b, 0) / offs.length;
	const spread = Math.sqrt(offs.reduce((a, b) => a + (b - mean) ** 2, 0) / offs.length);
	expect(Math.abs(mean)).toBeLessThan(0.003);
	expect(spread).toBeGreaterThan(0.037);
	expect(spread).toBeLessThan(0.043);
});

test('normal scores are the inverse of the distribution function', () => {
	for (let k = 1; k < 400; k++) {
		expect(Math.abs(normalProbability(normalScore(k / 400)) - k / 400)).toBeLessThan(2e-7);
	}
	expect(normalScore(0.001)).toBeCloseTo(-3.0902, 4);
});

describe('how sure a chance is', () => {
	test('the error that is said is that by which bands of other seeds differ, or somewhat more', () => {
		const waters: readonly Lie[] = [lie, { ...lie, surfaceSpeed: 0.55, bed: 'gravel' }];
		const DRAWS = 24;
		let [scatter, said] = [0, 0];
		for (const water of waters) {
			const ready = drifting(ask({ lie: water }));
			const distances = bandDistances(ready.median.column, 2);
			const chances = Array.from({ length: DRAWS }, (_, k) => {
				const runs = worldRuns(ready, [0, DRIFTS.listed], distances, 100 + k);
				const { chance, error } = bandOf(runs, distances);
				said += error * error;
				return chance;
			});
			const mean = chances.reduce((sum, chance) => sum + chance, 0) / DRAWS;
			for (const chance of chances) scatter += ((chance - mean) ** 2 * DRAWS) / (DRAWS - 1);
		}
		const ratio = Math.sqrt(scatter / said);
		expect(ratio).toBeGreaterThan(0.6);
		expect(ratio).toBeLessThan(1.15);
	});

	test('a band goes on until its error is 0.2 of 10, which it is after 300', () => {
		expect(nextStage(0, 0)).toBe(150);
		expect(nextStage(60, DRIFTS.listed)).toBe(150);
		expect(nextStage(75, 150)).toBe(300);
		expect(nextStage(146, 150)).toBe(150);
		expect(nextStage(150, 300)).toBe(300);
		expect(chanceError(150, 300)).toBeLessThan(0.02);
		// What forty scrambles of ten cells scatter by, of the binomial error (npm run calibrate -- errors).
		for (const [drifts, found] of [
			[60, 0.7],
			[150, 0.7],
			[300, 0.62],
			[500, 0.59]
		] as const) {
			const share = chanceError(drifts / 2, drifts) / Math.sqrt(0.25 / drifts);
			expect(share / found).toBeGreaterThan(0.96);
			expect(share / found).toBeLessThan(1.04);
		}
	});
});
