import type { Column } from '../body/index';
import type { Towed } from '../sink/index';
import type { Held } from './upper-end';

/** What forces depend on, of a chain in its water. */
export interface ChainParts {
	readonly column: Column;
	/** Of each segment: rest length and diameter, m; half its mass, and half that of the water it takes the place of, kg. */
	readonly rest: Float64Array;
	readonly diameter: Float64Array;
	readonly halfMass: Float64Array;
	readonly halfWater: Float64Array;
	/** The node to which each segment leads from the node of its own number: the next one, or the knot past a dropper's end. */
	readonly to: Int32Array;
	/** Of the line, N a unit of strain; of the bed, N/m. */
	readonly stiffness: number;
	readonly bedSpring: number;
	/** The flies, and on which node each sits. */
	readonly hung: readonly { readonly fly: Towed; readonly at: number }[];
	/** What the upper end does. */
	readonly top: Held;
}

/** Whether a node is a dropper's end: the segment before it leads past it. */
export const isEnd = (to: ArrayLike<number>, i: number): boolean => i > 0 && to[i - 1] !== i;
