import type { ParameterValues } from '../../parameter/index';
import { BEAD_PROPORTIONS } from '../../material/index';
import { isJig } from '../hook-styles';
import type { BeadChoice, HookChoice } from '../recipe';
import { beadShapeTable, type BeadShape } from './shapes';
import { beadSolid, type BeadGeometry } from './solid';

/** The bead as chosen: nominal proportions, or what was measured, scaled by the parameters. */
export function beadGeometry(bead: BeadChoice, values: ParameterValues): BeadGeometry {
	const diameter = bead.diameter * values['bead.diameter'];
	const width = (measured: number | undefined, nominal: number, factor: number) =>
		measured === undefined ? nominal * factor * diameter : measured * factor;
	const bore = Math.min(
		0.9 * diameter,
		width(bead.bore, BEAD_PROPORTIONS.bore, values['bead.bore'])
	);
	const recess = Math.min(
		0.95 * diameter,
		width(bead.recess, BEAD_PROPORTIONS.recess, values['bead.recess'])
	);
	const recessDepth = BEAD_PROPORTIONS.recessDepth * values['bead.recessDepth'] * diameter;
	const slot = Math.min(
		0.9 * diameter,
		width(bead.slot, BEAD_PROPORTIONS.slot, values['bead.slot'])
	);
	return beadSolid(bead.shape, {
		diameter,
		bore,
		recess: Math.max(recess, bore),
		recessDepth,
		slot
	});
}

/** Whether it has a slot, which lets it round the neck of a jig and takes turns of wire. */
export const hasSlot = (bead: Pick<BeadChoice, 'shape'> | null | undefined): boolean =>
	!!bead && beadShapeTable[bead.shape].slotted;

/** The shape that goes on a hook: like this bead's where it does. */
export function shapeFor(hook: HookChoice, like: Pick<BeadChoice, 'shape'> | null): BeadShape {
	if (isJig(hook)) return like && hasSlot(like) ? like.shape : 'slotted';
	return like?.shape ?? 'round';
}

/**
 * Where the bead's centre sits on the shank, metres from its front end: its small hole against the
 * eye, or on a jig with the bend of the neck drawn into it (our estimate: 0.3 of the diameter).
 */
export function beadSeat(bead: BeadGeometry, hook: HookChoice): number {
	return isJig(hook) ? 0.6 * bead.radius : -bead.front;
}

/** Degrees by which the slot is turned from the point's side; on a jig the neck holds it at 0. */
export function slotTurn(bead: BeadChoice, hook: HookChoice): number {
	return hasSlot(bead) && !isJig(hook) ? (bead.slotTurn ?? 0) : 0;
}

/** Density of a bead's metal as believed, kg/m³. */
export function beadDensity(bead: BeadChoice, values: ParameterValues): number {
	switch (bead.metal) {
		case 'tungsten':
			return values['bead.tungsten.density'];
		case 'brass':
			return values['bead.brass.density'];
		case 'steel':
			return values['bead.steel.density'];
		case 'glass':
			return values['bead.glass.density'];
		case 'own':
			return (bead.density ?? OWN_DENSITY) * values['bead.own.density'];
	}
}

/** Of an own metal whose density was not said: bronze, between brass and copper, kg/m³ (from memory). */
const OWN_DENSITY = 8700;
