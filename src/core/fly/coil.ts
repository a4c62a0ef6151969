import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { BeadGeometry } from './bead/index';
import { coilPlaceTable, type CoilSeat } from './coil-places';
import type { HookGeometry } from './hook';
import type { CoilChoice } from './recipe';

/** A touching helix of weighting wire on the shank, metres. */
export interface CoilGeometry {
	readonly wire: number;
	readonly turns: number;
	/** Turns of the second layer, which lies on the front of the first. */
	readonly second: number;
	/** Start and end along the shank from its front end. */
	readonly start: number;
	readonly end: number;
	/** End of the second layer; the start where there is none. */
	readonly secondEnd: number;
	/** Over the first layer. */
	readonly outerDiameter: number;
	/** Wire in the coil, without ends to hold it by. */
	readonly wireLength: number;
	/** m³ */
	readonly volume: number;
	/** Centre along the shank. */
	readonly centre: number;
	/** How it meets the bead. */
	readonly seat: CoilSeat['seat'];
}

/** Length of one touching turn, metres: √((π(d_under + d))² + d²). */
export function turnLength(under: number, wire: number): number {
	return math.hypot(Math.PI * (under + wire), wire);
}

/**
 * The coil in its place.
 *
 * @param beadSeat the bead's centre along the shank, m
 */
export function coilGeometry(
	coil: CoilChoice,
	{ wire: under, shank }: HookGeometry,
	bead: BeadGeometry | null,
	beadSeat: number,
	values: ParameterValues
): CoilGeometry {
	const wire = coil.wire * values['coil.wire'];
	const outerDiameter = under + 2 * wire;
	// The second layer lies on the first and cannot be longer.
	const second = Math.min(coil.second ?? 0, coil.turns);
	const wireLength =
		coil.turns * turnLength(under, wire) + second * turnLength(outerDiameter, wire);
	const length = coil.turns * wire;
	const section = (Math.PI / 4) * wire * wire;
	const face = bead ? beadSeat + bead.rear : 0;
	const { start, seat } = coilPlaceTable[coil.place ?? 'forward'].seat({
		shank,
		length,
		outerDiameter,
		bead,
		face
	});
	const firstShare = coil.turns * turnLength(under, wire);
	const secondCentre = start + (second * wire) / 2;
	return {
		wire,
		turns: coil.turns,
		second,
		start,
		end: start + length,
		secondEnd: start + second * wire,
		outerDiameter,
		wireLength,
		volume: section * wireLength,
		centre:
			(firstShare * (start + length / 2) + (wireLength - firstShare) * secondCentre) / wireLength,
		seat
	};
}

/** Density of a coil's metal as believed, kg/m³. */
export function coilDensity(metal: CoilChoice['metal'], values: ParameterValues): number {
	return values[`coil.${metal}.density`];
}
