import { describe, expect, test, vi } from 'vitest';
import type { HookChoice } from '../fly/index';
import { DRIFTS } from '../predict/index';
import {
	does,
	emptyShelf,
	match,
	plainSearch,
	USUAL_WISHES,
	type FoundBuild,
	type Shelf
} from './index';
import { readOff } from './search';
import { ask, channel, jig, lie, onlyBead, slotted } from './search-cases.testing';

// Hundreds of drifts are followed here; a busy machine must not turn that red.
vi.setConfig({ testTimeout: 300_000 });

describe('the fast search against the plain one that follows builds of a seeded stock', () => {
	const hook = (wireX: number, lengthX = 0): HookChoice => ({ ...jig.hook, wireX, lengthX });
	/** One stock of many builds with a bead and a spool, of which every ninth is followed; one of many families. */
	const stocks = [
		{
			beads: [slotted('tungsten', 2.8)],
			coils: [{ metal: 'lead', wire: 0.381e-3 }],
			hooks: [],
			locks: { ...onlyBead, coil: false },
			lie: { ...lie, approach: 4 },
			each: 9
		},
		{
			beads: [2, 2.4, 2.8, 3.2].flatMap((mm) => [slotted('tungsten', mm), slotted('brass', mm)]),
			coils: [],
			hooks: [hook(0), hook(1, 1)],
			locks: { ...onlyBead, hook: false },
			lie: { ...lie, depth: 0.6, surfaceSpeed: 0.6, approach: 4 },
			each: 1
		}
	] as const;
	/** Points that a table may leave a build short of the best of its family. */
	const TIE = 3;
	/** Worlds in which each point of the curve was counted. */
	const CURVE_WORLDS = 36;
	/** Two standard errors of this many drifts. */
	const UNSURE = 0.12;

	test.each(stocks)('stock %#', async ({ beads, coils, hooks, locks, lie: water, each }) => {
		const shelf: Shelf = { ...emptyShelf, beads, coils, hooks, only: true };
		const wishes = { ...USUAL_WISHES, onlyOwned: true };
		const question = ask({ recipe: { ...jig, coil: null }, lie: water, shelf, wishes, locks });
		const { list, mark, curve, confirmed } = (await match(question, [channel()], () => undefined))!;
		const plain = plainSearch(question, DRIFTS.listed, each);
		expect(plain.length).toBeGreaterThan(7);
		expect(confirmed).toBe(true);

		// The chance off the curve, against the drifts themselves: within two standard errors of its few worlds.
		const off = plain.map((one) => readOff(curve, one) - one.chance);
		const rms = Math.sqrt(off.reduce((sum, d) => sum + d * d, 0) / off.length);
		expect(rms).toBeLessThan(2 * Math.sqrt(0.25 / CURVE_WORLDS));

		// The first few until they are sure enough, the others by the very drifts of the plain search.
		list.slice(0, 6).forEach(({ drifts }) => expect(drifts).toBeGreaterThanOrEqual(DRIFTS.first));
		for (const one of list.slice(6)) {
			expect(one.drifts).toBe(DRIFTS.listed);
			const same = plain.find(
				({ recipe }) => JSON.stringify(recipe) === JSON.stringify(one.recipe)
			);
			if (same) expect(one.chance).toBe(same.chance);
		}
		// What surely does the job has no fewer points than the first, and nothing is better on every count.
		const [first] = list as [FoundBuild];
		for (const other of plain) {
			if (other.chance >= mark + UNSURE && does(first, mark)) {
				expect(other.points, JSON.stringify(other.recipe)).toBeGreaterThan(first.points - TIE);
			}
			const better =
				other.mass < first.mass &&
				other.bulk < first.bulk &&
				other.gap > first.gap &&
				other.troubles <= first.troubles &&
				other.departures <= first.departures &&
				other.chance > first.chance + UNSURE;
			expect(better, JSON.stringify(other.recipe)).toBe(false);
		}
	});
});
