import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { prior, valuesAt } from '../parameter/index';
import {
	ROUGHNESS,
	beds,
	carriageAbove,
	compileColumn,
	speedAt,
	waterDensity,
	waterViscosity,
	type Lie
} from './index';

describe('properties', () => {
	// Kell (1975), J. Chem. Eng. Data 20, 97, table of ordinary water at one atmosphere.
	test.each([
		[0, 999.84],
		[4, 999.97],
		[10, 999.7],
		[20, 998.204],
		[30, 995.65]
	])('density at %d °C', (celsius, density) => {
		expect(Math.abs(waterDensity(celsius) - density)).toBeLessThan(0.01);
	});

	// IAPWS SR6-08(2011).
	test.each([
		[0, 1.792],
		[5, 1.518],
		[10, 1.306],
		[20, 1.0016],
		[25, 0.89],
		[30, 0.797]
	])('viscosity at %d °C', (celsius, milli) => {
		expect(Math.abs(waterViscosity(celsius) * 1e3 - milli)).toBeLessThan(6e-4);
	});
});

describe('the column', () => {
	const median = valuesAt(prior);
	const lie: Lie = { depth: 1, surfaceSpeed: 1, bed: 'gravel', zoneTop: 0.2, approach: 3 };
	/** Trapezoids on a fine grid: an independent integral of the profile. */
	const integral = (column: ReturnType<typeof compileColumn>, from: number, to: number) => {
		const n = 20000;
		const h = (to - from) / n;
		let sum = 0;
		for (let i = 0; i <= n; i++) {
			sum += (i === 0 || i === n ? 0.5 : 1) * speedAt(column, from + i * h);
		}
		return sum * h;
	};

	// Rantz et al. (1982): mean/surface 0.85–0.86 as a rule; 0.80–0.89 for k_s/H from 0.005 to 0.2.
	// The speed at 0.6 of the depth below the surface is the mean within 2.5 %. Both are rules for
	// the depth that flows, which begins at the zero plane: there the law gives 1 − 1/ln(30 H/k_s).
	test.each([0.005, 0.02, 0.05, 0.1, 0.2])('relative roughness %d', (relative) => {
		const flowing = ROUGHNESS.gravel / relative;
		const depth = flowing + 0.25 * ROUGHNESS.gravel;
		const column = compileColumn({ ...lie, depth }, 10, median);
		const mean = integral(column, depth - flowing, depth) / flowing;
		expect(speedAt(column, depth)).toBeCloseTo(1, 9);
		expect(mean).toBeGreaterThan(0.8);
		expect(mean).toBeLessThan(0.89);
		expect(Math.abs(speedAt(column, depth - 0.6 * flowing) / mean - 1)).toBeLessThan(0.025);
		expect(column.lawIsGuess).toBe(false);
	});

	test('the closed integral is the integral, in any lie that can be described', () => {
		fc.assert(
			fc.property(
				fc.double({ min: 0.1, max: 5, noNaN: true }),
				fc.double({ min: 0, max: 1, noNaN: true }),
				fc.constantFrom(...beds),
				(depth, share, bed) => {
					const column = compileColumn({ ...lie, depth, bed }, 10, median);
					const exact = carriageAbove(column, share * depth);
					expect(exact).toBeGreaterThanOrEqual(0);
					expect(Math.abs(exact - integral(column, share * depth, depth))).toBeLessThan(
						1e-4 * depth
					);
				}
			),
			{ numRuns: 40 }
		);
	});

	test('under five roughness heights the law is said to be a guess', () => {
		expect(compileColumn({ ...lie, bed: 'boulder' }, 10, median).lawIsGuess).toBe(true);
	});
});
