import { math } from '../quantity/index';
import type { BeliefValues } from '../belief/index';
import type { BeadGeometry } from './bead/index';
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
	/** How it meets the bead; `rattles`: thinner than the bore, so that nothing holds the bead. */
	readonly seat: 'recess' | 'slot' | 'butted' | 'rattles' | 'alone';
}

/** Length of one touching turn, metres: √((π(d_under + d))² + d²). */
export function turnLength(under: number, wire: number): number {
	return math.hypot(Math.PI * (under + wire), wire);
}

/** Share of the shank at which a coil ends that is wound to the rear (our estimate). */
const REAR_END = 0.92;

/**
 * The coil in its place: pushed forward into the bead's recess as far as its outside diameter lets it,
 * else butted behind the bead; jammed into the slot; behind the bead without entering it; in the
 * middle of the shank; or to the rear. Without a bead, forward starts a quarter of the shank behind the eye.
 *
 * @param beadSeat the bead's centre along the shank, m
 */
export function coilGeometry(
	coil: CoilChoice,
	{ wire: under, shank }: HookGeometry,
	bead: BeadGeometry | null,
	beadSeat: number,
	values: BeliefValues
): CoilGeometry {
	const wire = coil.wire * values['coil.wire'];
	const outerDiameter = under + 2 * wire;
	// The second layer lies on the first and cannot be longer.
	const second = Math.min(coil.second ?? 0, coil.turns);
	const wireLength =
		coil.turns * turnLength(under, wire) + second * turnLength(outerDiameter, wire);
	const length = coil.turns * wire;
	const section = (Math.PI / 4) * wire * wire;
	const { start, seat } = placed(coil, outerDiameter, length, shank, bead, beadSeat);
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

function placed(
	{ place = 'forward' }: CoilChoice,
	outerDiameter: number,
	length: number,
	shank: number,
	bead: BeadGeometry | null,
	beadSeat: number
): { start: number; seat: CoilGeometry['seat'] } {
	const face = bead ? beadSeat + bead.rear : 0;
	const behind = (start: number) => Math.max(start, face);
	if (place === 'centred') return { start: behind((shank - length) / 2), seat: 'alone' };
	if (place === 'rear') return { start: behind(REAR_END * shank - length), seat: 'alone' };
	if (!bead) return { start: shank / 4, seat: 'alone' };
	if (place === 'butted') return { start: face, seat: 'butted' };
	if (place === 'slot' && bead.slot > 0) {
		// Jammed in as far as the recess is deep, so that the bead sits off the shank.
		return { start: face - bead.recessDepth, seat: 'slot' };
	}
	// The recess narrows inwards: the coil stops where the cone is as wide as the coil.
	const room = (bead.recess - outerDiameter) / (bead.recess - bead.bore);
	const share = bead.recess > bead.bore ? Math.max(0, Math.min(1, room)) : 0;
	if (share === 0) return { start: face, seat: 'butted' };
	const seat = outerDiameter < bead.bore ? 'rattles' : 'recess';
	return { start: face - share * bead.recessDepth, seat };
}

/** Density of a coil's metal as believed, kg/m³. */
export function coilDensity(metal: CoilChoice['metal'], values: BeliefValues): number {
	return values[`coil.${metal}.density`];
}
