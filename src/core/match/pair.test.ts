import { expect, test, vi } from 'vitest';
import { USUAL_WANTED } from '../drift/index';
import { starterRecipe } from '../fly/index';
import { bandFor, DRIFTS, drifting } from '../predict/index';
import { starterRig, withCast, type FlyAbove } from '../rig/index';
import { fluidAt } from '../water/index';
import { prior } from '../parameter/index';
import { evaluate, pairsFor, SearchWorker, type BoxFly, type SearchChannel } from './index';

vi.setConfig({ testTimeout: 300_000 });

const celsius = 8;
const place = {
	rig: starterRig,
	lie: { depth: 0.8, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.35, approach: 3.5 },
	celsius,
	wanted: USUAL_WANTED,
	distribution: prior
} as const;
const flies = [2, 2.4, 2.8, 3.2].map((mm): BoxFly => {
	const recipe = { ...starterRecipe, bead: { ...starterRecipe.bead!, diameter: mm * 1e-3 } };
	const { speed, weight } = evaluate(recipe, fluidAt(celsius), prior);
	return { recipe, speed, weight };
});
const floats: BoxFly = { ...flies[0]!, speed: 0, weight: -1e-6 };
const channel = (): SearchChannel => {
	const worker = new SearchWorker();
	return { ask: (task) => Promise.resolve(worker.do(task) as never) };
};
const asked = { place, flies: [...flies, floats], above: 0.4, dropper: 0 };
/** Both chances of a pair, by its band. */
function together(point: number, upper: number): readonly [number, number] {
	const cast = [{ name: '', recipe: flies[upper]!.recipe, above: asked.above, dropper: 0 }];
	const ready = drifting({
		...place,
		recipe: flies[point]!.recipe,
		rig: withCast(place.rig, cast)
	});
	const { chance, above } = bandFor(ready, DRIFTS.listed);
	return [chance, above[0]!.chance];
}

test('of all pairs the best comes first, the heavier on the point, with the chances that the strip has', async () => {
	const shares: number[] = [];
	const found = (await pairsFor(asked, [channel(), channel()], (share) => shares.push(share)))!;
	expect(shares).toEqual(shares.toSorted((a, b) => a - b));
	expect(shares.at(-1)).toBe(1);
	const [best] = found;
	expect(best!.chances).toEqual(together(best!.point, best!.upper));
	const worth = ([a, b]: readonly [number, number]) => a + b;
	found
		.slice(1)
		.forEach(({ chances }, k) =>
			expect(worth(chances)).toBeLessThanOrEqual(worth(found[k]!.chances))
		);
	// Every pair by itself. What the screening's sixteen drifts may take for another: two errors of a share.
	const all = [...flies.keys()].flatMap((point) =>
		[...flies.keys()].filter((upper) => upper < point).map((upper) => worth(together(point, upper)))
	);
	expect(worth(best!.chances)).toBeGreaterThanOrEqual(Math.max(...all) - 0.12);
	for (const { point, upper } of found) {
		expect(flies[upper]!.weight).toBeLessThanOrEqual(flies[point]!.weight);
	}
});

test('where the upper one may be tied in elsewhere, the place in which the two are good most often is taken', async () => {
	const question = { ...asked, flies: flies.slice(0, 2), above: 0.7 };
	const none = () => undefined;
	const [high] = (await pairsFor(question, [channel()], none))!;
	expect(high!.above).toBe(0.7);
	const shares: number[] = [];
	const [best] = (await pairsFor({ ...question, orAbove: [0.9, 0.25] }, [channel()], (share) =>
		shares.push(share)
	))!;
	expect(best!.above).toBe(0.25);
	expect(best!.chances[1]).toBeGreaterThan(high!.chances[1]);
	expect(shares.at(-1)).toBe(1);
});

test('the missing one of a pair is found beside the one that is settled; of one fly alone there is no pair', async () => {
	const none = () => undefined;
	const above = (await pairsFor({ ...asked, point: 1 }, [channel()], none))!;
	expect(above.map(({ point }) => point)).toEqual([1]);
	expect(above.map(({ upper }) => upper)).toEqual([0]);
	const below = (await pairsFor({ ...asked, upper: 2 }, [channel()], none))!;
	expect(below.map(({ point, upper }) => [point, upper])).toEqual([[3, 2]]);
	expect(await pairsFor({ ...asked, flies: [flies[0]!, floats] }, [channel()], none)).toEqual([]);
	expect(await pairsFor(asked, [channel()], none, () => true)).toBeNull();
});

test('a dropper of its own stuff is followed as that', async () => {
	const on = { dropper: 0.2, of: { diameter: 0.3e-3, material: 'nylon' } } as const;
	const followed: (readonly FlyAbove[])[] = [];
	const { ask } = channel();
	const listening: SearchChannel = {
		ask: (task) => {
			if ('question' in task && 'from' in task) followed.push(task.question.rig.cast!);
			return ask(task);
		}
	};
	await pairsFor({ ...asked, flies: flies.slice(0, 2), ...on }, [listening], () => undefined);
	expect(followed.length).toBeGreaterThan(0);
	for (const [upper] of followed) expect(upper).toMatchObject(on);
});
