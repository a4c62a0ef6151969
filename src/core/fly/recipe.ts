import type { BeadShape } from './bead/shapes';
import type { CoilPlace } from './coil-places';
import type { HookStyle } from './hook-styles';
import type {
	BackKind,
	BodyKind,
	FlashKind,
	HackleKind,
	LegKind,
	RibKind,
	TagKind,
	TailKind,
	ThoraxKind,
	UnderbodyKind,
	WingCaseKind,
	WingKind
} from './stuffs/index';

/**
 * What the tier decides, in tie-on order. Lengths in metres; counts and trade steps as they are.
 *
 * Hook, bead, coil and fullness make a complete fly. Every further part may be left to what is usual
 * for them (the field is absent), left out (null) or chosen. Amounts of dressing are relative to the
 * hook, so that a pattern keeps its look from one size to the next.
 */
export interface Recipe {
	readonly hook: HookChoice;
	readonly bead: BeadChoice | null;
	readonly coil: CoilChoice | null;
	readonly dressing: DressingChoice;
	readonly thread?: ThreadChoice;
	readonly tail?: TailChoice | null;
	/** Some strands in the tail or along the body. */
	readonly flash?: FlashChoice | null;
	/** Behind the body, at the bend. */
	readonly tag?: TagChoice | null;
	readonly rib?: RibChoice | null;
	/** Another one over the same body. */
	readonly secondRib?: RibChoice | null;
	readonly underbody?: UnderbodyChoice | null;
	readonly body?: BodyChoice | null;
	/** A strip over the whole body. */
	readonly back?: BackChoice | null;
	/** Wound open over the body. */
	readonly palmer?: PalmerChoice | null;
	/** A thorax in parts: what is of something else at its rear and at its front. */
	readonly rearThorax?: ThoraxPartChoice | null;
	readonly thorax?: ThoraxChoice | null;
	readonly frontThorax?: ThoraxPartChoice | null;
	readonly wingCase?: WingCaseChoice | null;
	/** A pair beneath, one on each flank: slips, or pads and buds where they are short. */
	readonly wings?: WingsChoice | null;
	readonly legs?: LegsChoice | null;
	readonly hackle?: HackleChoice | null;
	/** A second one behind the first: two collars. */
	readonly collar?: HackleChoice | null;
	readonly thirdCollar?: HackleChoice | null;
	/** Two feelers at the head, forwards over the eye. */
	readonly horns?: HornsChoice | null;
	/** Fur or chenille before the collars, in the gap that was left for them. */
	readonly head?: HeadChoice | null;
	readonly finish?: FinishChoice;
	/**
	 * The weighing of a fly whose dressing nobody wrote down, kg: its parts then share what the scale
	 * says, and its shape is believed less.
	 */
	readonly weighed?: number;
}

/** The eye's ring across the hook's plane, the tippet going through from top to bottom, or in it. */
export const eyeLies = ['across', 'inPlane'] as const;
export type EyeLie = (typeof eyeLies)[number];

/** Where a material comes from, when it is from the tier's own stock. */
export interface FromLot {
	readonly lot?: string;
}

export interface HookChoice extends FromLot {
	readonly style: HookStyle;
	readonly size: number;
	/** X steps longer (+) or shorter (−) than standard. */
	readonly lengthX: number;
	/** X steps heavier (+) or finer (−) than standard. */
	readonly wireX: number;
	/** Absent: barbless. */
	readonly barbed?: boolean;
	/** How the eye's ring lies. Absent: across on straight, curved and long hooks; on jigs it varies. */
	readonly eye?: EyeLie;
	/** What a calliper or a scale says goes before the nominal table. */
	readonly measured?: {
		readonly wire?: number;
		readonly shank?: number;
		readonly gape?: number;
		/** kg */
		readonly mass?: number;
	};
}

export const beadMetals = ['tungsten', 'brass', 'steel', 'glass', 'own'] as const;
export type BeadMetal = (typeof beadMetals)[number];

export interface BeadChoice extends FromLot {
	readonly metal: BeadMetal;
	readonly shape: BeadShape;
	/** Largest diameter. */
	readonly diameter: number;
	/** kg/m³, with the metal `own` only. */
	readonly density?: number;
	/** Degrees about the shank from the point's side; 0 faces the point, 180 away from it. */
	readonly slotTurn?: number;
	/** Measured widths in place of the nominal proportions. */
	readonly bore?: number;
	readonly recess?: number;
	readonly slot?: number;
	/** Mean mass of one, kg, as weighed. */
	readonly weighed?: number;
}

export const coilMetals = ['lead', 'leadFree', 'copper'] as const;
export type CoilMetal = (typeof coilMetals)[number];

export interface CoilChoice extends FromLot {
	readonly metal: CoilMetal;
	/** Wire diameter. */
	readonly wire: number;
	/** Whole turns, at least 1; a fly without turns has no coil. */
	readonly turns: number;
	/** Absent: forward. */
	readonly place?: CoilPlace;
	/** Turns of a second layer, wound over the front of the first. */
	readonly second?: number;
	/** The wire was measured, and is believed more than a trade size. */
	readonly measured?: boolean;
}

export const fullnesses = ['sparse', 'medium', 'full'] as const;
export type Fullness = (typeof fullnesses)[number];

export interface DressingChoice {
	readonly fullness: Fullness;
}

export interface ThreadChoice extends FromLot {
	/** Grams per 9000 m. */
	readonly denier: number;
	/** Layers over shank and coil before anything is tied in. */
	readonly baseLayers: number;
	/** A ramp of thread from the shank up to the coil, or up against the bead where there is none. */
	readonly dam: boolean;
	/** Turns of the head and the whip finish together. */
	readonly headTurns: number;
}

