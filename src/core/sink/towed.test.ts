import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { compileFly, starterRecipe } from '../fly/index';
import { prior, valuesAt } from '../parameter/index';
import { fluidAt } from '../water/index';
import { noDrag, pitchOn, pullOn, settle, towed, towedAlike } from './index';

const values = valuesAt(prior);
const water = fluidAt(10);
const { body } = compileFly(starterRecipe, values);
const sink = settle(body, water, values);
const fly = towed(body, water, values, sink);
const pull = (wx: number, wz: number) => {
	const out = noDrag();
	pullOn(fly, wx, wz, out);
	return out;
};
const wander = fc.record({
	speed: fc.double({ min: 0.03, max: 1.5, noNaN: true }),
	side: fc.double({ min: 0.05, max: Math.PI - 0.05, noNaN: true }),
	left: fc.boolean()
});

describe('a fly that is towed (invariants)', () => {
	test('what comes from below at the sink rate just bears its weight', () => {
		const { x, z } = pull(0, sink.speed);
		expect(z / fly.weight).toBeCloseTo(1, 12);
		expect(x).toBeCloseTo(0, 12);
	});

	test('the slopes are those of the pull, by central differences', () => {
		fc.assert(
			fc.property(wander, ({ speed, side, left }) => {
				const [wx, wz] = [(left ? -1 : 1) * speed * Math.sin(side), speed * Math.cos(side)];
				const h = 1e-6 * speed;
				const [east, west, up, down] = [
					pull(wx + h, wz),
					pull(wx - h, wz),
					pull(wx, wz + h),
					pull(wx, wz - h)
				];
				const { xx, xz, zx, zz } = pull(wx, wz);
				const size = Math.hypot(xx, xz, zx, zz);
				// Where an entry of the table lies within h, there are two slopes.
				fc.pre(
					Math.abs((east.x - pull(wx, wz).x) / h - (pull(wx, wz).x - west.x) / h) < 1e-3 * size
				);
				fc.pre(Math.abs((up.z - pull(wx, wz).z) / h - (pull(wx, wz).z - down.z) / h) < 1e-3 * size);
				const by = (a: number, b: number) => (a - b) / (2 * h) / size;
				expect(by(east.x, west.x)).toBeCloseTo(xx / size, 4);
				expect(by(east.z, west.z)).toBeCloseTo(zx / size, 4);
				expect(by(up.x, down.x)).toBeCloseTo(xz / size, 4);
				expect(by(up.z, down.z)).toBeCloseTo(zz / size, 4);
			}),
			{ numRuns: 300 }
		);
	});

	test('from upstream or downstream is the same but for the side', () => {
		fc.assert(
			fc.property(wander, ({ speed, side }) => {
				const [wx, wz] = [speed * Math.sin(side), speed * Math.cos(side)];
				const [a, b] = [pull(wx, wz), pull(-wx, wz)];
				expect([b.x, b.z, b.xx, b.xz, b.zx, b.zz]).toEqual([-a.x, a.z, a.xx, -a.xz, -a.zx, a.zz]);
			})
		);
	});

	test('the drag takes energy from the stream, and creeping grows with the speed', () => {
		fc.assert(
			fc.property(wander, ({ speed, side }) => {
				const [wx, wz] = [speed * Math.sin(side), speed * Math.cos(side)];
				const { x, z } = pull(wx, wz);
				expect(x * wx + z * wz).toBeGreaterThan(0);
				const slow = pull(0.001 * Math.sin(side), 0.001 * Math.cos(side));
				const slower = pull(0.0005 * Math.sin(side), 0.0005 * Math.cos(side));
				expect(slow.x / slower.x).toBeCloseTo(2, 9);
			})
		);
	});

	test('one that differs a little hangs by its own weight and sink rate', () => {
		const alike = towedAlike(fly, 1.1 * fly.mass, 1.2 * fly.weight, 1.05 * fly.speed);
		const out = noDrag();
		pullOn(alike, 0, alike.speed, out);
		expect(out.z / alike.weight).toBeCloseTo(1, 12);
		expect(alike.inertia - fly.inertia).toBeCloseTo(0.1 * fly.mass, 12);
		expect(pitchOn(alike, 0.2, 0.1)).toBe(pitchOn(fly, 0.2, 0.1));
	});
});
