import { ballOuter, ballOutside } from './round';
import type { BeadShapeDefinition } from './shape';

/** A ball with a slot from the bore outwards, for jigs. */
export const slotted = {
	words: 'slotted',
	slotted: true,
	counterpart: 'round',
	meanWidth: 1,
	outside: ballOutside,
	outer: ballOuter
} as const satisfies BeadShapeDefinition;
