/** What the tier decides, in tie-on order. Lengths in metres; counts and trade steps as they are. */
export interface Recipe {
	readonly hook: HookChoice;
	readonly bead: BeadChoice | null;
	readonly coil: CoilChoice | null;
	readonly dressing: DressingChoice;
}

export const hookStyles = ['straight', 'curved', 'jig60', 'jig90'] as const;
export type HookStyle = (typeof hookStyles)[number];

export interface HookChoice {
	readonly style: HookStyle;
	readonly size: number;
	/** X steps longer (+) or shorter (−) than standard. */
	readonly lengthX: number;
	/** X steps heavier (+) or finer (−) than standard. */
	readonly wireX: number;
}

export const beadMetals = ['tungsten', 'brass'] as const;
export type BeadMetal = (typeof beadMetals)[number];
export const beadShapes = ['round', 'slotted'] as const;
export type BeadShape = (typeof beadShapes)[number];

export interface BeadChoice {
	readonly metal: BeadMetal;
	readonly shape: BeadShape;
	readonly diameter: number;
}

export const coilMetals = ['lead', 'leadFree'] as const;
export type CoilMetal = (typeof coilMetals)[number];

export interface CoilChoice {
	readonly metal: CoilMetal;
	/** Wire diameter. */
	readonly wire: number;
	/** Whole turns, at least 1; a fly without turns has no coil. */
	readonly turns: number;
}

export const fullnesses = ['sparse', 'medium', 'full'] as const;
export type Fullness = (typeof fullnesses)[number];

export interface DressingChoice {
	readonly fullness: Fullness;
}

export const isJig = (hook: HookChoice) => hook.style === 'jig60' || hook.style === 'jig90';
