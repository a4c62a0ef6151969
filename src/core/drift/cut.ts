import { math } from '../quantity/index';
import { lineLength, type Column, type Line } from '../body/index';
import { stateOf, type Hung, type State } from './state';

/**
 * A line cut into segments, from its upper end down. Segment i leads from node i to node `to[i]`, the next one; a
 * dropper is one segment, from the fly on its end to its knot, and stands just before the knot. So each node's
 * neighbours above come before it, and the one below is one.
 */
export interface Cut {
	readonly to: Int32Array;
	/** Rest length, diameter (m) and density (kg/m³) of each. */
	readonly rest: Float64Array;
	readonly diameter: Float64Array;
	readonly density: Float64Array;
	/** Which node each fly sits on. */
	readonly flyAt: readonly number[];
}

/** Near the fly the line is cut finer: a segment's length grows with its distance from here, m, on (our choice). */
const FINE_WITHIN = 0.25;

/** No segment needs to be shorter than this, m (our choice). */
const SHORTEST = 0.015;

/** @param segments about how many; ends of pieces and flies fall on nodes */
export function cut(flies: readonly Hung[], line: Line, segments: number): Cut {
	const whole = lineLength(line);
	/** Segments counted from the lower end, at a distance from it. */
	const count = (above: number) =>
		(segments * math.log1p(above / FINE_WITHIN)) / math.log1p(whole / FINE_WITHIN);
	const placeOf = (counted: number) =>
		FINE_WITHIN * math.expm1((counted * math.log1p(whole / FINE_WITHIN)) / segments);
	const marks = [0, whole, ...flies.map(({ above }) => whole - above)];
	let sum = 0;
	for (const { length } of line.pieces) marks.push((sum += length));
	const cuts = marks
		.map((at) => Math.max(0, Math.min(whole, at)))
		.sort((a, b) => a - b)
		.filter((at, i, all) => i === 0 || at - all[i - 1]! > 1e-6);
	const rest: number[] = [];
	const diameter: number[] = [];
	const density: number[] = [];
	const nodes: number[] = [0];
	for (let k = 0; k + 1 < cuts.length; k++) {
		const [from, to] = [cuts[k]!, cuts[k + 1]!];
		let end = 0;
		const piece = line.pieces.find(({ length }) => (end += length) > (from + to) / 2)!;
		const [a, b] = [count(whole - from), count(whole - to)];
		const many = Math.max(1, Math.min(Math.round(a - b), Math.ceil((to - from) / SHORTEST)));
		let before = from;
		for (let i = 1; i <= many; i++) {
			const next = i === many ? to : whole - placeOf(a + ((b - a) * i) / many);
			rest.push(next - before);
			diameter.push(piece.diameter);
			density.push(piece.density);
			nodes.push(next);
			before = next;
		}
	}
	const flyAt = flies.map(({ above }) => {
		const off = (s: number) => Math.abs(s - (whole - above));
		return nodes.reduce((best, s, i) => (off(s) < off(nodes[best]!) ? i : best), 0);
	});
	const ends = tieDroppers(flies, flyAt, { rest, diameter, density });
	return {
		to: Int32Array.from(rest, (_, i) => (ends.includes(i + 1) ? i + 2 : i + 1)),
		rest: Float64Array.from(rest),
		diameter: Float64Array.from(diameter),
		density: Float64Array.from(density),
		flyAt
	};
}

/**
 * Puts the droppers in, each of what it is said to be or of the line just above its knot, and the flies on their ends.
 *
 * @returns the nodes that are ends of droppers
 */
function tieDroppers(
	flies: readonly Hung[],
	flyAt: number[],
	line: Readonly<Record<'rest' | 'diameter' | 'density', number[]>>
): readonly number[] {
	const ends: number[] = [];
	// From the lower end up: what is above keeps its number.
	for (const [k, { dropper = 0, of }] of flies.entries()) {
		if (dropper < SHORTEST) continue;
		let knot = Math.max(1, flyAt[k]!);
		// A knot holds one dropper, whose end comes before it: the next one is tied a node further up.
		while (ends.includes(knot - 1)) knot -= 2;
		if (knot < 1) continue;
		const { rest, diameter, density } = line;
		rest.splice(knot, 0, dropper);
		diameter.splice(knot, 0, of?.diameter ?? diameter[knot - 1]!);
		density.splice(knot, 0, of?.density ?? density[knot - 1]!);
		flyAt.forEach((at, other) => (flyAt[other] = other === k ? knot : at < knot ? at : at + 1));
		ends.forEach((end, other) => (ends[other] = end < knot ? end : end + 1));
		ends.push(knot);
	}
	return ends;
}

/**
 * As the cast leaves it: the line straight from its upper end to where it meets the water, the rest on
 * the water towards the fly at the origin. What is slack lies on the water, drawn together evenly;
 * what is on the water goes along with it. A dropper lies on the water beyond its knot, or hangs down from it.
 */
export function landed(line: Line, column: Column, { rest, to }: Cut): State {
	const { top, landing } = line;
	const state = stateOf(rest.length + 1);
	const whole = lineLength(line);
	const height = top.kind === 'float' ? 0 : top.height;
	const away = landing.reach * Math.sqrt(Math.max(0, whole * whole - height * height));
	// A hand at the end of a swing is upstream of its fly; every other upper end lies downstream of it.
	const side = top.kind === 'hand' ? -1 : 1;
	const upper = top.kind === 'float' ? column.depth - top.diameter / 3 : column.depth + height;
	const met = meetsWater(whole, height, away, landing.reach);
	const inAir = Math.min(whole, math.hypot(away - met, height));
	const tipSpeed = height > 0 ? 0 : column.surfaceSpeed;
	let done = 0;
	for (let i = 0; i <= rest.length; i = to[i] ?? rest.length + 1) {
		const onWater = done >= inAir;
		const share = onWater ? (whole - done) / Math.max(1e-9, whole - inAir) : done / inAir;
		state.x[i] = side * (onWater ? share * met : away + share * (met - away));
		state.z[i] = onWater ? column.depth : upper + share * (column.depth - upper);
		state.u[i] = onWater
			? column.surfaceSpeed
			: tipSpeed + share * (column.surfaceSpeed - tipSpeed);
		done += rest[i] ?? 0;
	}
	for (let i = 1; i < rest.length; i++) {
		if (to[i - 1] === i) continue;
		const knot = i + 1;
		const hangs = Math.min(rest[i]!, state.z[knot]! - column.depth);
		state.x[i] = state.x[knot]! - side * Math.sqrt(math.square(rest[i]!) - math.square(hangs));
		state.z[i] = state.z[knot]! - hangs;
		state.u[i] = state.u[knot]!;
	}
	if (height === 0) state.z[0] = upper;
	const last = rest.length;
	state.x[last] = 0;
	state.z[last] = column.depth;
	state.w[last] = -landing.plunge;
	return state;
}

/** How far from the fly the line meets the water, so that what lies there is drawn together to `share` of its length. */
function meetsWater(whole: number, height: number, away: number, share: number): number {
	const spare = (at: number) => share * (whole - math.hypot(away - at, height)) - at;
	if (spare(away) >= 0) return away;
	let low = 0;
	let high = away;
	for (let k = 0; k < 40; k++) {
		const middle = (low + high) / 2;
		if (spare(middle) > 0) low = middle;
		else high = middle;
	}
	return low;
}
