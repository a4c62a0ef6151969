/**
 * The door between craft and physics: what a fly is once hooks, beads and turns are forgotten.
 *
 * The fly's frame, metres: x runs along the shank from its front end (where the eye or the jig
 * neck begins) towards the tail; y is square to it in the hook's plane, the point lying at −y.
 */
export interface FlyBody {
	/** kg, soaked: water held between fibres is not counted, it weighs nothing in water. */
	readonly mass: number;
	/** Displaced volume of solid matter, m³. */
	readonly volume: number;
	/** Water that lies between fibres and moves along with them, m³. */
	readonly held: number;
	/** Moment of inertia about the centre of mass, for turning in the hook's plane, kg m². */
	readonly inertia: number;
	readonly centreOfMass: Point;
	readonly centreOfBuoyancy: Point;
	/** Where the tippet pulls. */
	readonly eye: Point;
	readonly elements: DragElements;
}

export interface Point {
	readonly x: number;
	readonly y: number;
}

/** Kinds of drag element, as stored in DragElements.kind. */
export const SPHERE = 0;
/** A piece of the dressed body: a short cylinder that is part of a longer run. */
export const STRIP = 1;
/** A piece of bare wire. */
export const WIRE = 2;
/** A bundle of like fibres standing round the axis. */
export const FIBRES = 3;
/** A blunt face looking forward: an annulus wider than what lies before it. */
export const SHOULDER = 4;
/** A blunt end looking back. */
export const BASE = 5;
/** A bundle of like fibres that trails along its axis. */
export const TRAIL = 6;

/** Of DragElements.kind, which lies in memory as bytes. */
export type ElementKind =
	| typeof SPHERE
	| typeof STRIP
	| typeof WIRE
	| typeof FIBRES
	| typeof SHOULDER
	| typeof BASE
	| typeof TRAIL;

/** Ways in which a piece of wire is sheltered, as stored in DragElements.shelter. */
export const OPEN = 0;
/** Before a bead, in its stagnation zone, or in its wake. */
export const BY_BEAD = 1;
/** In the wake of body and hackle. */
export const BEHIND_BODY = 2;

/** Drag elements as parallel columns; entry i of each, below `count`, belongs to element i. Metres. */
export interface DragElements {
	readonly count: number;
	readonly kind: Uint8Array;
	/** Which part of the thing it belongs to; what the numbers mean is known to whoever made the body. */
	readonly part: Uint8Array;
	/** Centre, in the fly's frame. */
	readonly x: Float64Array;
	readonly y: Float64Array;
	/** Unit direction of the element's axis, in the fly's frame; for faces the outward normal. */
	readonly axisX: Float64Array;
	readonly axisY: Float64Array;
	/** Out of the hook's plane: such an element stands for itself and its mirror image. */
	readonly axisZ: Float64Array;
	/** What it does not meet the whole stream for: OPEN, BY_BEAD or BEHIND_BODY. */
	readonly shelter: Uint8Array;
	/** Unit direction to it from what shelters it; nothing where it is open. */
	readonly leeX: Float64Array;
	readonly leeY: Float64Array;
	/** Of a ring's piece the direction outwards from the ring's centre; nothing otherwise. */
	readonly rimX: Float64Array;
	readonly rimY: Float64Array;
	/** Length along the axis; for a sphere and for faces 0; for fibres the length of one. */
	readonly length: Float64Array;
	/** Diameter; for faces that of the disc with the same area. */
	readonly diameter: Float64Array;
	/** Strips: length over mean diameter of the whole run. Bases: run's wetted area over base area. */
	readonly slenderness: Float64Array;
	/** Fibres in the bundle, 2 of what has a mirror image, 1 otherwise. */
	readonly number: Float64Array;
	/** Bending stiffness EI of one fibre, N m²; 0 otherwise. */
	readonly stiffness: Float64Array;
}
