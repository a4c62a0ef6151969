import type { CompiledFly } from './compile';

/**
 * How much the fly's weight in water lies off the line of pull, kg m: `up` away from the point's side,
 * `aside` out of the hook's plane. It hangs with the heavier side down, so with `up` positive it rides
 * point up.
 *
 * The line of pull is taken through the eye along the shank, as a fly is drawn or drifts (our choice).
 */
export function rollMoment(
	{ body, parts }: CompiledFly,
	waterDensity: number
): { readonly up: number; readonly aside: number } {
	const { mass, volume, centreOfMass, centreOfBuoyancy, eye } = body;
	return {
		up: mass * (centreOfMass.y - eye.y) - waterDensity * volume * (centreOfBuoyancy.y - eye.y),
		aside: parts.reduce(
			(sum, part) => sum + (part.mass - waterDensity * part.volume) * part.aside,
			0
		)
	};
}

/** Which way up the fly rides when it is pulled. */
export interface Ride {
	readonly pointUp: boolean;
	/** Probability, from the parameters, that it is this way and not the other; 0.5 to 1. */
	readonly sure: number;
	/** Degrees by which it leans to one side of that; 0 with everything in the hook's plane. */
	readonly lean: number;
}
