import { expect, test } from 'vitest';
import { prior } from '../parameter/index';
import { starterRecipe } from '../fly/index';
import { starterRig, ways, withWay } from '../rig/index';
import type { Lie } from '../water/index';
import { findHand, worldsOf, type DrawnWorld, type Worlds } from './index';

/** The same worlds, which count how often one of them is gone into: each drift does so once. */
function counted({ median, sample }: Worlds): { worlds: Worlds; drifts: () => number } {
	let drifts = 0;
	const watched = (world: DrawnWorld): DrawnWorld => ({
		...world,
		get flies() {
			drifts++;
			return world.flies;
		}
	});
	const worlds = {
		median: watched(median),
		sample: (s: number, k: number) => watched(sample(s, k))
	};
	return { worlds, drifts: () => drifts };
}

test('a hand costs fewer than 80 drifts, also where no line brings the fly down', () => {
	const waters: readonly Lie[] = [
		{ depth: 0.8, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 },
		{ depth: 1.6, surfaceSpeed: 1.8, bed: 'cobble', zoneTop: 0.15 }
	];
	const still = [1, 2, 4].map((depth): Lie => ({
		depth,
		surfaceSpeed: 0,
		bed: 'sand',
		zoneTop: 0.4,
		hold: 2
	}));
	for (const way of ways) {
		const rig = withWay(starterRig, way);
		for (const lie of way === 'still water' ? still : waters) {
			const { worlds, drifts } = counted(worldsOf(starterRecipe, lie, 8, prior));
			const { found } = findHand(worlds, rig);
			expect(drifts(), way).toBeLessThan(80);
			// On a swing there is nothing to find; else a parabola in sixteen worlds at the least.
			expect(drifts(), way).toBeGreaterThan(found.length > 0 ? 45 : -1);
		}
	}
}, 60_000);
