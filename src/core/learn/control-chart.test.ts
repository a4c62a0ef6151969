import fc from 'fast-check';
import { describe, expect, test } from 'vitest';
import { normalsFrom, randomFrom } from '../quantity/index';
import { controlChart, MEAN_RANGE, RANGE_SPREAD } from './index';

/** ∫ f over the range of two standard normals, whose density is that of |N(0, √2)|; Simpson's rule. */
function overRanges(f: (range: number) => number): number {
	const [steps, end] = [4000, 14];
	const density = (w: number) => Math.exp((-w * w) / 4) / Math.sqrt(Math.PI);
	let sum = 0;
	for (let k = 0; k <= steps; k++) {
		const w = (k * end) / steps;
		sum += (k === 0 || k === steps ? 1 : k % 2 ? 4 : 2) * f(w) * density(w);
	}
	return (sum * end) / steps / 3;
}

test('the chart’s constants by integration: d₂ and d₃ of two, and with them E₂ 2.660 and D₄ 3.267 (tables of Shewhart charts, from memory)', () => {
	const mean = overRanges((w) => w);
	expect(MEAN_RANGE).toBeCloseTo(mean, 9);
	expect(RANGE_SPREAD).toBeCloseTo(Math.sqrt(overRanges((w) => w * w) - mean * mean), 9);
	expect(3 / MEAN_RANGE).toBeCloseTo(2.66, 2);
	expect(1 + (3 * RANGE_SPREAD) / MEAN_RANGE).toBeCloseTo(3.267, 3);
});

describe('the control chart', () => {
	const expected = { centre: 0.24, unsure: 0.02, scatter: 0.003, measuring: 0.0003, step: 0 };

	test('flies that scatter as they should are hardly ever flagged, whatever the hand is off by on all of them', () => {
		let flagged = 0;
		let all = 0;
		for (let run = 0; run < 300; run++) {
			const normal = normalsFrom(randomFrom(run + 1));
			const hand = 0.24 + 0.02 * normal();
			const values = Array.from({ length: 12 }, () => hand + 0.003 * normal());
			const chart = controlChart(values, expected);
			flagged += chart.points.filter((point) => point.flagged).length;
			all += values.length;
		}
		// Three standard deviations: 0.27 % by the normal distribution, more where the scatter is estimated.
		expect(flagged / all).toBeLessThan(0.012);
	});

	test.each([0.1, 0.01, 0.001])(
		'read in steps of %f g: hardly any sound fly is flagged, and what it says it sees is, nine times in ten',
		(step) => {
			let [flagged, all, found, batches] = [0, 0, 0, 0];
			for (let run = 0; run < 1000; run++) {
				const uniform = randomFrom(9000 + run);
				const normal = normalsFrom(uniform);
				// Whatever the fly weighs: where its mass lies between two steps decides what rounding does.
				const mean = 0.1 + 0.2 * uniform();
				const scatter = 0.03 * mean;
				const known = {
					centre: mean * (1 + 0.05 * normal()),
					unsure: 0.05 * mean,
					scatter,
					measuring: 0,
					step
				};
				const read = (grams: number) => Math.round(grams / step) * step;
				const sound = Array.from({ length: 12 }, () => mean + scatter * normal());
				const chart = controlChart(sound.map(read), known);
				flagged += chart.points.filter((point) => point.flagged).length;
				all += sound.length;
				// One of them off by as much as the chart of the others says that it sees.
				const { seen } = controlChart(sound.slice(0, 11).map(read), known);
				const off = controlChart([...sound.slice(0, 11), sound[11]! + seen].map(read), known);
				if (off.points[11]!.flagged) found++;
				batches++;
			}
			expect(flagged / all).toBeLessThan(0.012);
			expect(found / batches).toBeGreaterThan(0.9);
		}
	);

	test('one that is off is found among few or many, wherever it stands, and none of the others', () => {
		fc.assert(
			fc.property(
				fc.integer({ min: 3, max: 20 }),
				fc.nat(19),
				fc.constantFrom(-0.04, 0.04),
				fc.integer({ min: 1, max: 1e6 }),
				(count, place, off, seed) => {
					const normal = normalsFrom(randomFrom(seed));
					const values = Array.from(
						{ length: count },
						(_, k) => 0.245 + 0.0012 * normal() + (k === place % count ? off : 0)
					);
					const { points } = controlChart(values, expected);
					const found = points.flatMap((point, k) => (point.flagged ? [k] : []));
					expect(found).toEqual([place % count]);
					expect(Math.abs(points[place % count]!.off / off - 1)).toBeLessThan(0.2);
				}
			)
		);
	});

	test('its limits lie three standard deviations on either side of its centre; what it sees allows for chance and rounding', () => {
		const { centre, lower, upper, scatter } = controlChart([0.24, 0.243, 0.239, 0.242], expected);
		expect(upper - centre).toBeCloseTo(3 * scatter, 12);
		expect(centre - lower).toBeCloseTo(3 * scatter, 12);
		// Of nothing weighed yet it is known what was expected; 1.2816 is the normal's ninth decile.
		const step = 0.01;
		const first = controlChart([], { ...expected, step });
		const rounding = step / Math.sqrt(12);
		const one = Math.hypot(0.003, 0.0003, rounding);
		const next = Math.hypot(one, 0.02);
		const limit = Math.max(3 * next, step + 3 * Math.sqrt(next * next - rounding * rounding));
		expect(first.scatter).toBeCloseTo(one, 12);
		expect(first.seen).toBeCloseTo(limit + 1.356 * next + step / 2, 5);
	});

	test('the first alone is judged by the prediction; a moving range is the step from the one before', () => {
		expect(controlChart([0.25], expected).points[0]!.flagged).toBe(false);
		expect(controlChart([0.4], expected).points[0]!.flagged).toBe(true);
		const { points } = controlChart([0.24, 0.243, 0.239], expected);
		expect(points.map(({ range }) => range && Number(range.toFixed(6)))).toEqual([
			null,
			0.003,
			0.004
		]);
	});
});
