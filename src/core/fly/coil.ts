import type { BeliefValues } from '../belief/index';
import type { BeadGeometry } from './bead';
import type { CoilChoice } from './recipe';

/** A touching helix of weighting wire on the shank, metres. */
export interface CoilGeometry {
	readonly wire: number;
	readonly turns: number;
	/** Start and end along the shank from its front end. */
	readonly start: number;
	readonly end: number;
	readonly outerDiameter: number;
	/** Wire in the coil, without ends to hold it by. */
	readonly wireLength: number;
	/** m³ */
	readonly volume: number;
	/** kg */
	readonly mass: number;
	/** Whether the coil goes into the bead's recess, is pushed up against it, or stands alone. */
	readonly seat: 'recess' | 'butted' | 'alone';
}

/** Length of one touching turn, metres: √((π(d_under + d))² + d²). */
export function turnLength(under: number, wire: number): number {
	return Math.hypot(Math.PI * (under + wire), wire);
}

/**
 * The coil, pushed forward into the bead's recess as far as its outside diameter lets it, else
 * butted behind the bead; without a bead it starts a quarter of the shank behind the eye.
 *
 * @param under diameter of the shank, m
 * @param shank length of the shank, m
 * @param seatCentre the bead's centre along the shank, m
 */
export function coilGeometry(
	coil: CoilChoice,
	under: number,
	shank: number,
	bead: BeadGeometry | null,
	seatCentre: number,
	values: BeliefValues
): CoilGeometry {
	const wire = coil.wire * values['coil.wire'];
	const density = values[coil.metal === 'lead' ? 'coil.lead.density' : 'coil.leadFree.density'];
	const outerDiameter = under + 2 * wire;
	const wireLength = coil.turns * turnLength(under, wire);
	const volume = (Math.PI / 4) * wire * wire * wireLength;
	let start = shank / 4;
	let seat: CoilGeometry['seat'] = 'alone';
	if (bead) {
		// The recess narrows inwards: the coil stops where the cone is as wide as the coil.
		const room = (bead.recess - outerDiameter) / (bead.recess - bead.bore);
		const entry = bead.recess > bead.bore ? Math.max(0, Math.min(1, room)) * bead.recessDepth : 0;
		start = seatCentre + bead.rear - entry;
		seat = entry > 0 ? 'recess' : 'butted';
	}
	return {
		wire,
		turns: coil.turns,
		start,
		end: start + coil.turns * wire,
		outerDiameter,
		wireLength,
		volume,
		mass: volume * density,
		seat
	};
}
