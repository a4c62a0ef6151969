/**
 * The door between the way of fishing and the physics: a line from its upper end down to the fly,
 * once leaders, tippets and X numbers are forgotten. Metres, kg/m³, m/s.
 */
export interface Line {
	/** From the upper end down; together the line's whole length. */
	readonly pieces: readonly LinePiece[];
	readonly top: LineTop;
	readonly landing: Landing;
}

export interface LinePiece {
	readonly length: number;
	readonly diameter: number;
	/** Of what it is made of, kg/m³. */
	readonly density: number;
}

/** What the line's upper end hangs on. */
export type LineTop =
	| {
			/** A rod tip over the water, led downstream. */
			readonly kind: 'tip';
			/** Above the surface. */
			readonly height: number;
			/** Downstream, as a share of the surface speed. */
			readonly lead: number;
			/** Line that is drawn in at each touch of the bed and kept, m; 0 where the hand does not feel it. */
			readonly drawsIn: number;
	  }
	| {
			/** Something that floats along and carries no more than so much. */
			readonly kind: 'float';
			readonly diameter: number;
			readonly mass: number;
			/** Most that it carries, its own weight taken off, N. */
			readonly lift: number;
	  }
	| {
			/** A hand held still upstream of the fly, as at the end of a swing. */
			readonly kind: 'hand';
			readonly height: number;
	  }
	| {
			/** A hand on the bank: it waits, then draws the line in. */
			readonly kind: 'retrieve';
			readonly height: number;
			/** Seconds. */
			readonly wait: number;
			/** m/s */
			readonly speed: number;
	  };

/** How the cast ends. */
export interface Landing {
	/** Distance from the line's upper end to the fly, as a share of the straight line's. */
	readonly reach: number;
	/** Speed with which the fly goes in, straight down, m/s. */
	readonly plunge: number;
}

/** Length of the whole line, m. */
export function lineLength({ pieces }: Line): number {
	return pieces.reduce((sum, { length }) => sum + length, 0);
}
