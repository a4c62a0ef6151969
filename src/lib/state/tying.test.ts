import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { stepsOf, type TyingStep } from '$core/batch/index';
import { buildFly, type Recipe } from '$core/fly/index';
import { prior, valuesAt } from '$core/parameter/index';
import type { BatchBodyDocument, TyingProgress } from '$lib/documents/batch/body';
import type { BatchRow } from '$lib/documents/kinds';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { batchesOf } from './batches.svelte';
import { Tying } from './tying.svelte';
import { open, StandInServer, was } from './window.testing';

const recipe: Recipe = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: null,
	coil: { metal: 'lead', wire: 0.381e-3, turns: 3 },
	dressing: { fullness: 'medium' },
	finish: { glue: 1, resin: 0, lacquer: 0 }
};
const steps = stepsOf(buildFly(recipe, valuesAt(prior)));
const at = (key: string) => steps.findIndex((step) => step.key === key);

const item = { name: 'Two', recipe: recipeToDocument(recipe), count: 2 };
const body: BatchBodyDocument = {
	...was.batches[0]!.body,
	items: [item],
	// The second fly is begun while the first dries.
	order: [
		{ fly: 0, from: 0, to: 4 },
		{ fly: 1, from: 0, to: steps.length - 1 },
		{ fly: 0, from: 5, to: steps.length - 1 }
	],
	flies: []
};
const batch: BatchRow = { ...was.batches[0]!, body };

let server: StandInServer;
beforeEach(() => (server = new StandInServer()));
afterEach(() => vi.unstubAllGlobals());

function atTheVise(kept: Partial<TyingProgress> | null = null) {
	const progress = { place: 0, counted: 0, drying: [], times: [], ...kept };
	const tying = kept ? [{ batchId: batch.id, ...progress }] : [];
	const window = open({ batches: [batch], tying });
	const batches = batchesOf(window);
	return {
		batches,
		tying: new Tying(batches, batch.id, body, [steps]),
		documents: window.documents
	};
}
/** Goes on, every key so many seconds after the one before, until a step is reached. */
function onTo(tying: Tying, done: (step: TyingStep) => boolean, every = 1): number {
	let now = 1e12;
	while (tying.now && !done(tying.now.step)) tying.on((now += 1000 * every));
	return now;
}

test('the run goes as it was planned: the first stretch of one fly, the other, then the rest of the first', () => {
	const { tying } = atTheVise();
	expect(tying.order).toHaveLength(2 * steps.length);
	expect(tying.order.slice(4, 6).map(({ fly, index }) => [fly, index])).toEqual([
		[0, 4],
		[1, 0]
	]);
	expect(tying.order.at(-1)).toMatchObject({ fly: 0, item: 0, index: steps.length - 1 });
	expect(tying.order.map(({ step }) => step).slice(5 + steps.length)).toEqual(steps.slice(5));
});

test('turns are counted one by one; the last of them ends the step, and back takes a turn or a step back', () => {
	const { tying } = atTheVise();
	onTo(tying, ({ turns }) => turns === 3);
	expect(tying.now!.step.key).toBe(steps[at('coil')]!.key);
	const { place } = tying;
	tying.on(1e12);
	tying.on(1e12);
	expect([tying.place, tying.counted]).toEqual([place, 2]);
	tying.back();
	expect([tying.place, tying.counted]).toEqual([place, 1]);
	tying.on(1e12);
	tying.on(1e12);
	expect([tying.place, tying.counted]).toEqual([place + 1, 0]);
	tying.back();
	expect([tying.place, tying.counted]).toEqual([place, 0]);
	tying.back();
	expect(tying.place).toBe(place - 1);
	tying.place = 0;
	tying.back();
	expect(tying.place).toBe(0);
});

test('what was glued dries from then on, once for each fly, and no longer when it leaves the vise', () => {
	const { tying, documents } = atTheVise();
	const now = onTo(tying, ({ dries }) => dries > 0);
	const { step, fly } = tying.now!;
	tying.on(now);
	expect(tying.drying).toEqual([{ fly, at: now + 1000 * step.dries }]);
	// Done again, the newer counts.
	tying.back();
	tying.on(now + 5000);
	expect(tying.drying).toEqual([{ fly, at: now + 5000 + 1000 * step.dries }]);
	onTo(tying, ({ key }) => key === steps.at(-1)!.key && tying.now!.fly === fly);
	const leaves = tying.now!.fly;
	tying.weighed({ massG: 0.081, scaleStepG: 0.001 }, now + 60_000);
	expect(tying.drying.some((one) => one.fly === leaves)).toBe(false);
	const { flies } = documents.find('batch', batch.id)!.body as BatchBodyDocument;
	expect(flies).toMatchObject([{ fly: leaves, massG: 0.081, scaleStepG: 0.001 }]);
});

test('a step’s time is learned where one was at the vise: not paged through, not interrupted', () => {
	const plain = steps.findIndex(({ turns }, k) => turns === 0 && steps[k + 1]?.turns === 0);
	const tied = (seconds: number) => {
		const { tying } = atTheVise({ place: plain });
		// Just come to the vise: how long the first step was under way is not known.
		tying.on(1e12);
		expect(tying.stepTimes).toEqual([]);
		const { step } = tying.now!;
		tying.on(1e12 + 1000 * seconds);
		return { step, times: tying.stepTimes };
	};
	const { step, times } = tied(30);
	expect(times).toEqual([
		{ key: step.key, times: 1, seconds: 30, usual: Number(step.usual.toFixed(1)) }
	]);
	// Our limits: 0.15 of what it takes below, 20 s and four times of it above.
	expect(tied(0.14 * step.seconds).times).toEqual([]);
	expect(tied(0.16 * step.seconds).times).toHaveLength(1);
	expect(tied(19 + 4 * step.seconds).times).toHaveLength(1);
	expect(tied(21 + 4 * step.seconds).times).toEqual([]);
	// A second time adds to the first.
	const { tying } = atTheVise({
		place: plain + 1,
		times: [{ key: step.key, times: 2, seconds: 50, usual: 40 }]
	});
	tying.back();
	tying.on(1e12);
	tying.on(1e12 + 30_000);
	expect(tying.stepTimes).toMatchObject([{ key: step.key, times: 3, seconds: 80 }]);
});

test('one comes back where one was, and each key is kept on the server', async () => {
	const { tying, batches } = atTheVise({ place: 3, counted: 1, drying: [{ fly: 0, at: 5 }] });
	expect([tying.place, tying.counted, tying.drying]).toEqual([3, 1, [{ fly: 0, at: 5 }]]);
	tying.place = 0;
	tying.counted = 0;
	tying.on(1e12);
	await batches.flush();
	const { place, counted, drying } = tying;
	expect(server.asked.at(-1)).toEqual({
		method: 'PUT',
		path: `/api/tying/${batch.id}`,
		body: { place, counted, drying, times: [] }
	});
	// A place behind the end (a run that was planned anew) is the end: there is nothing to go on to.
	const past = atTheVise({ place: 999 }).tying;
	expect(past.now).toBeNull();
	past.on(1e12);
	expect(past.place).toBe(2 * steps.length);
});
