import { expect, test } from 'vitest';
import { prior } from '../parameter/index';
import { starterRecipe, type Recipe } from '../fly/index';
import type { ChanceCurve } from '../predict/index';
import { starterRig } from '../rig/index';
import { fluidAt, type Lie } from '../water/index';
import { cellsOf, chanceOnMap, doublesIn, MAP_NODES, nodeOrder, surveyed } from './box-map';
import { ToldChannel } from './told.testing';
import { chanceOf, evaluate, SearchWorker, type MapCurves, type SearchChannel } from './index';

/** A curve that is good round one sink rate. */
const curve = (speed: number, top: number): ChanceCurve => ({
	level: 0,
	own: Math.log(speed),
	points: [-0.8, 0, 0.8].map((off) => ({
		log: Math.log(speed) + off,
		chance: off === 0 ? top : 0,
		fault: null
	}))
});
const fly = (speed: number) => ({ speed, weight: speed * speed });

test('at a node a chance is its curve’s, between them straight, and of what is not known that of the nearest', () => {
	const corners = [curve(0.3, 0.4), curve(0.3, 0.8), curve(0.3, 0.2), curve(0.3, 1)];
	const at = (across: number, down: number, curves: MapCurves = corners) =>
		chanceOnMap(curves, fly(0.3), across, down);
	const nodes = [at(0, 0), at(1, 0), at(0, 1), at(1, 1)];
	nodes.forEach((chance, k) => expect(chance).toBeCloseTo([0.4, 0.8, 0.2, 1][k]!, 12));
	expect(at(0.5, 0)).toBeCloseTo(0.6, 12);
	expect(at(0.25, 0.5)).toBeCloseTo((0.75 * (0.4 + 0.2) + 0.25 * (0.8 + 1)) / 2, 12);
	expect(at(0.3, 0.3, [null, null, null, corners[3]!])).toBeCloseTo(1, 12);
	expect(at(0.3, 0.3, [null, null, null, null])).toBeNull();
	expect(chanceOnMap(corners, { speed: 0, weight: 0 }, 0.5, 0.5)).toBe(0);
});

test('the best of each cell is the best of all, what nothing does is empty, and doubles are named', () => {
	const corners = [curve(0.2, 0.9), curve(0.5, 0.9), curve(0.2, 0.9), curve(0.5, 0.9)];
	const flies = [fly(0.2), fly(0.5), fly(0.51), fly(2)];
	const cells = cellsOf(corners, flies, 8);
	expect(cells).toHaveLength(64);
	for (const { best, chances } of cells) {
		const nearly = chances.map((chance, k) => (chance >= Math.max(...chances) - 0.05 ? k : -1));
		expect(best).toBe(nearly.find((k) => k >= 0));
	}
	expect(cells[0]!.best).toBe(0);
	expect(cells[7]!.best).toBe(1);
	expect(doublesIn(cells, 0.6)).toEqual([[1, 2]]);
	// Where only one of them is good they are no doubles, though they are alike where both are.
	const cell = (...chances: number[]) => ({ across: 0, down: 0, best: 0, chances });
	expect(doublesIn([cell(0.9, 0.88), cell(0.7, 0.3)], 0.6)).toEqual([]);
	expect(doublesIn([cell(0.9, 0.88), cell(0.3, 0.1)], 0.6)).toEqual([[0, 1]]);
	expect(cellsOf(corners, [fly(2)], 4).every(({ best }) => best === null)).toBe(true);
});

test('nodes are taken from the corners inwards, each once', () => {
	const order = nodeOrder();
	expect([...order].sort((a, b) => a - b)).toEqual(
		Array.from({ length: MAP_NODES ** 2 }, (_, k) => k)
	);
	expect(order.slice(0, 4).sort((a, b) => a - b)).toEqual([0, 5, 30, 35]);
});

test('each node’s points meet worlds of their own, and the last that is heard is a surface through all', async () => {
	const lie: Lie = { depth: 1, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 };
	const question = { recipe: starterRecipe, rig: starterRig, lie, celsius: 8 };
	const channel = new ToldChannel({ curve: () => curve(0.3, 0.8) });
	const heard: MapCurves[] = [];
	const span = { depths: [0.5, 1.5], speeds: [0.3, 0.9] } as const;
	await surveyed(question, span, [channel], (now) => heard.push(now), undefined, 3);
	const asked = channel.of('curve').map(({ apart, worlds }) => [apart!, worlds]);
	expect(asked.sort(([a], [b]) => a! - b!)).toEqual(Array.from({ length: 9 }, (_, k) => [k, 16]));
	expect(heard.map((curves) => curves.length)).toEqual([...Array<number>(9).fill(9), 25]);
});

test('a map is within 0.2 of the drifts themselves, and within 0.1 on the whole', async () => {
	const lie: Lie = { depth: 1, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2, approach: 3 };
	const question = {
		recipe: starterRecipe,
		rig: starterRig,
		lie,
		celsius: 8,
		distribution: prior
	};
	// As far apart as the nodes of a page's map.
	const span = { depths: [0.7, 1.3], speeds: [0.4, 0.8] } as const;
	let curves: MapCurves = [];
	const worker = new SearchWorker();
	const channel: SearchChannel = { ask: (task) => Promise.resolve(worker.do(task) as never) };
	expect(await surveyed(question, span, [channel], (now) => (curves = now), undefined, 3)).toBe(
		true
	);
	expect(curves.every(Boolean)).toBe(true);
	const off: number[] = [];
	const beads = [2, 2.8, 3.5];
	beads.forEach((mm, k) => {
		const recipe: Recipe = {
			...starterRecipe,
			bead: { metal: 'tungsten', shape: 'slotted', diameter: mm * 1e-3 }
		};
		const { speed, weight } = evaluate(recipe, fluidAt(8));
		for (const [across, down] of [
			[0.1 + 0.1 * k, 0.3],
			[0.5, 0.5],
			[0.7, 0.9 - 0.2 * k]
		] as const) {
			const here = { ...lie, depth: 0.7 + 0.6 * down, surfaceSpeed: 0.4 + 0.4 * across };
			const { chance } = chanceOf({ ...question, recipe, lie: here }, 60);
			off.push(chanceOnMap(curves, { speed, weight }, across, down)! - chance);
		}
	});
	for (const one of off) expect(Math.abs(one)).toBeLessThan(0.2);
	expect(Math.sqrt(off.reduce((sum, one) => sum + one * one, 0) / off.length)).toBeLessThan(0.1);
}, 180_000);
