import { beadMetalWords } from '$core/fly/index';
import type { BeadOption } from '$core/match/index';
import { beadDiameterField, shown } from '$core/quantity/index';

/** A bead's size without its unit. */
export const size = (metres: number) =>
	beadDiameterField.show(metres).replace(` ${shown.small.unit}`, '');
/** Good drifts of ten. */
export const tenths = (one: BeadOption) => (10 * one.chance).toFixed(0);
export const beadName = (one: BeadOption) =>
	one.metal ? `${beadDiameterField.show(one.diameter)} ${beadMetalWords[one.metal]}` : 'no bead';
