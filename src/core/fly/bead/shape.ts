/** A bead's widths and depths, metres. */
export interface BeadMeasures {
	/** Largest. */
	readonly diameter: number;
	/** Of the hole through it. */
	readonly bore: number;
	/** Of the recess at its rear face; at least the bore. */
	readonly recess: number;
	readonly recessDepth: number;
	readonly slot: number;
}

/** Where a bead's metal ends, metres about its own centre; s runs along the bore towards the tail. */
export interface Outside {
	/** Half of the largest diameter. */
	readonly radius: number;
	/** Half of the width of its small front end; null where it has none. */
	readonly nose: number | null;
	/** Front and rear faces along the bore. */
	readonly front: number;
	readonly rear: number;
}

/** All that depends on a bead's shape: one file a shape, and a row of `beadShapeTable`. */
export interface BeadShapeDefinition {
	/** Behind its metal and size, in words; none for the usual one. */
	readonly words: string;
	/** Whether it has a slot: it goes round a jig's neck, and can be turned. */
	readonly slotted: boolean;
	/** What one tries on a plain hook in its stead; null: nothing. */
	readonly counterpart: string | null;
	/** By what it crowds the gape, in its largest diameter. */
	readonly meanWidth: number;
	readonly outside: (measures: BeadMeasures) => Outside;
	/** Its outer radius at s. */
	readonly outer: (outside: Outside, s: number) => number;
}
