import type { BeliefValues } from '../belief/index';
import { SPHERE, type FlyBody, type Point } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import { elementDrag } from './element-drag';

export type Attitude = 'nose down' | 'level';

/** A fly sinking steadily in still water. */
export interface Sink {
	/** Terminal speed, m/s; 0 when the fly floats. */
	readonly speed: number;
	readonly attitude: Attitude;
	/** The attitude is taken as given, not solved; true until moments decide it. */
	readonly attitudeAssumed: true;
	/** Weight less buoyancy, N; negative when the fly floats. */
	readonly submergedWeight: number;
	readonly floats: boolean;
}

/** Flow past the fly, in its own frame, for the attitudes that are taken as given. */
const FLOW: Readonly<Record<Attitude, Point>> = {
	'nose down': { x: 1, y: 0 },
	level: { x: 0, y: 1 }
};

const SLOWEST = 1e-5;
const FASTEST = 20;

/**
 * Terminal speed: where the drag of all elements carries the submerged weight.
 *
 * Attitude is taken, not solved: nose down with a bead, level without. Range: speeds from 1e-5 to
 * 20 m/s, which is beyond every fly that can be tied.
 *
 * @param hint a speed to start from, m/s; only the number of steps depends on it
 */
export function settle(body: FlyBody, fluid: Fluid, values: BeliefValues, hint = 0.4): Sink {
	const attitude: Attitude = body.elements.kind.includes(SPHERE) ? 'nose down' : 'level';
	const submergedWeight = (body.mass - fluid.density * body.volume) * GRAVITY;
	const rest = { attitude, attitudeAssumed: true, submergedWeight } as const;
	if (submergedWeight <= 0) return { ...rest, speed: 0, floats: true };
	const flow = FLOW[attitude];
	const excess = (speed: number) =>
		Math.log(totalDrag(body, flow, speed, fluid, values) / submergedWeight);
	return { ...rest, speed: solve(excess, hint), floats: false };
}

/** Drag of the whole fly along the flow, N. @param speed m/s, > 0 */
export function totalDrag(
	body: FlyBody,
	flow: Point,
	speed: number,
	fluid: Fluid,
	values: BeliefValues
): number {
	let total = 0;
	for (let i = 0; i < body.elements.count; i++) {
		total += elementDrag(body.elements, i, flow, speed, fluid, values);
	}
	return total;
}

/**
 * Root of an increasing function of the speed's logarithm. Drag is nearly a power of the speed, so
 * the secant in logarithms closes in within a few steps; the bracket catches what it overshoots.
 */
function solve(excess: (speed: number) => number, hint: number): number {
	let low = Math.log(SLOWEST);
	let high = Math.log(FASTEST);
	let x = Math.log(hint);
	let f = excess(hint);
	let slope = 1.7;
	for (let step = 0; step < 80; step++) {
		if (f > 0) high = x;
		else low = x;
		let next = x - f / slope;
		if (!(next > low && next < high)) next = (low + high) / 2;
		if (Math.abs(next - x) < 1e-8) return Math.exp(next);
		const value = excess(Math.exp(next));
		const secant = (value - f) / (next - x);
		if (secant > 0.5 && secant < 3) slope = secant;
		x = next;
		f = value;
	}
	return Math.exp(x);
}
