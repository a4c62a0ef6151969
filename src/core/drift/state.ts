import type { LinePiece } from '../body/index';
import type { Towed } from '../sink/index';

/** A fly on the line. */
export interface Hung {
	readonly fly: Towed;
	/** How far above the line's lower end it, or its dropper, is tied in, m. */
	readonly above: number;
	/** Length of the dropper on which it hangs, m; in line without one. */
	readonly dropper?: number;
	/** What that is of; absent: of the line just above its knot. */
	readonly of?: LinePiece;
}

/** Places and velocities of a chain's nodes. */
export interface State {
	readonly x: Float64Array;
	readonly z: Float64Array;
	readonly u: Float64Array;
	readonly w: Float64Array;
}

/** What Newton's method needs at the places and velocities of the nodes; filled anew each time. */
export interface Load {
	/** Forces, N. */
	readonly fx: Float64Array;
	readonly fz: Float64Array;
	/** Mass with the water moved along, kg; symmetric: xx, xz, zz. */
	readonly mxx: Float64Array;
	readonly mxz: Float64Array;
	readonly mzz: Float64Array;
	/** M − γh ∂F/∂v − (γh)² ∂F/∂x: of a node on itself, four a node: xx, xz, zx, zz. */
	readonly own: Float64Array;
	/** The same of the node of a segment's own number on the places and velocities of that to which it leads, four a segment. */
	readonly next: Float64Array;
	/** And of that on those of its own. */
	readonly prior: Float64Array;
}

const columnsOf = (length: number) => new Float64Array(length);

export const stateOf = (nodes: number): State => ({
	x: columnsOf(nodes),
	z: columnsOf(nodes),
	u: columnsOf(nodes),
	w: columnsOf(nodes)
});

export const loadOf = (nodes: number): Load => ({
	fx: columnsOf(nodes),
	fz: columnsOf(nodes),
	mxx: columnsOf(nodes),
	mxz: columnsOf(nodes),
	mzz: columnsOf(nodes),
	own: columnsOf(4 * nodes),
	next: columnsOf(4 * nodes),
	prior: columnsOf(4 * nodes)
});

export function copyState(from: State, to: State): void {
	to.x.set(from.x);
	to.z.set(from.z);
	to.u.set(from.u);
	to.w.set(from.w);
}
