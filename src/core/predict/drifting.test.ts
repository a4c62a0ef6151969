import { expect, test } from 'vitest';
import { priorBeliefs } from '../belief/index';
import { drift, USUAL_WANTED } from '../drift/index';
import { starterRecipe } from '../fly/index';
import { seedOf } from '../quantity/index';
import { starterRig, type Rig } from '../rig/index';
import { towedAlike } from '../sink/index';
import type { Lie } from '../water/index';
import { drifting, smoothDrift, speedAskedFor, type DriftQuestion } from './index';

const lie: Lie = {
	...{ depth: 0.9, surfaceSpeed: 0.7, zoneTop: 0.2, approach: 2.6, hold: 1.5 },
	bed: 'cobble'
};
const ask = (more: Partial<DriftQuestion> = {}): DriftQuestion => ({
	...{ recipe: starterRecipe, rig: starterRig, lie, celsius: 8 },
	...more
});
const tippet = (mm: number): Rig => ({
	...starterRig,
	tippet: { ...starterRig.tippet, diameter: mm * 1e-3 }
});

test('the sink rate that is asked for is just enough: a little less is late', () => {
	const ready = drifting(ask());
	const asked = speedAskedFor(ready, USUAL_WANTED)!;
	const at = (speed: number) => {
		const { flies, column, line } = ready.median;
		const { fly } = flies[0]!;
		const grow = (speed / fly.speed) ** 2;
		const other = towedAlike(fly, fly.mass * grow, fly.weight * grow, speed);
		return drift([{ fly: other, above: 0 }], column, line, 0, { smooth: true });
	};
	expect(at(1.05 * asked).fault).not.toBe('late');
	expect(['late', 'never', 'lifted']).toContain(at(0.9 * asked).fault);
});

test('a thicker tippet and a shorter approach ask for more (common practice, no source)', () => {
	const of = (more: Partial<DriftQuestion>) => speedAskedFor(drifting(ask(more)), USUAL_WANTED)!;
	expect(of({ rig: tippet(0.25) })).toBeGreaterThan(of({ rig: tippet(0.1) }));
	expect(of({ lie: { ...lie, approach: 2.2 } })).toBeGreaterThan(
		of({ lie: { ...lie, approach: 4 } })
	);
});

test('worlds are drawn from the beliefs: the same seed the same one, and without spread only one', () => {
	const ready = drifting(ask());
	const depth = (k: number) => ready.sample(seedOf(3, k)).column.depth;
	expect(depth(1)).toBe(depth(1));
	const depths = Array.from({ length: 60 }, (_, k) => Math.log(depth(k) / lie.depth));
	const mean = depths.reduce((a, b) => a + b, 0) / depths.length;
	const spread = Math.sqrt(depths.reduce((a, b) => a + (b - mean) ** 2, 0) / (depths.length - 1));
	expect(Math.abs(spread / priorBeliefs['water.depth'].spread - 1)).toBeLessThan(0.3);
	const certain = Object.fromEntries(
		Object.entries(priorBeliefs).map(([name, belief]) => [
			name,
			{ ...belief, spread: 0, spreadBelow: 0 }
		])
	) as unknown as typeof priorBeliefs;
	const sure = drifting({ ...ask(), believed: certain });
	const [a, b] = [sure.sample(1), sure.sample(2)];
	expect(a.column).toEqual(b.column);
	expect(smoothDrift({ median: a, sample: sure.sample }).time).toBeCloseTo(
		smoothDrift(sure).time!,
		6
	);
});
