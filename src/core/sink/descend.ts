import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { FlyBody } from '../body/index';
import type { Fluid } from '../water/index';
import { submerge } from './balance';
import { dragFactors } from './drag-factors';
import { DEPTH, FORWARD, motionOf, PITCH, U, V } from './motion';
import { integrate } from './runge-kutta';
import type { Sink } from './settle';

/** How the fly meets the water: lying flat with the point down, or with the eye first. */
export type Entry = 'flat' | 'nose first';

/** A moment of a drop. */
export interface DropPoint {
	/** s */
	readonly time: number;
	/** m below the surface. */
	readonly depth: number;
	/** m, sideways. */
	readonly forward: number;
	/** Degrees by which the eye's end points down; beyond ±90 it has turned over. */
	readonly pitch: number;
	/** m/s */
	readonly speed: number;
}

/** A drop from the surface, from rest. */
export interface Drop {
	readonly path: readonly DropPoint[];
	/** When and how deep it has come to 99 % of its sink rate; null when that is deeper, or it floats. */
	readonly settled: { readonly time: number; readonly depth: number } | null;
	/** False when it never comes to rest in an attitude on its way: it rocks or turns over. */
	readonly steady: boolean;
}

/** Longest time that a drop is followed unless said otherwise, s. */
const LONGEST = 60;
const LOOK_EVERY = 0.05;
const DEGREE = Math.PI / 180;
/** It is steady while it turns by less than this, rad/s (our choice). */
const STEADY_TURN = 0.5;

/**
 * Follows a fly that is let go at the surface, moving and turning freely in the hook's plane, with
 * the water that it moves along. Still water, no line; the film and the splash are left out.
 *
 * @param sink where it ends, from `settle`
 * @param to depth to which it is followed, m
 * @param longest time for which it is followed at most, s
 */
export function descend(
	body: FlyBody,
	fluid: Fluid,
	values: ParameterValues,
	sink: Sink,
	to: number,
	entry: Entry = 'flat',
	longest = LONGEST
): Drop {
	if (sink.floats) return { path: [], settled: null, steady: true };
	const rate = motionOf(submerge(body, fluid, dragFactors(values)));
	const start = new Float64Array(6);
	// The plane of the hook is all that is followed: one that tips over begins the other way up.
	const flat = sink.turnsOver ? Math.PI : 0;
	start[PITCH] = entry === 'flat' ? flat : Math.PI / 2;
	const { speed } = sink;
	const scale = Float64Array.of(speed, speed, 1, speed, speed, speed / 0.01);
	const pointOf = (time: number, y: Float64Array): DropPoint => {
		const [sin, cos] = [math.sin(y[PITCH]!), math.cos(y[PITCH]!)];
		return {
			time,
			depth: y[DEPTH]!,
			forward: y[FORWARD]!,
			pitch: y[PITCH]! / DEGREE,
			speed: -(y[U]! * sin + y[V]! * cos)
		};
	};
	const path = [pointOf(0, start)];
	let end = path[0]!;
	let settled: Drop['settled'] = null;
	let turning = 0;
	integrate(
		rate,
		start,
		scale,
		1e-6,
		(time, y) => {
			end = pointOf(time, y);
			// It may overshoot first: what counts is from when on it stays.
			const there = Math.abs(end.speed / speed - 1) <= 0.01;
			if (!there) settled = null;
			else settled ??= { time, depth: end.depth };
			turning = Math.abs(y[5]!);
			if (time - path[path.length - 1]!.time >= LOOK_EVERY) path.push(end);
			return end.depth >= to || time >= longest;
		},
		LOOK_EVERY
	);
	if (path[path.length - 1] !== end) path.push(end);
	return { path, settled, steady: settled !== null && turning < STEADY_TURN };
}

/** Seconds to a depth, m, between the points of a drop; null when it was not followed so far. */
export function timeTo({ path }: Drop, depth: number): number | null {
	const next = path.findIndex((point) => point.depth >= depth);
	if (next < 0) return null;
	if (next === 0) return 0;
	const [a, b] = [path[next - 1]!, path[next]!];
	return a.time + ((depth - a.depth) * (b.time - a.time)) / (b.depth - a.depth);
}
