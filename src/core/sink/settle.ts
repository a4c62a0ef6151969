import type { BeliefValues } from '../belief/index';
import { SPHERE, type FlyBody, type Point } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Fluid } from '../water/index';
import { dragFactors, elementDrag, type DragFactors } from './element-drag';

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
	/** By which power of the speed the drag grows there: 1 creeping to 2 inertial. */
	readonly exponent: number;
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
 * @param near the answer for almost the same fly, to start from, and the relative step that ends the
 *   search; without it the speed is solved to 1e-8. `sameDrag` says that the two flies differ in weight
 *   alone: the drag's own power of the speed then gives the answer at once
 */
export function settle(
	body: FlyBody,
	fluid: Fluid,
	values: BeliefValues,
	near?: { readonly sink: Sink; readonly tolerance: number; readonly sameDrag?: boolean }
): Sink {
	const attitude: Attitude = body.elements.kind.includes(SPHERE) ? 'nose down' : 'level';
	const submergedWeight = (body.mass - fluid.density * body.volume) * GRAVITY;
	const rest = { attitude, attitudeAssumed: true, submergedWeight } as const;
	if (submergedWeight <= 0) return { ...rest, speed: 0, floats: true, exponent: 2 };
	if (near?.sameDrag && !near.sink.floats) {
		const { speed, submergedWeight: weight, exponent } = near.sink;
		const scaled = speed * (submergedWeight / weight) ** (1 / exponent);
		return { ...rest, speed: scaled, exponent, floats: false };
	}
	const flow = FLOW[attitude];
	const factors = dragFactors(values);
	const excess = (speed: number) =>
		Math.log(totalDrag(body, flow, speed, fluid, factors) / submergedWeight);
	const solved =
		near && !near.sink.floats
			? solve(excess, near.sink.speed, near.sink.exponent, near.tolerance)
			: solve(excess, 0.4, 1.7, 1e-8);
	return { ...rest, ...solved, floats: false };
}

/** Drag of the whole fly along the flow, N. @param speed m/s, > 0 */
function totalDrag(
	body: FlyBody,
	flow: Point,
	speed: number,
	fluid: Fluid,
	factors: DragFactors
): number {
	let total = 0;
	for (let i = 0; i < body.elements.count; i++) {
		total += elementDrag(body.elements, i, flow, speed, fluid, factors);
	}
	return total;
}

/**
 * Root of an increasing function of the speed's logarithm. Drag is nearly a power of the speed, so
 * the secant in logarithms closes in within a few steps; the bracket catches what it overshoots.
 */
function solve(
	excess: (speed: number) => number,
	from: number,
	exponent: number,
	tolerance: number
): { speed: number; exponent: number } {
	let low = Math.log(SLOWEST);
	let high = Math.log(FASTEST);
	let x = Math.log(from);
	let f = excess(from);
	for (let step = 0; step < 80; step++) {
		if (f > 0) high = x;
		else low = x;
		let next = x - f / exponent;
		if (!(next > low && next < high)) next = (low + high) / 2;
		if (Math.abs(next - x) < tolerance) return { speed: Math.exp(next), exponent };
		const value = excess(Math.exp(next));
		const secant = (value - f) / (next - x);
		if (secant > 0.5 && secant < 3) exponent = secant;
		x = next;
		f = value;
	}
	return { speed: Math.exp(x), exponent };
}
