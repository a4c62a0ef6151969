/**
 * The door between a described lie and the physics of moving water: a column of water over one
 * spot of bed. Heights z in metres above the bed datum, which is where a wading stick stops.
 */
export interface Column {
	/** Depth, m. */
	readonly depth: number;
	/** kg/m³ */
	readonly density: number;
	/** Dynamic viscosity, Pa s. */
	readonly viscosity: number;
	/** Speed at the surface, m/s. */
	readonly surfaceSpeed: number;
	/** Height of the zero plane of the logarithmic law above the datum, m. */
	readonly zeroPlane: number;
	/** Roughness length z₀, m. */
	readonly roughnessLength: number;
	/** Shear velocity u*, m/s. */
	readonly shearVelocity: number;
	/** Top of the zone in which fish take, m above the datum. */
	readonly zoneTop: number;
	/** Room upstream of the fish in which the fly can land, m. */
	readonly approach: number;
	/** Length of the piece, from the end of the approach on, in which the fish may take, m. */
	readonly hold: number;
	/** True where the depth is under five roughness heights, so that the law is a guess. */
	readonly lawIsGuess: boolean;
}
