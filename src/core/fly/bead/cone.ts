import { CONE_PROPORTIONS } from '../../material/index';
import type { BeadShapeDefinition } from './shape';

const { length, nose } = CONE_PROPORTIONS;

/** A frustum, its small end towards the eye; but for the diameter its proportions are our estimate. */
export const cone = {
	words: 'cone',
	slotted: false,
	counterpart: null,
	meanWidth: (1 + nose) / 2,
	outside({ diameter, bore }) {
		const half = (length * diameter) / 2;
		// The bore comes out of its small end.
		const end = Math.max((nose * diameter) / 2, bore / 2);
		return { radius: diameter / 2, nose: end, front: -half, rear: half };
	},
	outer: ({ radius, nose: end, front, rear }, s) =>
		end! + ((radius - end!) * (s - front)) / (rear - front)
} as const satisfies BeadShapeDefinition;
