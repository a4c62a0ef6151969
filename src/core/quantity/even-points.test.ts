import { SobolSequenceGenerator } from 'sobol';
import { expect, test } from 'vitest';
import { evenPoint, MOST_DIMENSIONS, sobolBits } from './even-points';

const dimensions = Array.from({ length: MOST_DIMENSIONS }, (_, d) => d);
const COUNT = 256;

test('before they are scrambled they are the points of a library that reads Joe & Kuo’s own table', () => {
	const generator = new SobolSequenceGenerator(MOST_DIMENSIONS);
	// That one goes through them in Gray's order: the same points, each two to the m of them.
	const theirs = Array.from({ length: COUNT }, () => generator.nextVector());
	const ours = theirs.map((_, k) => dimensions.map((d) => sobolBits(k ^ (k >>> 1), d) / 2 ** 32));
	expect(ours).toEqual(theirs);
});

test('scrambled they are as even: one in every slice of every side, and one in every cell of the first two', () => {
	for (const seed of [1, 2, 77]) {
		const points = Array.from({ length: COUNT }, (_, k) => evenPoint(k, MOST_DIMENSIONS, seed));
		for (const d of dimensions)
			expect(new Set(points.map((point) => Math.floor(COUNT * point[d]!))).size).toBe(COUNT);
		for (const [wide, high] of [
			[2, 128],
			[16, 16],
			[64, 4]
		] as const) {
			const cells = points.map(([x, y]) => high * Math.floor(wide * x!) + Math.floor(high * y!));
			expect(new Set(cells).size).toBe(COUNT);
		}
	}
});

test('each scramble is another, and over many of them a point is anywhere', () => {
	const first = Array.from({ length: 400 }, (_, seed) => evenPoint(5, MOST_DIMENSIONS, seed));
	for (const d of dimensions) {
		const sorted = first.map((point) => point[d]!).sort((a, b) => a - b);
		expect(new Set(sorted).size).toBe(sorted.length);
		// Kolmogorov's distance: 1.63/√n is met by chance once in a hundred (his table), 1.95 once in a thousand.
		const distance = Math.max(...sorted.map((x, k) => Math.abs(x - (k + 0.5) / sorted.length)));
		expect(distance).toBeLessThan(1.95 / Math.sqrt(sorted.length));
	}
	// Sides are scrambled each by itself: no two go together.
	for (const d of dimensions.slice(1)) {
		const together = first.reduce((sum, p) => sum + 12 * (p[d]! - 0.5) * (p[d - 1]! - 0.5), 0);
		expect(Math.abs(together / first.length)).toBeLessThan(4 / Math.sqrt(first.length));
	}
});
