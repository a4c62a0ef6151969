import { describe, expect, test } from 'vitest';
import { prior, type ParameterName, type Learned } from '../parameter/index';
import { parametersFor, compileFly, type Recipe } from '../fly/index';
import { predict } from '../predict/index';
import { math, normalsFrom, randomFrom } from '../quantity/index';
import { settle } from '../sink/index';
import { fluidAt } from '../water/index';
import { learn, type Observation } from './index';
import { handFrom, speedScatter, usualHand } from './scatter';
import { CELSIUS, covered, LIE, recipe } from './unseen.testing';

const fluid = fluidAt(CELSIUS);

test.each([0, 5, 20])(
	'after %i entries, one in fifteen a slip, ranges hold 86 to 94 % of a thousand unseen flies',
	(entries) => {
		for (const share of covered(entries, 1)) {
			expect(share).toBeGreaterThanOrEqual(0.86);
			expect(share).toBeLessThanOrEqual(0.94);
		}
	},
	120_000
);

test('and of a tier half as far out again as is believed, no fewer than 80 %', () => {
	for (const share of covered(20, 1.5)) expect(share).toBeGreaterThanOrEqual(0.8);
}, 120_000);

test('what mass and drag of one fly do to its sink rate, by the whole model: the scatter of a drop to a sixth', () => {
	const flies: readonly Recipe[] = [
		recipe,
		{ ...recipe, bead: { metal: 'brass', shape: 'round', diameter: 0.0032 } },
		{ ...recipe, bead: null, coil: { metal: 'lead', wire: 0.0004, turns: 8 } }
	];
	for (const one of flies) {
		const usual = predict(one, LIE, CELSIUS).median;
		const speed = (more: Partial<Record<ParameterName, number>>) => {
			const values = { ...usual, ...more };
			return settle(compileFly(one, values).body, fluid, values).speed;
		};
		const by = (name: ParameterName, spread: number) =>
			Math.log(speed({ [name]: Math.exp(spread) }) / speed({ [name]: Math.exp(-spread) })) / 2;
		const scatter = Math.hypot(by('tied.mass', 0.03), by('tied.drag', 0.06));
		expect(speedScatter(usualHand) / scatter).toBeGreaterThan(5 / 6);
		expect(speedScatter(usualHand) / scatter).toBeLessThan(6 / 5);
	}
});

describe('how much the flies of a hand differ', () => {
	const normal = normalsFrom(randomFrom(8));
	const group = (kind: 'weighing' | 'drop', scatter: number, measuring: number, n: number) => ({
		kind,
		found: Array.from({ length: n }, () => ({
			value: math.hypot(scatter, measuring) * normal() - 2,
			count: 1,
			measuring: measuring * measuring
		}))
	});

	test('two flies: believed and found joined, as twelve comparisons and one', () => {
		const found = [-2, -1.96].map((value) => ({ value, count: 1, measuring: 0 }));
		const squares = 2 * 0.02 ** 2;
		expect(handFrom([{ kind: 'weighing', found }])['tied.mass']).toBeCloseTo(
			Math.sqrt((12 * 0.03 ** 2 + squares) / 13),
			9
		);
		expect(handFrom([{ kind: 'weighing', found: found.slice(1) }])).toEqual({});
	});

	test('many flies of a steady hand and of an unsteady one are known apart, in mass and in drag', () => {
		const steady = handFrom([group('weighing', 0.01, 0.01, 200), group('drop', 0.03, 0.04, 200)]);
		expect(steady['tied.mass']).toBeGreaterThan(0.009);
		expect(steady['tied.mass']).toBeLessThan(0.014);
		// (2 · 0.03)² − (1.4 · 0.01)² = 0.058²
		expect(steady['tied.drag']! / 0.058).toBeGreaterThan(0.8);
		expect(steady['tied.drag']! / 0.058).toBeLessThan(1.2);
		expect(handFrom([group('weighing', 0.06, 0.01, 200)])['tied.mass']).toBeGreaterThan(0.05);
	});

	test('neither the scale’s step nor a slip of the pen is the hand’s', () => {
		const coarse = handFrom([group('weighing', 0, 0.08, 200)]);
		expect(coarse['tied.mass']).toBeLessThan(0.03);
		const flies = group('weighing', 0.02, 0.005, 40);
		const slip = { value: -2 + Math.log(2), count: 1, measuring: 0.005 ** 2 };
		const withSlip = handFrom([{ ...flies, found: [...flies.found, slip] }]);
		expect(withSlip['tied.mass']! / handFrom([flies])['tied.mass']!).toBeCloseTo(1, 6);
	});

	test('a fly of a steady hand has a narrower range; one that was weighed itself keeps its own', () => {
		const weighings = Array.from({ length: 60 }, (_, k): Observation => ({
			kind: 'weighing',
			key: `w${k}`,
			on: '2026-01-01',
			of: { kind: 'fly', recipe },
			count: 1,
			mass: 2e-4 * math.exp(0.005 * normal()),
			step: 1e-8
		}));
		const { learned } = learn(weighings);
		expect(learned.tied!['tied.mass']).toBeLessThan(0.018);
		const width = (learnedIs: Learned) => {
			const { low, high } = predict(recipe, LIE, CELSIUS, {
				...prior,
				learned: learnedIs
			}).mass;
			return Math.log(high / low);
		};
		expect(width(learned)).toBeLessThan(0.7 * width({ ...learned, tied: {} }));
		const weighed = parametersFor({ ...recipe, weighed: 2e-4 }, { ...prior, learned });
		expect(weighed['tied.mass'].spread).toBe(0);
	});
});
