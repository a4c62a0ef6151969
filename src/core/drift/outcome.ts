/** What makes a drift a good one; both are the person's to change (what is usual is our choice). */
export interface Wanted {
	/** Least share of the hold in the zone. */
	readonly inZone: number;
	/** Largest share of the time in the hold that it may be on the bed. */
	readonly onBed: number;
}
export const USUAL_WANTED: Wanted = { inZone: 0.6, onBed: 0.2 };

/** Why a drift is not a good one, the first that holds. */
export type Fault =
	/** The line is too short to bring the fly to the water. */
	| 'short'
	/** The equations could not be followed to the end. */
	| 'unsolved'
	/** The float or dry fly was pulled under. */
	| 'under'
	/** Never in the zone. */
	| 'never'
	/** In the zone only after the approach. */
	| 'late'
	/** Caught between the stones on the way. */
	| 'hung'
	/** Too much of the hold on the bed, or lying there for good. */
	| 'bed'
	/** In time, but lifted out of the zone again or past the hold too soon. */
	| 'lifted';

/** One drift of a fly on its line through a lie. */
export interface Drift {
	/** s from the landing until the fly first is in the zone; null when it never is. */
	readonly time: number | null;
	/** m from where it touched the water to there. */
	readonly distance: number | null;
	/** Share of the hold that it passes in the zone, 0 to 1. */
	readonly inZone: number;
	/** Share of the time in the hold that it is on the bed: below the stones' zero plane. */
	readonly onBed: number;
	/** Chance that it hangs up on the way; our estimate, from how far it goes between the stones. */
	readonly hangUp: number;
	/** Mean height in the hold, m above the bed's datum; null when it never came there. */
	readonly height: number | null;
	/** Mean speed of the fly against the water round it within the hold, m/s: what a fish sees as drag. */
	readonly slip: number;
	/** Degrees off the plumb line at which the line enters the water, mean within the hold. */
	readonly angle: number;
	/** Pull at the fly, smoothed over 0.1 s: what it does not exceed for 95 % of the time, N. */
	readonly tension: number;
	/** s until the float goes under; null while it stays up, or there is none. */
	readonly under: number | null;
	readonly good: boolean;
	readonly fault: Fault | null;
	/** The same of the flies above the point, the lowest first; absent where there is one fly. */
	readonly above?: readonly Drift[];
}
