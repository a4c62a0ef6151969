import { priorBeliefs } from '../belief/index';
import { math } from '../quantity/index';

/** Scatter of the logarithm from one bead or hook of a lot to the next (our estimate). */
export const PIECE_SCATTER = 0.015;
/** And from one fly of a hand to the next: what is believed of any one of them. */
export const FLY_SCATTER = priorBeliefs['tied.mass'].spread;
/** A fly's weight in water grows by so much more than its mass does, as a share (a figure of most). */
const IN_WATER = 1.4;
/** What both do to a fly's sink rate, which goes with the root of its weight in water over its drag. */
export const FLY_SPEED_SCATTER =
	math.hypot(IN_WATER * FLY_SCATTER, priorBeliefs['tied.drag'].spread) / 2;
