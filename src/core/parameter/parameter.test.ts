import { expect, test } from 'vitest';
import { nominalHook } from '../material/index';
import { TUNGSTEN_ALLOY_CLASSES } from '../material/index';
import { Z90 } from '../quantity/index';
import { logarithmAt, prior, spreadOf, valueAt, valuesAt } from './index';

test('tungsten beads are believed to be an ASTM B777 alloy, with a heavy low tail', () => {
	// ASTM B777: classes 1 to 4 are 17.0, 17.5, 18.0 and 18.5 g/cm³; pure tungsten is 19.25.
	expect(TUNGSTEN_ALLOY_CLASSES).toEqual([17000, 17500, 18000, 18500]);
	const parameter = prior['bead.tungsten.density'];
	const [low, high] = [valueAt(parameter, -1.645), valueAt(parameter, 1.645)];
	expect(high).toBeLessThan(19250);
	expect(parameter.median - low).toBeGreaterThan(2 * (high - parameter.median));
});

test('a lopsided parameter stands where its spreads say at the ends of the central 90 %, and its slopes are those of its curve', () => {
	const parameter = { ...prior['bead.tungsten.density'], median: 1 };
	for (const [z, spread] of [
		[-Z90, 0.08],
		[Z90, 0.03]
	] as const)
		expect(logarithmAt(parameter, z)[0]).toBeCloseTo(spread * z, 12);
	for (const z of [-3, -1, 0, 0.5, 3]) {
		const [value, slope, bend] = logarithmAt(parameter, z);
		const [below, above] = [logarithmAt(parameter, z - 1e-4), logarithmAt(parameter, z + 1e-4)];
		expect((above[0] - below[0]) / 2e-4).toBeCloseTo(slope, 8);
		expect((above[1] - below[1]) / 2e-4).toBeCloseTo(bend, 8);
		expect(valueAt(parameter, z)).toBeCloseTo(Math.exp(value), 12);
	}
});

test('X steps count odd sizes too', () => {
	// Common practice: 2X long of 10 has the shank of 8, 2X heavy of 10 the wire of 8.
	const plain = nominalHook(10, 0, 0);
	expect(nominalHook(10, 2, 0).shank).toBeCloseTo(nominalHook(8, 0, 0).shank, 9);
	expect(nominalHook(10, 0, 2).wire).toBeCloseTo(nominalHook(8, 0, 0).wire, 9);
	expect(nominalHook(12, 0, -1).wire).toBeCloseTo(nominalHook(13, 0, 0).wire, 9);
	expect(nominalHook(11, 0, 0).gape).toBeCloseTo(
		Math.sqrt(plain.gape * nominalHook(12, 0, 0).gape),
		9
	);
	expect(nominalHook(26, 0, 0).wire).toBeLessThan(nominalHook(22, 0, 0).wire);
});

test('a power law of two parameters has the closed-form interval', () => {
	const [spread] = spreadOf((values) => [values['hook.wire'] ** 2 * values['hook.shank']], prior, [
		'hook.wire',
		'hook.shank'
	]);
	const sigma = Math.hypot(2 * prior['hook.wire'].spread, prior['hook.shank'].spread);
	expect(spread?.above).toBeCloseTo(sigma, 9);
	expect(spread?.below).toBeCloseTo(sigma, 9);
	expect(spread?.widest).toBe('hook.wire');
	expect(spread?.interval?.high).toBeCloseTo(Math.exp(1.6448536 * sigma), 6);
});

test('a figure that vanishes has no interval, and one that vanishes off the median keeps it finite', () => {
	const [zero, cliff] = spreadOf((values) => [0, Math.max(0, values['hook.wire'] - 0.95)], prior);
	expect(zero?.interval).toBeNull();
	expect(cliff?.interval?.low).toBeGreaterThan(0);
	expect(Object.values(valuesAt(prior)).every((value) => value > 0)).toBe(true);
});
