import type { Beliefs } from '../belief/index';

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

/** How far a fish is taken to hold unless it is said otherwise, m (our choice). */
export const USUAL_HOLD = 1.5;

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
	/** Length of the piece in which the fish may take; the usual one where it is not said. */
	readonly hold?: number;
	/** How surely the depth is known, as the standard deviation of its logarithm; judged from the bank where it is not said. */
	readonly depthSpread?: number;
	/** That of the surface speed; from timed floats, or judged. */
	readonly speedSpread?: number;
}

/** The beliefs as they stand for this lie: what was measured there is believed more. */
export function beliefsIn({ depthSpread, speedSpread }: Lie, beliefs: Beliefs): Beliefs {
	if (depthSpread === undefined && speedSpread === undefined) return beliefs;
	const depth = beliefs['water.depth'];
	const speed = beliefs['water.speed'];
	return {
		...beliefs,
		'water.depth': { ...depth, spread: depthSpread ?? depth.spread },
		'water.speed': { ...speed, spread: speedSpread ?? speed.spread }
	};
}
