import { beadMetalWords } from '$core/fly/index';
import type { BeadOption } from '$core/match/index';
import { MILLIMETRE } from '$core/quantity/index';
import { fixed } from '$lib/controls/index';

export const mm = (metres: number) => fixed(1)(metres / MILLIMETRE);
/** Good drifts of ten. */
export const tenths = (one: BeadOption) => (10 * one.chance).toFixed(0);
export const beadName = (one: BeadOption) =>
	one.metal ? `${mm(one.diameter)} mm ${beadMetalWords[one.metal]}` : 'no bead';
