import type { LineTop } from '../../body/index';
import type { FoundControl, LandingKind, WayPart, WayParts } from '../parts';

/** What a fly hangs on at the surface. */
export interface Floating {
	readonly name: string;
	/** The number of the rig that says how much it carries. */
	readonly part: 'float' | 'carries';
	/** What to take where that is too little. */
	readonly more: string;
}

/** A way of fishing: everything that differs from one to the next is asked here. */
export interface WayDefinition<Part extends WayPart = WayPart> {
	/** What its rig has beside what every rig has. */
	readonly parts: readonly Part[];
	/** After the name of a rig. */
	readonly words: string;
	/** null where the line comes from the rod: it is cast, and has a leader. */
	readonly floats: Floating | null;
	/** What is said of how the rod is held. */
	readonly held: readonly FoundControl[];
	/** And what of it is found while it is not set. */
	readonly found: readonly FoundControl[];
	/** The line is followed by the tip, at a share of the current; the hand may feel the bed. */
	readonly led: boolean;
	/** A good drift, or only how deep it hangs. */
	readonly asks: 'drift' | 'depth';
	/** What is used up while it sinks: the room upstream of the fish, or the count. */
	readonly late: 'room' | 'count';
	/** How the cast lands where nobody says. */
	readonly landing: LandingKind;
	/** Numbers of the rig that count, beside the tippet's diameter. */
	readonly numbers: readonly (
		'tippetLength' | 'leaderLength' | 'leaderDiameter' | 'rod' | 'tipHeight' | 'float' | 'carries'
	)[];
	/** The upper end of its line. @param rig with the hand's controls at the numbers that hold */
	readonly top: (rig: Pick<WayParts, Part>) => LineTop;
}

/** A definition whose upper end sees no part but its own. */
export const wayOf = <const Part extends WayPart>(
	definition: WayDefinition<Part>
): WayDefinition<Part> => definition;
