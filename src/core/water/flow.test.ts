import fc from 'fast-check';
import { expect, test } from 'vitest';
import { prior } from '../parameter/index';
import { FOOT } from '../quantity/index';
import { parametersIn, lieAtFlow, simulatedGauge, speedOf, wadingCaution, type Lie } from './index';

const lie: Lie = {
	depth: 1,
	surfaceSpeed: 0.8,
	bed: 'gravel',
	zoneTop: 0.2,
	approach: 3,
	surveyedAt: 4
};

// Leopold & Maddock (1953), USGS Professional Paper 252: at a station depth grows with Q^0.40 and
// speed with Q^0.34, so that with width (0.26) the three powers make up the flow.
test('twice the flow: depth and speed grow by the powers of Leopold and Maddock', () => {
	const { lie: high, farOff } = lieAtFlow(lie, 8);
	expect(high.depth).toBeCloseTo(2 ** 0.4, 12);
	expect(high.surfaceSpeed).toBeCloseTo(0.8 * 2 ** 0.34, 12);
	expect(farOff).toBe(false);
	expect(0.26 + 0.4 + 0.34).toBeCloseTo(1, 12);
	expect(lieAtFlow(lie, 20).farOff).toBe(true);
});

test('at the survey’s flow, or without one, a lie is as it was surveyed; a pool keeps its residual depth', () => {
	expect(lieAtFlow(lie, 4).lie).toEqual(lie);
	expect(lieAtFlow(lie, null).lie).toBe(lie);
	expect(lieAtFlow({ ...lie, surveyedAt: undefined as never }, 9).lie.depth).toBe(1);
	const pool = { ...lie, residualDepth: 0.6 };
	expect(lieAtFlow(pool, 1e-6).lie.depth).toBeCloseTo(0.6, 2);
	fc.assert(
		fc.property(
			fc.double({ min: 0.1, max: 40, noNaN: true }),
			fc.double({ min: 0, max: 1, noNaN: true }),
			(flow, residualDepth) => {
				// There and back again.
				const there = lieAtFlow({ ...lie, residualDepth }, flow).lie;
				const back = lieAtFlow({ ...there, surveyedAt: flow }, 4).lie;
				expect(back.depth).toBeCloseTo(1, 9);
				expect(back.surfaceSpeed).toBeCloseTo(0.8, 9);
			}
		)
	);
});

// Cox, Shand & Blacka (2010): adults lose their footing from about 0.6 m²/s, and above 1.2 m.
test('wading: the caution rises with depth times speed and never falls to a permission', () => {
	expect(wadingCaution({ ...lie, depth: 0.9, surfaceSpeed: 0.9 }).level).toBe('danger');
	expect(wadingCaution({ ...lie, depth: 1.3, surfaceSpeed: 0.05 }).level).toBe('danger');
	expect(wadingCaution({ ...lie, depth: 0.6, surfaceSpeed: 0.7 }).level).toBe('care');
	// The older field rule of 10 ft²/s is less careful.
	expect(10 * FOOT * FOOT).toBeGreaterThan(0.6);
});

test('floats: the mean of the runs, surer with each, never surer than a line beside', () => {
	const one = speedOf({ over: 3, seconds: [4] });
	const many = speedOf({ over: 3, seconds: [3.9, 4.1, 4, 4.05, 3.95] });
	expect(one.speed).toBeCloseTo(0.75, 12);
	expect(many.speed).toBeCloseTo(0.75, 2);
	expect(many.spread).toBeLessThan(one.spread);
	expect(many.spread).toBeGreaterThan(0.05);
	const parameters = parametersIn({ ...lie, timed: { over: 3, seconds: [4, 4] } }, prior);
	expect(parameters['water.speed'].spread).toBeLessThan(prior['water.speed'].spread);
	expect(parametersIn(lie, prior)).toBe(prior);
	// Over stones as high as a fifth of the depth the law is a guess, and believed less.
	const rough = parametersIn({ ...lie, bed: 'boulder' }, prior)['water.roughness'];
	expect(rough.spread).toBeGreaterThan(prior['water.roughness'].spread);
});

test('the simulated gauge says the same of the same hours, whenever it is asked', () => {
	const now = Date.UTC(2026, 2, 10, 12, 30);
	const early = simulatedGauge(now, 48, 3);
	const late = simulatedGauge(now + 5 * 3_600_000, 48, 3);
	expect(late.slice(0, 43)).toEqual(early.slice(5));
	expect(early.every(({ flow, celsius }) => flow > 2 && celsius! > -5 && celsius! < 30)).toBe(true);
});
