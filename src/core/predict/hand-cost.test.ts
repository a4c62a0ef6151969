import { expect, test, vi } from 'vitest';
import { priorBeliefs } from '../belief/index';
import { drift } from '../drift/index';
import { starterRecipe } from '../fly/index';
import { starterRig, ways, type Rig } from '../rig/index';
import type { Lie } from '../water/index';
import { findHand, worldsOf } from './index';

vi.mock('../drift/index', async (original) => {
	const real = await original<typeof import('../drift/index')>();
	return { ...real, drift: vi.fn(real.drift) };
});

test('a hand costs fewer than 80 rough drifts, also where no line brings the fly down', () => {
	const waters: readonly Lie[] = [
		{ depth: 0.8, surfaceSpeed: 0.6, bed: 'gravel', zoneTop: 0.2 },
		{ depth: 1.6, surfaceSpeed: 1.8, bed: 'cobble', zoneTop: 0.15 }
	];
	const still: Lie = { depth: 2, surfaceSpeed: 0, bed: 'sand', zoneTop: 0.4, hold: 2 };
	for (const way of ways) {
		const rig: Rig = { ...starterRig, way };
		for (const lie of way === 'still water' ? [still] : waters) {
			const worlds = worldsOf(starterRecipe, lie, 8, priorBeliefs);
			vi.mocked(drift).mockClear();
			findHand(worlds, rig);
			expect(vi.mocked(drift).mock.calls.length, way).toBeLessThan(80);
			for (const [, , , , care] of vi.mocked(drift).mock.calls) {
				expect(care?.fineness?.segments).toBe(12);
			}
		}
	}
}, 60_000);
