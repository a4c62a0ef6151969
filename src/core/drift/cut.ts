import { math } from '../quantity/index';
import { lineLength, type Column, type Line } from '../body/index';
import { stateOf, type Hung, type State } from './state';

/** A line cut into segments, from its upper end down. */
export interface Cut {
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
	const ends = marks
		.map((at) => Math.max(0, Math.min(whole, at)))
		.sort((a, b) => a - b)
		.filter((at, i, all) => i === 0 || at - all[i - 1]! > 1e-6);
	const rest: number[] = [];
	const diameter: number[] = [];
	const density: number[] = [];
	const nodes: number[] = [0];
	for (let k = 0; k + 1 < ends.length; k++) {
		const [from, to] = [ends[k]!, ends[k + 1]!];
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
	return {
		rest: Float64Array.from(rest),
		diameter: Float64Array.from(diameter),
		density: Float64Array.from(density),
		flyAt
	};
}

/**
 * As the cast leaves it: the line straight from its upper end to where it meets the water, the rest on
 * the water towards the fly at the origin. What is slack lies on the water, drawn together evenly;
 * what is on the water goes along with it.
 */
export function landed(line: Line, column: Column, rest: Float64Array): State {
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
	for (let i = 0; i <= rest.length; i++) {
		const onWater = done >= inAir;
		const share = onWater ? (whole - done) / Math.max(1e-9, whole - inAir) : done / inAir;
		state.x[i] = side * (onWater ? share * met : away + share * (met - away));
		state.z[i] = onWater ? column.depth : upper + share * (column.depth - upper);
		state.u[i] = onWater
			? column.surfaceSpeed
			: tipSpeed + share * (column.surfaceSpeed - tipSpeed);
		done += rest[i] ?? 0;
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
