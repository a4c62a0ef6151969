import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { normalsFrom, randomFrom, Z90 } from '../quantity/index';
import {
	learnedAbout,
	learnedValues,
	mixture,
	prior,
	scoresTogether,
	spreadOf,
	valueAt,
	valuesAt,
	withLearned,
	type ParameterName,
	type Learned
} from './index';

const names = ['hook.wire', 'hook.shank', 'dressing.mass'] as const;
const own = (parameter: ParameterName) =>
	(names as readonly string[]).includes(parameter) ? mixture(parameter, 1, null) : null;
/** A covariance of three scores: A Aᵀ. */
const covariances = fc
	.array(fc.double({ min: -1, max: 1, noNaN: true }), { minLength: 9, maxLength: 9 })
	.map((a) => {
		const row = (i: number) => [a[3 * i]!, a[3 * i + 1]!, a[3 * i + 2]!];
		return [0, 1, 2].map((i) =>
			[0, 1, 2].map(
				(j) => row(i).reduce((sum, x, k) => sum + x * row(j)[k]!, 0) + (i === j ? 0.05 : 0)
			)
		);
	});

describe('what was learned', () => {
	test('whatever is shared, what all have in common and what is one’s own add up to one', () => {
		fc.assert(
			fc.property(fc.double({ min: 0, max: 1, noNaN: true }), (shared) => {
				const parts = mixture('hook.wire', shared, 'my hooks');
				expect(parts.reduce((sum, { weight }) => sum + weight ** 2, 0)).toBeCloseTo(1, 12);
			})
		);
	});

	test('of nothing leaves every parameter as it was', () => {
		const nothing: Learned = { scores: [], mean: [], covariance: [] };
		expect(withLearned(prior, nothing, own)).toBe(prior);
		const same: Learned = { scores: ['hook.wire'], mean: [0], covariance: [[1]] };
		const { spread, median } = withLearned(prior, same, own)['hook.wire'];
		expect(spread).toBeCloseTo(prior['hook.wire'].spread, 12);
		expect(median).toBe(prior['hook.wire'].median);
	});

	test('a power law of parameters that go together has the closed form: the square root of gᵀ Σ g', () => {
		fc.assert(
			fc.property(
				covariances,
				fc.array(fc.integer({ min: -3, max: 3 }), { minLength: 3, maxLength: 3 }),
				(covariance, powers) => {
					const learned: Learned = { scores: [...names], mean: [0.4, -0.3, 0], covariance };
					const parameters = withLearned(prior, learned, own);
					const [found] = spreadOf(
						(values) => [names.reduce((sum, name, k) => sum * values[name] ** powers[k]!, 1)],
						parameters
					);
					const g = names.map((name, k) => powers[k]! * prior[name].spread);
					const variance = g.reduce(
						(sum, a, i) => sum + g.reduce((all, b, j) => all + a * b * covariance[i]![j]!, 0),
						0
					);
					expect(found!.above).toBeCloseTo(Math.sqrt(Math.max(0, variance)), 6);
					expect(found!.below).toBeCloseTo(found!.above, 9);
				}
			)
		);
	});

	test('worlds are drawn with the covariance that was learned', () => {
		const covariance = [
			[0.5, -0.3, 0],
			[-0.3, 0.4, 0.1],
			[0, 0.1, 0.9]
		];
		const learned: Learned = { scores: [...names], mean: [0, 0, 0], covariance };
		const parameters = withLearned(prior, learned, own);
		const normal = normalsFrom(randomFrom(3));
		const sums = [0, 0, 0].map(() => [0, 0, 0]);
		const DRAWS = 20_000;
		for (let k = 0; k < DRAWS; k++) {
			const z = scoresTogether(
				parameters,
				Object.fromEntries(names.map((name) => [name, normal()]))
			);
			const scores = names.map(
				(name) => z[name]! * Math.sqrt(covariance[names.indexOf(name)]![names.indexOf(name)]!)
			);
			scores.forEach((a, i) => scores.forEach((b, j) => (sums[i]![j]! += a * b)));
		}
		sums.forEach((row, i) =>
			row.forEach((sum, j) => expect(Math.abs(sum / DRAWS - covariance[i]![j]!)).toBeLessThan(0.03))
		);
	});

	test('a lopsided parameter stays lopsided: its 90 % ends are those of its scores', () => {
		const name = 'bead.tungsten.density';
		const learned: Learned = { scores: [name], mean: [-0.5], covariance: [[0.25]] };
		const after = withLearned(prior, learned, (parameter) =>
			parameter === name ? mixture(name, 1, null) : null
		)[name];
		const at = (z: number) => valueAt(prior[name], z);
		expect(after.median).toBeCloseTo(at(-0.5), 9);
		expect(valueAt(after, Z90)).toBeCloseTo(at(-0.5 + 0.5 * Z90), 6);
		expect(valueAt(after, -Z90)).toBeCloseTo(at(-0.5 - 0.5 * Z90), 6);
	});

	test('the fast medians are those of the parameters; what does not bear on a fly need not be handed round', () => {
		const learned: Learned = {
			scores: ['hook.wire', 'hook.wire@mine', 'hook.wire@other', 'dressing.mass'],
			mean: [0.3, -0.8, 2, 0.5],
			covariance: [0, 1, 2, 3].map((i) => [0, 1, 2, 3].map((j) => (i === j ? 0.5 : 0.01)))
		};
		const of = (parameter: ParameterName) =>
			parameter === 'hook.wire' ? mixture(parameter, 0.5, 'mine') : null;
		const full = withLearned(prior, learned, of);
		const fast = learnedValues(prior, learned, of);
		expect(fast['hook.wire']).toBeCloseTo(valuesAt(full)['hook.wire'], 12);
		const less = learnedAbout(learned, [of]);
		expect(less.scores).toEqual(['hook.wire', 'hook.wire@mine']);
		expect(withLearned(prior, less, of)['hook.wire']).toEqual(full['hook.wire']);
	});
});
