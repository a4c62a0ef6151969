import { expect, test } from 'vitest';
import { USUAL_WANTED } from '../drift/index';
import { starterRecipe, type Recipe } from '../fly/index';
import { bandFor, DRIFTS, drifting } from '../predict/index';
import { starterRig } from '../rig/index';
import { fluidAt, type Lie } from '../water/index';
import { prior } from '../parameter/index';
import {
	evaluate,
	fewestOf,
	plannedOuting,
	readTable,
	SearchWorker,
	waterTables,
	type BoxFly,
	type PlaceAnswer,
	type SearchChannel
} from './index';
import { middleOf } from './outing';

const celsius = 8;
const lie: Lie = { depth: 0.9, surfaceSpeed: 0.7, bed: 'gravel', zoneTop: 0.2, approach: 3.5 };
const channel = (): SearchChannel => {
	const worker = new SearchWorker();
	return { ask: (task) => Promise.resolve(worker.do(task) as never) };
};
const withBead = (diameter: number | null): BoxFly => {
	const bead = starterRecipe.bead && diameter !== null ? { ...starterRecipe.bead, diameter } : null;
	const recipe: Recipe = { ...starterRecipe, bead };
	const { speed, weight } = evaluate(recipe, fluidAt(celsius), prior);
	return { recipe, speed, weight };
};
const place = (water: Partial<Lie>) => ({
	rig: starterRig,
	lie: { ...lie, ...water },
	celsius,
	wanted: USUAL_WANTED,
	distribution: prior
});

test('at each place the answer is the best of the box, with the chance and the hand that the strip has', async () => {
	const box = [withBead(null), withBead(0.0028), withBead(0.0038)];
	const places = [place({}), place({ depth: 1.4, surfaceSpeed: 0.9 })];
	let answers: readonly (PlaceAnswer | null)[] = [];
	expect(await plannedOuting(places, box, [channel(), channel()], (now) => (answers = now))).toBe(
		true
	);
	places.forEach((one, k) => {
		const { best, hand } = answers[k]!;
		// Every fly of the box followed by itself.
		const all = box.map(({ recipe }) => {
			const ready = drifting({ ...one, recipe });
			return { chance: bandFor(ready, DRIFTS.first).chance, hand: ready.hand };
		});
		const most = Math.max(...all.map(({ chance }) => chance));
		expect(best[0]!.chance).toBe(all[best[0]!.fly]!.chance);
		expect(best[0]!.chance).toBeGreaterThan(most - 0.08);
		expect(best[0]!.chance).toBeGreaterThanOrEqual(best[1]?.chance ?? 0);
		expect(hand).toEqual(all[best[0]!.fly]!.hand);
	});
	// The deeper and faster water asks for the heavier fly.
	expect(box[answers[1]!.best[0]!.fly]!.weight).toBeGreaterThan(
		box[answers[0]!.best[0]!.fly]!.weight
	);
}, 60_000);

test('a box in which nothing sinks has no answer, and a stop ends it', async () => {
	const floats = { ...withBead(null), speed: 0, weight: 0 };
	let answers: readonly (PlaceAnswer | null)[] = [];
	await plannedOuting([place({})], [floats], [channel()], (now) => (answers = now));
	expect(answers).toEqual([{ best: [], hand: null, chances: [0] }]);
	const found: unknown[] = [];
	const stop = () => true;
	const box = [withBead(0.0028)];
	expect(await plannedOuting([place({})], box, [channel()], (n) => found.push(n), stop)).toBe(
		false
	);
	expect(found).toEqual([]);
});

test('the fly of the middle sink rate, of those that sink, however the box lies', () => {
	const of = (speed: number, weight = speed) => ({ ...withBead(null), speed, weight });
	const box = [of(0.5), of(0), of(0.2), of(0.3, 0), of(0.4)];
	expect(middleOf(box)?.speed).toBe(0.4);
	expect(middleOf([of(0), of(0.1, 0)])).toBeNull();
});

/** Whether these kinds do everywhere about as well as the whole box. */
const do_ = (kinds: readonly number[], answers: readonly PlaceAnswer[], enough: number) =>
	answers.every(({ chances }) => {
		const mark = Math.min(enough, Math.max(...chances) - 0.05);
		return mark <= 0 || kinds.some((kind) => chances[kind]! >= mark);
	});

test('the fewest kinds that do are as few as trying every choice of them finds', () => {
	let seed = 7;
	const random = () => (seed = (seed * 16807) % 2147483647) / 2147483647;
	for (let round = 0; round < 40; round++) {
		const kinds = 2 + Math.floor(random() * 6);
		const answers = Array.from({ length: 1 + Math.floor(random() * 6) }, (): PlaceAnswer => {
			const chances = Array.from({ length: kinds }, () => Math.max(0, random() * 1.3 - 0.3));
			return { best: [], hand: null, chances };
		});
		const found = fewestOf(answers, 0.7);
		expect(do_(found, answers, 0.7)).toBe(true);
		const choices = Array.from({ length: 1 << kinds }, (_, set) =>
			Array.from({ length: kinds }, (__, k) => k).filter((k) => set & (1 << k))
		).filter((choice) => do_(choice, answers, 0.7));
		expect(found).toHaveLength(Math.min(...choices.map(({ length }) => length)));
	}
});

test('a table is its curves at the nodes, straight between, and near the drifts’ own chance', async () => {
	const box = [withBead(0.0028), withBead(0.0038)];
	const reports: number[] = [];
	const [table] = (await waterTables([place({})], box, [channel(), channel()], (share) =>
		reports.push(share)
	))!;
	expect(reports).toHaveLength(16);
	expect(reports.at(-1)).toBe(1);
	const [from, to] = table!.span.depths;
	expect([from, to]).toEqual([0.6 * lie.depth, 1.5 * lie.depth]);
	const { speeds } = table!.span;
	const corner = readTable(table!, to, speeds[0]);
	expect(corner.chances).toEqual(table!.chances[12]);
	expect(corner.held).toEqual(table!.held[12]);
	expect(corner.inside).toBe(true);
	// Half way between two nodes of the shallow row.
	const third = (speeds[1] - speeds[0]) / 3;
	const middle = readTable(table!, from, speeds[0] + 1.5 * third);
	expect(middle.held[0]).toBeCloseTo((table!.held[1]![0]! + table!.held[2]![0]!) / 2, 9);
	// Beyond the edge it stays as it is there, and says so.
	const beyond = readTable(table!, 2 * to, speeds[0]);
	expect(beyond.held).toEqual(corner.held);
	expect(beyond.inside).toBe(false);
	// A deeper water asks for more line.
	expect(corner.held[0]).toBeGreaterThan(readTable(table!, from, speeds[0]).held[0]!);
	const waters = [
		{ depth: 0.7, surfaceSpeed: 0.55 },
		{ depth: 1.25, surfaceSpeed: 0.6 }
	];
	const off = waters.flatMap((water) =>
		box.map(({ recipe }, fly) => {
			const own = bandFor(drifting({ ...place(water), recipe }), DRIFTS.first).chance;
			return Math.abs(readTable(table!, water.depth, water.surfaceSpeed).chances[fly]! - own);
		})
	);
	expect(off.reduce((a, b) => a + b, 0) / off.length).toBeLessThan(0.12);
	expect(Math.max(...off)).toBeLessThan(0.3);
}, 90_000);
