import { expect, test } from 'vitest';
import { priorBeliefs, valuesAt } from '../belief/index';
import { compileColumn, speedAt, type Lie } from '../water/index';
import { freeDescent, freePath, requiredSinkSpeed } from './index';

const median = valuesAt(priorBeliefs);
const lie: Lie = { depth: 0.9, surfaceSpeed: 0.75, bed: 'cobble', zoneTop: 0.15, approach: 1.6 };
const column = compileColumn(lie, 8, median);

test('time and distance to the zone agree with stepping the fly through the profile', () => {
	const v = 0.4;
	let [z, x, t] = [column.depth, 0, 0];
	const dt = 1e-4;
	while (z > column.zoneTop) {
		x += speedAt(column, z - (v * dt) / 2) * dt;
		z -= v * dt;
		t += dt;
	}
	const descent = freeDescent(v, column);
	expect(Math.abs(descent.time / t - 1)).toBeLessThan(1e-3);
	expect(Math.abs(descent.distance / x - 1)).toBeLessThan(1e-3);
	const end = freePath(v, column, column.zoneTop).at(-1)!;
	expect(end.distance).toBeCloseTo(descent.distance, 9);
	expect(end.time).toBeCloseTo(descent.time, 9);
});

test('the speed that the lie asks for just gets there, and slower does not', () => {
	const asked = requiredSinkSpeed(column);
	expect(freeDescent(asked, column).distance).toBeCloseTo(column.approach, 9);
	expect(freeDescent(asked * 0.999, column).reaches).toBe(false);
	expect(freeDescent(asked * 1.001, column).reaches).toBe(true);
});

test('deeper or faster water never asks for less', () => {
	let before = 0;
	for (let depth = 0.3; depth < 4; depth += 0.1) {
		const asked = requiredSinkSpeed(compileColumn({ ...lie, depth }, 8, median));
		expect(asked).toBeGreaterThanOrEqual(before);
		before = asked;
	}
	const faster = compileColumn({ ...lie, surfaceSpeed: 1.5 }, 8, median);
	expect(requiredSinkSpeed(faster)).toBeCloseTo(2 * requiredSinkSpeed(column), 9);
});

test('still water asks for nothing, shallow water is all zone, and what floats never arrives', () => {
	const still = compileColumn({ ...lie, surfaceSpeed: 0 }, 8, median);
	expect(requiredSinkSpeed(still)).toBe(0);
	expect(freeDescent(0.3, still)).toMatchObject({ distance: 0, reaches: true });
	expect(freeDescent(0.3, compileColumn({ ...lie, zoneTop: 1 }, 8, median)).time).toBe(0);
	expect(freeDescent(0, column)).toMatchObject({ time: Infinity, reaches: false });
});
