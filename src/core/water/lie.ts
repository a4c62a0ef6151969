/** What a lie's bed is made of. */
export const beds = ['sand', 'gravel', 'cobble', 'boulder'] as const;
export type Bed = (typeof beds)[number];

/** Roughness height k_s of each bed, m (our estimate, wide). */
export const ROUGHNESS: Readonly<Record<Bed, number>> = {
	sand: 0.005,
	gravel: 0.05,
	cobble: 0.15,
	boulder: 0.4
};

/** A piece of water as it can be described from the bank. Metres, m/s. */
export interface Lie {
	/** Where a wading stick stops, between the stones. */
	readonly depth: number;
	readonly surfaceSpeed: number;
	readonly bed: Bed;
	/** Top of the zone in which fish take, above the bed. */
	readonly zoneTop: number;
	/** Room upstream of the fish in which the fly can land. */
	readonly approach: number;
}
