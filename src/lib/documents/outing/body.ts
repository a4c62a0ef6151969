/** A day on a river that is planned: where, how, and by which water. What the box does there is worked out. */
export interface OutingBodyDocument {
	/** ISO date. */
	on: string;
	riverId: string;
	/** In the order in which they are fished; one that was deleted since is passed over. */
	lieIds: string[];
	/** The ways of fishing that are taken along. */
	rigIds: string[];
	/** Flow that is expected; the river's own where it is not said. */
	flowM3s?: number;
	/** Water temperature that is expected; the river's own where it is not said. */
	temperatureC?: number;
	notes?: string;
}

/** More than these are no day's fishing (our choice). */
export const MOST_LIES = 24;
export const MOST_RIGS = 4;
