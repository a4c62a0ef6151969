import fc from 'fast-check';
import { expect, test } from 'vitest';
import { covarianceOf } from '../parameter/index';
import { curveOf, envelopeOf } from './curve';

const COUNT = 6;
const places = fc.uniqueArray(fc.nat(COUNT - 1), { minLength: 1, maxLength: 4 });

test('whichever scores meet, the inverse is that of I + Σ stiff r rᵀ', () => {
	fc.assert(
		fc.property(
			fc.array(places, { maxLength: 2 * COUNT }),
			fc.infiniteStream(fc.integer({ min: -20, max: 20 }).map((tenths) => tenths / 10)),
			(found, numbers) => {
				const next = () => numbers.next().value as number;
				const rows = found.map((of) => ({
					places: Int32Array.from(of),
					values: Float64Array.from(of, next),
					stiff: next() + 2
				}));
				const plain = Array.from({ length: COUNT }, (_, i) =>
					Array.from({ length: COUNT }, (_, j) => Number(i === j))
				);
				for (const { places, values, stiff } of rows) {
					places.forEach((k, i) =>
						places.forEach((l, j) => (plain[k]![l]! += stiff * values[i]! * values[j]!))
					);
				}
				const curve = curveOf(envelopeOf(COUNT, rows), rows)!;
				const b = Float64Array.from({ length: COUNT }, next);
				const x = curve.solve(b);
				const covariance = covarianceOf({
					covariance: { rank: [...curve.rank], curve: curve.factor }
				});
				const variances = curve.variances();
				for (let i = 0; i < COUNT; i++) {
					const row = plain[i]!;
					const times = (column: (k: number) => number) =>
						row.reduce((sum, value, k) => sum + value * column(k), 0);
					expect(times((k) => x[k]!)).toBeCloseTo(b[i]!, 6);
					expect(variances[i]).toBeCloseTo(covariance(i, i), 9);
					for (let j = 0; j < COUNT; j++) {
						expect(times((k) => covariance(k, j))).toBeCloseTo(Number(i === j), 6);
					}
				}
			}
		),
		{ numRuns: 300, seed: 3, endOnFailure: true }
	);
});

test('where it falls some way there is none', () => {
	const row = { places: Int32Array.of(1, 3), values: Float64Array.of(0.6, 0.8) };
	const by = (stiff: number) => curveOf(envelopeOf(4, [row]), [{ ...row, stiff }]);
	// Along the row, of length 1, it is 1 + stiff.
	expect(by(-1.1)).toBeNull();
	const x = by(-0.9)!.solve(Float64Array.of(0, 0.6, 0, 0.8));
	expect(x[1]).toBeCloseTo(6, 9);
	expect(x[3]).toBeCloseTo(8, 9);
	expect(x[0]).toBe(0);
});
