/** Ways of fishing a weighted fly. */
export const ways = ['tight line', 'float', 'dry fly', 'swing', 'still water'] as const;
export type Way = (typeof ways)[number];

export const landings = ['straight', 'slack', 'plunged'] as const;
/** How the cast ends: line stretched out, with slack on the water, or the fly driven in first. */
export type LandingKind = (typeof landings)[number];

export const lineMaterials = ['nylon', 'fluorocarbon'] as const;
export type LineMaterial = (typeof lineMaterials)[number];

/** A length of leader or tippet, m. */
export interface Stretch {
	readonly length: number;
	readonly diameter: number;
	readonly material: LineMaterial;
}

/**
 * How a fly is fished, and on what. All that any way asks for stays with the rig, so that a way can be
 * tried and left again; metres, kg, m/s.
 */
export interface Rig {
	readonly way: Way;
	/** Length of the rod. */
	readonly rod: number;
	/** Its tip over the water. */
	readonly tipHeight: number;
	/** Tight line: how fast the tip is led, as a share of the surface speed. */
	readonly lead: number;
	/** From the rod tip to the tippet. */
	readonly leader: Stretch;
	/** Down to the fly; under a float or a dry fly the whole way from there. */
	readonly tippet: Stretch;
	/** Diameter of the float. */
	readonly float: number;
	/** What the dry fly carries in water, kg. */
	readonly carries: number;
	/** Still water: s counted down, then drawn in at so much. */
	readonly countdown: number;
	readonly retrieve: number;
	readonly landing: LandingKind;
}

/** A tight line of common lengths (our choice). */
export const starterRig: Rig = {
	way: 'tight line',
	rod: 3,
	tipHeight: 2,
	lead: 0.8,
	leader: { length: 2.4, diameter: 0.28e-3, material: 'nylon' },
	tippet: { length: 1.2, diameter: 0.127e-3, material: 'fluorocarbon' },
	float: 14e-3,
	carries: 0.25e-3,
	countdown: 8,
	retrieve: 0.1,
	landing: 'slack'
};

/** Whether the fly hangs on something that floats. */
export const hangsOnFloat = ({ way }: Rig): boolean => way === 'float' || way === 'dry fly';

/** The line from its upper end down to the fly, m. */
export function lengthOut(rig: Rig): number {
	return rig.tippet.length + (hangsOnFloat(rig) ? 0 : rig.leader.length);
}
