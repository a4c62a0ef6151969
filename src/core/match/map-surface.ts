import type { ChanceCurve } from '../predict/index';
import { cholesky, math, solveBoth } from '../quantity/index';

/** Which waters a map is of: from and to, both ends included. */
export interface MapSpan {
	/** m */
	readonly depths: readonly [number, number];
	/** m/s at the surface */
	readonly speeds: readonly [number, number];
}

const along = ([from, to]: readonly [number, number], share: number) => from + (to - from) * share;

/** The water at a place of a map. @param across of currents, 0 to 1 @param down of depths */
export const waterAt = ({ depths, speeds }: MapSpan, across: number, down: number) => ({
	depth: along(depths, down),
	surfaceSpeed: along(speeds, across)
});

/** As far as counted points speak for a place: in logarithms of depth, of current and of the sink rate beside what does the same (ours, tried against drifts). */
const REACH = { depth: 1.5, speed: 0.9, sink: 0.3 } as const;
/** What does the same sinks faster in proportion to the depth, and with this power of the current (ours, tried against drifts). */
const SPEED_POWER = 0.5;
/** Currents below count as this one, m/s: of none there is no logarithm. */
const SLOWEST = 0.05;
/** Holds the value, each slope and each bend back by so much of one point's say: where no point speaks it is never good. */
const RIDGE = 1e-3;
/** Steps of the surface's curves in the logarithm of the sink rate (our choice). */
const STEP = 0.1;

interface Counted {
	readonly at: readonly [number, number, number];
	readonly chance: number;
}

function placeOf({ depth, surfaceSpeed }: ReturnType<typeof waterAt>, log: number): Counted['at'] {
	const [d, u] = [math.log(depth), math.log(Math.max(SLOWEST, surfaceSpeed))];
	return [d / REACH.depth, u / REACH.speed, (log - d - SPEED_POWER * u) / REACH.sink];
}

/**
 * A smooth surface through the points of a map's curves, each of which was counted in few worlds of its own.
 *
 * q = Σ cᵢ fᵢ(x), least Σ w (chance − q)², w = (1 − r²)³ within r = 1
 *
 * r is the distance from a place by `REACH`, f are 1, the three ways and their six products (Cleveland's local
 * regression, from memory): the chance of a place is q there.
 *
 * @param curves by rows of depth, shallow and slow first, as many rows as in a row
 * @param side nodes along each side of what comes back
 * @returns curves in the same order, whose points say no fault; of a fly that floats without points
 */
export function smoothed(
	curves: readonly ChanceCurve[],
	span: MapSpan,
	side: number
): ChanceCurve[] {
	const nodes = Math.round(Math.sqrt(curves.length));
	const counted = curves.flatMap(({ points }, node) => {
		const water = waterIn(span, node, nodes);
		return points.map(({ log, chance }) => ({ at: placeOf(water, log), chance }));
	});
	const logs = curves.flatMap(({ points }) => points.map(({ log }) => log));
	const [low, high] = [Math.min(...logs), Math.max(...logs)];
	const steps = Math.ceil((high - low) / STEP);
	return Array.from({ length: side * side }, (_, node) => {
		const water = waterIn(span, node, side);
		const points = Array.from({ length: logs.length > 0 ? steps + 1 : 0 }, (_, k) => {
			const log = low + ((high - low) * k) / steps;
			return { log, chance: chanceThrough(counted, placeOf(water, log)), fault: null };
		});
		return { ...curves[0]!, points };
	});
}

const waterIn = (span: MapSpan, node: number, side: number) =>
	waterAt(span, (node % side) / (side - 1), Math.floor(node / side) / (side - 1));

/** 1, x, y, z and their products. */
const TERMS = 10;
const FIRST = Array<number>(TERMS).fill(0);

function chanceThrough(counted: readonly Counted[], [x, y, z]: Counted['at']): number {
	const normal = Array.from({ length: TERMS }, () => new Float64Array(TERMS));
	const right = new Float64Array(TERMS);
	for (const { at, chance } of counted) {
		const [a, b, c] = [at[0] - x, at[1] - y, at[2] - z];
		const near = 1 - (a * a + b * b + c * c);
		if (near <= 0) continue;
		const weight = near * near * near;
		const terms = [1, a, b, c, a * a, b * b, c * c, a * b, a * c, b * c];
		for (let i = 0; i < TERMS; i++) {
			const one = weight * terms[i]!;
			right[i]! += one * chance;
			for (let j = 0; j <= i; j++) normal[i]![j]! += one * terms[j]!;
		}
	}
	for (let i = 0; i < TERMS; i++) normal[i]![i]! += RIDGE;
	solveBoth({ first: FIRST, rows: cholesky(normal) }, right);
	return Math.max(0, Math.min(1, right[0]!));
}
