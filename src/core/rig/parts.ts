import type { Recipe } from '../fly/index';

export const landings = ['straight', 'slack', 'plunged'] as const;
/** How the cast ends: line stretched out, with slack on the water, or the fly driven in first. */
export type LandingKind = (typeof landings)[number];

export const lineMaterials = ['nylon', 'fluorocarbon'] as const;
export type LineMaterial = (typeof lineMaterials)[number];

/**
 * What the hand on the rod decides anew for every lie and fly: *set* by the person, or left to be found
 * (line out, depth below what floats, count and retrieve) or to what is usual (lead, landing).
 */
export const handControls = ['line', 'hangs', 'countdown', 'retrieve', 'lead', 'landing'] as const;
export type HandControl = (typeof handControls)[number];
/** A control that is found and not just usual. */
export type FoundControl = Exclude<HandControl, 'lead' | 'landing'>;

/** A length of leader or tippet, m. */
export interface LineSection {
	readonly length: number;
	readonly diameter: number;
	readonly material: LineMaterial;
}

/** What a line is of, however long. */
export type LineStuff = Omit<LineSection, 'length'>;

/** A fly above the one on the point, as it was tied on. */
export interface FlyAbove {
	readonly name: string;
	readonly recipe: Recipe;
	/** Up the line from the fly on the point to its knot, m. */
	readonly above: number;
	/** Length of the dropper that it hangs on, m; 0 in line. */
	readonly dropper: number;
	/** What the dropper is of; absent: of the line above its knot. */
	readonly of?: LineStuff;
}
/** Flies of a cast beside the one on the point. */
export const MOST_ABOVE = 2;

/** What there is on every way of fishing. */
export interface SharedParts {
	/** Down to the fly; under a float or a dry fly the whole way from there. */
	readonly tippet: LineSection;
	readonly landing: LandingKind;
	/** The other flies of the cast, the lowest first; absent: there is one fly. */
	readonly cast?: readonly FlyAbove[];
	/** Which of the hand's controls the person set; the numbers of the others are not looked at. */
	readonly set: Readonly<Record<HandControl, boolean>>;
}

/** What some ways of fishing ask for; which, stands with each of them. Metres, kg, m/s. */
export interface WayParts {
	/** Length of the rod. */
	readonly rod: number;
	/** Its tip over the water. */
	readonly tipHeight: number;
	/** From the rod tip to the tippet. */
	readonly leader: LineSection;
	/** How fast the tip is led, as a share of the surface speed. */
	readonly lead: number;
	/** The hand feels the bed: at each touch it draws in a little line, and keeps it. */
	readonly feelsBed: boolean;
	/** Diameter of the float. */
	readonly float: number;
	/** What the dry fly carries in water, kg. */
	readonly carries: number;
	/** s counted down, then drawn in at so much. */
	readonly countdown: number;
	readonly retrieve: number;
}
export type WayPart = keyof WayParts;
/** What every rig has, and what some ways ask for. */
export type RigParts = SharedParts & Partial<WayParts>;
export const wayParts = [
	'rod',
	'tipHeight',
	'leader',
	'lead',
	'feelsBed',
	'float',
	'carries',
	'countdown',
	'retrieve'
] as const satisfies readonly WayPart[];
