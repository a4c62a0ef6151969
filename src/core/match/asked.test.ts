import { describe, expect, test } from 'vitest';
import { drift, requiredSinkSpeed, ROUGH, type Hung } from '../drift/index';
import { starterRecipe } from '../fly/index';
import { drifting, worldOf } from '../predict/index';
import { normalProbability } from '../quantity/index';
import { starterRig, type Rig } from '../rig/index';
import { towedAlike } from '../sink/index';
import type { Lie } from '../water/index';
import { askedOf, chances, lean, type Asked, type AskedQuestion } from './asked';

const lie: Lie = {
	...{ depth: 0.8, surfaceSpeed: 0.6, zoneTop: 0.15, approach: 2.5, hold: 2 },
	bed: 'cobble'
};
const question = (more: Partial<AskedQuestion> = {}): AskedQuestion => ({
	...{ recipe: starterRecipe, lie, celsius: 9, rig: starterRig },
	...more
});

describe('what a lie and a rig ask for', () => {
	const rig: Rig = starterRig;
	const ready = drifting({ recipe: starterRecipe, lie, celsius: 9, rig });
	const [{ fly }] = ready.median.flies as [Hung];
	const level = Math.log(fly.weight / fly.speed ** 2);
	const like = (speed: number, heavier = 1) => {
		const grow = heavier * (speed / fly.speed) ** 2;
		return towedAlike(fly, fly.mass * grow, fly.weight * grow, speed);
	};

	test('the bounds are where a plain scan of sink rates finds them, world by world', () => {
		const asked = askedOf(question(), 0, 4);
		asked.worlds.forEach((bounds, k) => {
			const { world, eddies } = worldOf(ready, k);
			const { column, line } = world;
			const good = Array.from({ length: 46 }, (_, i) => 0.12 * 1.05 ** i).filter(
				(speed) =>
					drift([{ fly: like(speed), above: 0 }], column, line, eddies, { fineness: ROUGH }).good
			);
			if (good.length === 0) {
				expect(bounds.from).toBeGreaterThan(bounds.to);
				return;
			}
			const from = Math.exp(bounds.from + asked.lower * level);
			const to = Math.exp(bounds.to + asked.upper * level);
			// As closely as they are looked for: a tenth below, two tenths above, and a step of the scan.
			expect(Math.abs(Math.log(from / good[0]!))).toBeLessThan(0.17);
			if (good.at(-1)! < 1) expect(Math.abs(Math.log(to / good.at(-1)!))).toBeLessThan(0.28);
		});
	});

	test('of two flies that sink alike the heavier needs no more speed (the line pulls it about less)', () => {
		const asked = askedOf(question(), 0, 2);
		expect(asked.lower).toBeLessThan(-0.1);
		expect(asked.lower).toBeGreaterThan(-0.5);
		const at = (weight: number) => lean(asked.lower, Math.log(0.4), Math.log(weight));
		expect(at(2e-3)).toBeGreaterThan(at(1e-3));
	});

	test('a line that is too short has no good drift at any speed, and says so by its lack of bounds', () => {
		const short: Rig = { ...rig, leader: { ...rig.leader, length: 0.1 }, tipHeight: 3 };
		const asked = askedOf(question({ rig: short }), 0, 2);
		expect(asked.smooth).toBeNull();
		expect(asked.worlds.every(({ from, to }) => from > to)).toBe(true);
		expect(chances(asked)(0.1, 0.1)(0, 0)).toBe(0);
	});

	test('free of any line it is the closed form, and nothing is too fast', () => {
		const asked = askedOf(question({ rig: null }), 0, 6);
		asked.worlds.forEach(({ from, to }, k) => {
			expect(from).toBeCloseTo(Math.log(requiredSinkSpeed(worldOf(ready, k).world.column)), 9);
			expect(to).toBeGreaterThan(10);
		});
		expect(lean(asked.lower, Math.log(0.4), 5)).toBeCloseTo(Math.log(0.4), 12);
	});
});

describe('the chance off the bounds', () => {
	const asked = (worlds: Asked['worlds']): Asked => ({
		...{ worlds, lower: 0, upper: 0, smooth: null, tooSlow: null, tooFast: null }
	});

	test('one world: the normal probability of lying between its bounds (closed form)', () => {
		const [from, to, spread] = [-1, -0.2, 0.1];
		const chance = chances(asked([{ from, to }]))(spread, spread);
		for (const at of [-1.4, -1.05, -0.9, -0.5, -0.25, -0.1, 0.3]) {
			const plain = normalProbability((at - from) / spread) - normalProbability((at - to) / spread);
			expect(Math.abs(chance(at, at) - plain)).toBeLessThan(0.01);
		}
	});

	test('of many worlds the mean; worlds that no fly does well in count as none', () => {
		const good = { from: -1, to: 20 };
		const never = { from: 20, to: -20 };
		const chance = chances(asked([good, good, good, never]))(0.05, 0.05);
		expect(chance(0, 0)).toBeCloseTo(0.75, 6);
		expect(chance(-1, -1)).toBeCloseTo(0.375, 2);
		expect(chance(-3, -3)).toBeCloseTo(0, 6);
	});
});
