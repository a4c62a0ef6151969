import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { starterRig } from '../rig/index';
import type { Lie } from '../water/index';
import {
	SearchWorker,
	emptyShelf,
	ladder,
	smallestCover,
	spanOf,
	USUAL_WISHES,
	type SearchChannel,
	type MatchQuestion
} from './index';

describe('the smallest cover', () => {
	test('against every choice of sets there is', () => {
		const anySets = fc.array(
			fc.record({
				set: fc.integer({ min: 1, max: 127 }),
				points: fc.integer({ min: -50, max: 50 })
			}),
			{ minLength: 1, maxLength: 9 }
		);
		fc.assert(
			fc.property(anySets, (sets) => {
				const all = sets.reduce((union, { set }) => union | set, 0);
				let fewest = Infinity;
				let least = Infinity;
				for (let choice = 1; choice < 1 << sets.length; choice++) {
					const chosen = sets.filter((_, k) => choice & (1 << k));
					if (chosen.reduce((union, { set }) => union | set, 0) !== all) continue;
					const points = chosen.reduce((sum, one) => sum + one.points, 0);
					if (chosen.length < fewest || (chosen.length === fewest && points < least)) {
						fewest = chosen.length;
						least = points;
					}
				}
				const found = smallestCover(sets, all);
				expect(found.reduce((union, set) => union | set, 0)).toBe(all);
				expect(found.length).toBe(fewest);
				const points = found.reduce(
					(sum, set) =>
						sum + Math.min(...sets.filter((one) => one.set === set).map((one) => one.points)),
					0
				);
				expect(points).toBe(least);
			}),
			{ numRuns: 300 }
		);
		expect(smallestCover([], 0)).toEqual([]);
	});
});

describe('a ladder', () => {
	const lie: Lie = {
		depth: 0.8,
		surfaceSpeed: 0.6,
		zoneTop: 0.15,
		approach: 3,
		hold: 2,
		bed: 'cobble'
	};
	const question: MatchQuestion = {
		recipe: {
			hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0 },
			bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 },
			coil: null,
			dressing: { fullness: 'medium' }
		},
		rig: starterRig,
		lie,
		celsius: 8,
		shelf: emptyShelf,
		wishes: USUAL_WISHES,
		locks: { hook: true, bead: false, coil: false, rib: true, dressing: true }
	};
	const channel = (): SearchChannel => {
		const worker = new SearchWorker();
		return { ask: (task) => Promise.resolve(worker.do(task) as never) };
	};
	const waters = spanOf(lie, [0.5, 1.1], [0.4, 0.9], { depth: 2, speed: 2 }).map((water) => ({
		lie: water,
		celsius: 8
	}));

	test('the span has its ends; every water that any fly does in has its rung, heavier ones for more water', async () => {
		expect(waters.map(({ lie: { depth, surfaceSpeed } }) => [depth, surfaceSpeed])).toEqual([
			[0.5, 0.4],
			[0.5, 0.9],
			[1.1, 0.4],
			[1.1, 0.9]
		]);
		const shares: number[] = [];
		const cover = (await ladder(question, waters, [channel(), channel()], (s) => shares.push(s)))!;
		const covered = cover.rungs.flatMap((rung) => rung.waters);
		expect([...covered, ...cover.left].sort()).toEqual([0, 1, 2, 3]);
		expect(cover.rungs.length).toBeGreaterThan(1);
		expect(cover.rungs.length).toBeLessThan(4);
		const masses = cover.rungs.map(({ mass }) => mass);
		expect(masses).toEqual([...masses].sort((a, b) => a - b));
		const rungOf = (water: number) => cover.rungs.findIndex((rung) => rung.waters.includes(water));
		// Deeper and faster asks for no lighter a fly (common practice, no source).
		expect(rungOf(3)).toBeGreaterThanOrEqual(rungOf(0));
		for (const { waters: own, chances } of cover.rungs) {
			for (const water of own) expect(chances[water]).toBeGreaterThanOrEqual(0.25);
		}
		expect(shares[0]).toBe(0);
		expect(shares.at(-1)).toBe(1);
	}, 90_000);

	test('stopped, it ends without an answer', async () => {
		expect(
			await ladder(
				question,
				waters,
				[channel()],
				() => undefined,
				() => true
			)
		).toBeNull();
	});
});
