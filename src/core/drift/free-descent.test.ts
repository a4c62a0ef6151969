import { expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import { compileColumn, speedAt, type Lie } from '../water/index';
import { freeDescent, freePath } from './index';

const median = valuesAt(prior);
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

test('still water carries nothing, shallow water is all zone, and what floats never arrives', () => {
	const still = compileColumn({ ...lie, surfaceSpeed: 0 }, 8, median);
	expect(freeDescent(0.3, still)).toMatchObject({ distance: 0 });
	expect(freeDescent(0.3, compileColumn({ ...lie, zoneTop: 1 }, 8, median)).time).toBe(0);
	expect(freeDescent(0, column)).toMatchObject({ time: Infinity });
});

test('twice the current carries it twice as far', () => {
	const faster = compileColumn({ ...lie, surfaceSpeed: 1.5 }, 8, median);
	expect(freeDescent(0.4, faster).distance).toBeCloseTo(2 * freeDescent(0.4, column).distance, 9);
});
