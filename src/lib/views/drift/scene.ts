import type { Column } from '$core/body/index';
import type { DrawnDrift, LineShape } from '$core/drift/index';

/** Metres that a picture of drifts spans, and how they come to lie on the page. */
export interface Scene {
	readonly x: (metres: number) => number;
	readonly y: (height: number) => number;
	readonly left: number;
	readonly right: number;
	readonly top: number;
	readonly surface: number;
	readonly bed: number;
	/** m */
	readonly from: number;
	readonly to: number;
}

const LEFT = 104;
const RIGHT = 16;
const BOTTOM = 34;
const TOP = 22;
/** How much of the picture stands above the water. */
const AIR = 0.26;

export function sceneOf(
	width: number,
	height: number,
	{ depth, approach, hold }: Column,
	drifts: readonly DrawnDrift[]
): Scene {
	const ends = drifts.flatMap(({ path }) => [path[0]?.distance ?? 0, path.at(-1)?.distance ?? 0]);
	const tops = drifts.flatMap(({ shapes }) => [shapes[0]?.x[0] ?? 0]);
	const span = approach + hold;
	// What hangs in the current is upstream of where it landed; a far rod tip is not worth the room.
	const from = Math.max(
		-3 * span,
		Math.min(-0.04 * span, ...ends, ...tops.map((x) => Math.min(x, 0)))
	);
	const to = Math.max(span * 1.05, Math.min(1.5 * span, 1.02 * Math.max(...ends)));
	const right = width - RIGHT;
	const bed = height - BOTTOM;
	const surface = TOP + AIR * (bed - TOP);
	return {
		left: LEFT,
		right,
		top: TOP,
		surface,
		bed,
		from,
		to,
		x: (metres) => LEFT + ((metres - from) / (to - from)) * (right - LEFT),
		y: (z) => bed - (z / depth) * (bed - surface)
	};
}

/** The line at a moment, between the two shapes round it. */
export function shapeAt(shapes: readonly LineShape[], time: number): LineShape | null {
	if (shapes.length === 0) return null;
	const next = shapes.findIndex((shape) => shape.time >= time);
	if (next < 0) return shapes.at(-1)!;
	if (next === 0) return shapes[0]!;
	const [a, b] = [shapes[next - 1]!, shapes[next]!];
	const share = (time - a.time) / (b.time - a.time);
	const mix = (from: Float32Array, to: Float32Array) =>
		from.map((value, i) => value + share * (to[i]! - value));
	return { ...b, time, x: mix(a.x, b.x), z: mix(a.z, b.z) };
}

/** Stones of the bed: where each lies, how wide and how high, m; the same for the same bed. */
export function stonesOf(
	{ roughnessLength }: Column,
	from: number,
	to: number
): { readonly at: number; readonly wide: number; readonly high: number }[] {
	const size = Math.max(0.012, 30 * roughnessLength);
	const stones = [];
	let turn = 1;
	let at = from;
	while (at < to && stones.length < 260) {
		turn = (turn * 16807) % 2147483647;
		const much = turn / 2147483647;
		stones.push({ at, wide: size * (0.7 + 0.9 * much), high: size * (0.22 + 0.5 * much) });
		at += size * (0.9 + 0.8 * much);
	}
	return stones;
}
