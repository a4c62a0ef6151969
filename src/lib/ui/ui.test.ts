import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { BEAD_STEPS } from '$core/material/index';
import type { Band } from '$core/drift/index';
import { depthField, inUnits, massField, METRIC, temperatureField } from '$core/quantity/index';
import { starterRig, withControl, withWay } from '$core/rig/index';
import { driftAnswer, handSentences } from './drift-words';
import { massFigure, speedFigure, wetWeightFigure } from './figures';
import { evenSteps, fieldSteps, tradeSteps } from './steps';

describe('steps', () => {
	const bead = tradeSteps(BEAD_STEPS);

	test('a bead goes up and down through the sizes that are sold, and stays at the ends', () => {
		expect(bead(2.8e-3, 1, false)).toBeCloseTo(3.2e-3, 9);
		expect(bead(2.8e-3, -1, false)).toBeCloseTo(2.4e-3, 9);
		expect(bead(2.8e-3, 1, true)).toBeCloseTo(4e-3, 9);
		expect(bead(6.4e-3, 1, false)).toBeCloseTo(6.4e-3, 9);
		expect(bead(1.5e-3, -1, true)).toBeCloseTo(1.5e-3, 9);
	});

	test('a field goes by round steps of the unit that it is shown in', () => {
		const inches = { ...METRIC, length: 'in', mass: 'gr', temperature: '°F' } as const;
		inUnits(inches, () => {
			// A quarter of a foot, with Shift two feet and a half; a tenth of a grain.
			const depth = fieldSteps(depthField, 0.05, 0.5);
			expect(depth(3 * 0.3048, 1, false)).toBeCloseTo(3.25 * 0.3048, 9);
			expect(depth(3 * 0.3048, 1, true)).toBeCloseTo(5 * 0.3048, 9);
			expect(depth(10, 1, true)).toBe(10);
			const grain = 64.79891e-6;
			expect(fieldSteps(massField, 0.01, 0.1)(3 * grain, 1, false)).toBeCloseTo(3.1 * grain, 12);
			expect(fieldSteps(temperatureField, 1, 5)(10, 1, false)).toBeCloseTo(10 + 1 / 1.8, 6);
		});
		expect(fieldSteps(depthField, 0.05, 0.5)(0.9, -1, false)).toBeCloseTo(0.85, 9);
	});

	test('a measured size between two goes to the next one sold', () => {
		expect(bead(2.794e-3, 1, false)).toBeCloseTo(2.8e-3, 9);
		expect(bead(2.794e-3, -1, false)).toBeCloseTo(2.4e-3, 9);
	});

	test('even steps land on the grid, within the range, without dust behind the point', () => {
		const depth = evenSteps(0.05, 0.5, 0.1, 10);
		expect(depth(0.9, 1, false)).toBe(0.95);
		expect(depth(0.92, 1, false)).toBe(0.95);
		expect(depth(0.92, -1, false)).toBe(0.9);
		expect(depth(0.9, 1, true)).toBe(1);
		expect(depth(0.12, -1, true)).toBe(0.1);
		let value = 0.1;
		for (let i = 0; i < 198; i++) value = depth(value, 1, false);
		expect(value).toBe(10);
	});

	test('up and down again is where it began, from any step', () => {
		const step = evenSteps(1, 3, 0, 40);
		fc.assert(
			fc.property(fc.integer({ min: 0, max: 39 }), (turns) => {
				expect(step(step(turns, 1, false), -1, false)).toBe(turns);
			})
		);
	});
});

describe('figures', () => {
	test('a fly has three decimals, so that a turn of wire shows; its interval the same', () => {
		const light = massFigure({ value: 0.1111e-3, low: 0.0969e-3, high: 0.13e-3 });
		expect(light).toEqual({ number: '0.111', unit: 'g', interval: '0.097–0.130' });
		const heavy = massFigure({ value: 1.362e-3, low: 1.23e-3, high: 1.5e-3 });
		expect(heavy).toEqual({ number: '1.36', unit: 'g', interval: '1.23–1.50' });
		expect(speedFigure({ value: 0.523, low: 0.47, high: 0.58 }).interval).toBe('47–58');
		// A gram under water pulls with 9.80665 mN.
		const wet = wetWeightFigure({ value: 9.80665e-3, low: 9e-3, high: 1e-2 });
		expect(wet.number).toBe('1.00');
	});

	test('a drift is called what its chance is; next to none, by what spoils it; on a swing, by its depth', () => {
		const range = (middle: number) => ({ low: middle - 0.1, middle, high: middle + 0.1 });
		const band = (chance: number, fault: 'late' | 'under' = 'late') =>
			({ drifts: 60, chance, error: 0.04, faults: { [fault]: 20 }, height: range(0.5) }) as Band;
		const title = (chance: number, fault?: 'late' | 'under') =>
			driftAnswer(band(chance, fault), 'float', 1).title;
		expect([0.9, 0.85, 0.7, 0.5, 0.3].map((chance) => title(chance))).toEqual([
			'A good drift',
			'A good drift',
			'Mostly good',
			'Touch and go',
			'Seldom good'
		]);
		expect(title(0.1)).toBe('Gets down too late');
		expect(title(0, 'under')).toBe('Pulls the float under');
		expect(driftAnswer(band(0.7), 'float', 1)).toMatchObject({
			often: 'good in 7 of 10 drifts, ±0.4',
			why: 'The rest mostly get down late'
		});
		expect(driftAnswer(band(0), 'swing', 1.2)).toMatchObject({
			title: 'Hangs 70 cm down',
			often: '60–80 cm of 120'
		});
	});

	test('how the rod is held: found with its span, or as it was set', () => {
		const value = 3.14;
		const rig = withControl(starterRig, 'line', value);
		const found = [{ control: 'line', value, from: 2.97, to: 3.19 }] as const;
		expect(handSentences({ rig, found }, starterRig)).toEqual([
			{ words: '3.14 m of line from tip to fly', span: '2.95 to 3.2 do' }
		]);
		const set = { ...rig, set: { ...rig.set, line: true } };
		expect(handSentences({ rig: set, found: [] }, set)[0]!.span).toBe('as you set it');
		// While a way that was just taken up has no hand of its own yet.
		expect(handSentences({ rig, found }, withWay(starterRig, 'still water'))).toEqual([]);
	});
});
