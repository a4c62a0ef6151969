import { describe, expect, test } from 'vitest';
import type { ChanceCurve } from '../predict/index';
import { math, randomFrom } from '../quantity/index';
import { smoothed, waterAt, type MapSpan } from './map-surface';

const span: MapSpan = { depths: [0.4, 1.6], speeds: [0.2, 1.1] };
const logs = Array.from({ length: 14 }, (_, k) => math.log(0.12) + 0.19 * k);
const SIDE = 6;

/** Counted points of what is so at a depth, m, in a current, m/s, at ln of a sink rate, m/s. */
const curvesOf = (
	chance: (depth: number, speed: number, log: number) => number,
	side = SIDE
): ChanceCurve[] =>
	Array.from({ length: side * side }, (_, node) => {
		const down = Math.floor(node / side) / (side - 1);
		const { depth, surfaceSpeed } = waterAt(span, (node % side) / (side - 1), down);
		const points = logs.map((log) => ({
			log,
			chance: chance(depth, surfaceSpeed, log),
			fault: null
		}));
		return { level: 1, own: 0, points };
	});

/** Root mean square of the differences to what is so, at all points of the surface. */
function off(
	surface: readonly ChanceCurve[],
	side: number,
	chance: Parameters<typeof curvesOf>[0]
) {
	const squares = surface.flatMap(({ points }, node) => {
		const down = Math.floor(node / side) / (side - 1);
		const { depth, surfaceSpeed } = waterAt(span, (node % side) / (side - 1), down);
		return points.map((point) => (point.chance - chance(depth, surfaceSpeed, point.log)) ** 2);
	});
	return Math.sqrt(squares.reduce((a, b) => a + b, 0) / squares.length);
}

describe('the surface of a map', () => {
	test('what bends no more than a quadratic comes back as it is, between the nodes too', () => {
		const bends = (depth: number, speed: number, log: number) => {
			const [d, u] = [math.log(depth), math.log(speed)];
			return 0.5 + 0.1 * d - 0.08 * u + 0.05 * log - 0.04 * d * d + 0.03 * u * log + 0.02 * d * u;
		};
		expect(off(smoothed(curvesOf(bends), span, 11), 11, bends)).toBeLessThan(0.002);
	});

	test('a crest that lies higher in deeper and faster water is not worn down', () => {
		const crest = (depth: number, speed: number, log: number) =>
			math.exp(-math.square((log + 1 - math.log(depth) - 0.5 * math.log(speed)) / 0.4));
		expect(off(smoothed(curvesOf(crest), span, 11), 11, crest)).toBeLessThan(0.02);
		// One that lies the other way is no crest of a drift, and shows that the way counts.
		const other = (depth: number, speed: number, log: number) =>
			math.exp(-math.square((log + 1 + math.log(depth) + 0.5 * math.log(speed)) / 0.4));
		expect(off(smoothed(curvesOf(other), span, 11), 11, other)).toBeGreaterThan(0.04);
	});

	test('errors of the points that are each other’s are less than half of what they were', () => {
		const next = randomFrom(7);
		const level = () => 0.5;
		const noisy = curvesOf(() => 0.5 + 0.3 * (next() - 0.5));
		expect(off(smoothed(noisy, span, 11), 11, level)).toBeLessThan(off(noisy, SIDE, level) / 2);
	});

	test('it stays between never and always, and of a fly that floats it says nothing', () => {
		const steep = curvesOf((_, __, log) => (log > -1 ? 1 : 0));
		const chances = smoothed(steep, span, 11).flatMap(({ points }) => points);
		expect(chances.every(({ chance }) => chance >= 0 && chance <= 1)).toBe(true);
		const floats = steep.map((curve) => ({ ...curve, points: [] }));
		const surface = smoothed(floats, span, 11);
		expect(surface).toHaveLength(121);
		expect(surface.every(({ points }) => points.length === 0)).toBe(true);
	});
});
