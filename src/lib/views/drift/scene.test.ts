import { expect, test } from 'vitest';
import type { Column } from '$core/body/index';
import type { DrawnDrift, LineShape } from '$core/drift/index';
import { sceneOf, shapeAt, stonesOf } from './scene';

/** As far as a scene looks at them: 2 m of approach, 3 m of hold, a metre of water. */
const column = { depth: 1, approach: 2, hold: 3, roughnessLength: 0.002 } as Column;
const drift = (from: number, to: number, top: number) =>
	({
		path: [{ distance: from }, { distance: to }],
		shapes: [{ x: Float32Array.of(top) }]
	}) as unknown as DrawnDrift;

test('water is drawn to scale between bed and surface, a quarter of the room is air', () => {
	const scene = sceneOf(1000, 500, column, []);
	expect(scene.y(0)).toBe(scene.bed);
	expect(scene.y(1)).toBeCloseTo(scene.surface, 9);
	expect(scene.y(0.5)).toBeCloseTo((scene.bed + scene.surface) / 2, 9);
	expect((scene.surface - scene.top) / (scene.bed - scene.top)).toBeCloseTo(0.26, 9);
	expect(scene.x(scene.from)).toBe(scene.left);
	expect(scene.x(scene.to)).toBe(scene.right);
});

test('it holds the whole reach and what the drifts need, but no far rod tip', () => {
	const none = sceneOf(1000, 500, column, []);
	expect([none.from, none.to]).toEqual([-0.2, 5.25]);
	expect(sceneOf(1000, 500, column, [drift(-1, 6, 0)]).from).toBe(-1);
	expect(sceneOf(1000, 500, column, [drift(0, 4, -2.5)]).from).toBe(-2.5);
	expect(sceneOf(1000, 500, column, [drift(0, 4, -50)]).from).toBe(-15);
	expect(sceneOf(1000, 500, column, [drift(0, 6, 0)]).to).toBeCloseTo(6.12, 9);
	expect(sceneOf(1000, 500, column, [drift(0, 40, 0)]).to).toBe(7.5);
});

test('the line between two moments is between its two shapes', () => {
	const shape = (time: number, x: number) =>
		({ time, x: Float32Array.of(x), z: Float32Array.of(2 * x) }) as unknown as LineShape;
	const shapes = [shape(1, 10), shape(2, 20), shape(4, 40)];
	const at = (time: number) => shapeAt(shapes, time)!;
	expect([at(0).x[0], at(9).x[0]]).toEqual([10, 40]);
	expect([at(2.5).x[0], at(2.5).z[0], at(2.5).time]).toEqual([25, 50, 2.5]);
	expect(shapeAt([], 1)).toBeNull();
});

test('stones are the same for the same bed, as large as it is rough, and cover it', () => {
	const stones = stonesOf(column, -1, 5);
	expect(stonesOf(column, -1, 5)).toEqual(stones);
	expect(stones[0]!.at).toBe(-1);
	expect(stones.at(-1)!.at).toBeLessThan(5);
	// Thirty times the roughness length is a stone (our choice).
	for (const { wide, high } of stones) {
		expect(wide).toBeGreaterThan(0.7 * 0.06);
		expect(wide).toBeLessThan(1.6 * 0.06);
		expect(high).toBeLessThan(0.72 * 0.06);
	}
	const gaps = stones.slice(1).map(({ at }, k) => at - stones[k]!.at);
	expect(Math.max(...gaps)).toBeLessThan(1.7 * 0.06);
	expect(stonesOf(column, 0, 1e6)).toHaveLength(260);
	expect(stonesOf({ ...column, roughnessLength: 0 }, 0, 1)[0]!.wide).toBeGreaterThan(0.7 * 0.012);
});