/** Where along the shank it is tied in, as a share of it from its front end; absent: as is usual. */
export interface TiedIn {
	readonly at?: number;
}

/** One bundle measured against another, or half to each side so that it forks. */
export const tailPartings = ['bundles', 'split'] as const;
export type TailParting = (typeof tailPartings)[number];
export interface TailChoice extends FromLot, TiedIn {
	readonly kind: TailKind;
	readonly fibres: number;
	/** In shank lengths. */
	readonly length: number;
	/** Turns of thread beneath its root, which lift it off the bend; absent: none. */
	readonly under?: number;
	/** Absent: all together. */
	readonly parted?: TailParting;
}

/** Among the tail, or along the body from the thorax backwards, over it or on both sides of it. */
export const flashPlaces = ['tail', 'sides', 'back'] as const;
export type FlashPlace = (typeof flashPlaces)[number];
export interface FlashChoice extends FromLot {
	readonly kind: FlashKind;
	readonly strands: number;
	/** In shank lengths, from where it is tied in. */
	readonly length: number;
	readonly place: FlashPlace;
}

/** A hot spot of thread, floss, tinsel or fur. */
export interface TagChoice extends FromLot {
	readonly kind: TagKind;
	/** From the bend forward, a share of the room behind the gap. */
	readonly length: number;
	/** On the radius, in gapes. */
	readonly thickness: number;
}

/** Evenly, or close turns from the bend and open ones after them. */
export const ribPitches = ['even', 'closeFirst'] as const;
export type RibPitch = (typeof ribPitches)[number];
export interface RibChoice extends FromLot {
	readonly kind: RibKind;
	/** Diameter, m. */
	readonly wire: number;
	readonly turns: number;
	/** Wound counter to the body, so that it binds it. */
	readonly against: boolean;
	/** Absent: even. */
	readonly pitch?: RibPitch;
	/** From the bend forward, a share of the room behind the gap; absent: over the body. */
	readonly length?: number;
}

export interface UnderbodyChoice extends FromLot {
	readonly kind: UnderbodyKind;
	/** Thickness at its fullest, on the radius, in gapes. */
	readonly thickness: number;
	/** From the bend forward, a share of the room behind the gap; absent: all of it. */
	readonly length?: number;
}

export const bodyShapes = ['tapered', 'straight', 'reversed'] as const;
export type BodyShape = (typeof bodyShapes)[number];
export interface BodyChoice extends FromLot {
	readonly kind: BodyKind;
	readonly shape: BodyShape;
	/** Thickness at its fullest, on the radius, in gapes. */
	readonly thickness: number;
	/** From the bend forward, a share of the room behind the gap. */
	readonly length: number;
}

export const backLies = ['under', 'over'] as const;
export type BackLie = (typeof backLies)[number];
export interface BackChoice extends FromLot {
	readonly kind: BackKind;
	/** Bound down by the rib, or drawn over it. */
	readonly rib: BackLie;
}

/** Which end of a feather is tied in: its tip at the bend, or its butt at the head and wound back. */
export const palmerWays = ['forward', 'back'] as const;
export type PalmerWay = (typeof palmerWays)[number];
export interface PalmerChoice extends FromLot {
	readonly kind: HackleKind;
	readonly turns: number;
	/** Fibre length in shank lengths. */
	readonly length: number;
	readonly lie: 'propped' | 'swept';
	readonly wound: PalmerWay;
}

export interface ThoraxChoice extends FromLot {
	readonly kind: ThoraxKind;
	/** On the radius, in gapes. */
	readonly thickness: number;
}

/** One end of a thorax that is in parts. */
export interface ThoraxPartChoice extends ThoraxChoice {
	/** A share of the thorax's room. */
	readonly length: number;
}

export interface WingCaseChoice extends FromLot, TiedIn {
	readonly kind: WingCaseKind;
	/** From its front (usually the gap's end) backwards, in shank lengths. */
	readonly length: number;
}

export interface WingsChoice extends FromLot, TiedIn {
	readonly kind: WingKind;
	/** Of each of the two. */
	readonly fibres: number;
	/** In shank lengths. */
	readonly length: number;
}

export interface LegsChoice extends FromLot, TiedIn {
	readonly kind: LegKind;
	readonly fibres: number;
	/** In shank lengths. */
	readonly length: number;
}

export interface HackleChoice extends FromLot, TiedIn {
	readonly kind: HackleKind;
	readonly turns: number;
	/** Fibre length in shank lengths. */
	readonly length: number;
	readonly lie: 'propped' | 'swept';
}

export interface HornsChoice extends FromLot {
	readonly kind: LegKind;
	/** In shank lengths. */
	readonly length: number;
}

export interface HeadChoice extends FromLot {
	readonly kind: ThoraxKind;
	/** On the radius, in gapes. */
	readonly thickness: number;
	/** From the bead or the eye backwards, a share of the gap. */
	readonly length: number;
}

/** Drops, and the gap that is left for collars and finish. */
export interface FinishChoice {
	readonly glue: number;
	readonly resin: number;
	readonly lacquer: number;
	/** Behind the bead (or the eye) before body or thorax begins, in eye openings; absent: as is usual. */
	readonly gap?: number;
	/** The bottles that the drops come from, where they are from the tier's own stock. */
	readonly lots?: Readonly<Partial<Record<FinishKind, string>>>;
}
export const finishKinds = ['glue', 'resin', 'lacquer'] as const;
export type FinishKind = (typeof finishKinds)[number];
