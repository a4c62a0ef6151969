/** Ways of fishing a weighted fly. */
export const ways = ['tight line', 'float', 'dry fly', 'swing', 'still water'] as const;
export type Way = (typeof ways)[number];

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
	/** Which of the hand's controls the person set; the numbers of the others are not looked at. */
	readonly set: Readonly<Record<HandControl, boolean>>;
	/** The hand feels the bed: at each touch it draws in a little line, and keeps it. */
	readonly feelsBed: boolean;
}

/** A control that is found and not just usual. */
export type FoundControl = Exclude<HandControl, 'lead' | 'landing'>;

/** What is found of a rig's controls while they are not set, for each way of fishing. */
export const foundBy: Readonly<Record<Way, readonly FoundControl[]>> = {
	'tight line': ['line'],
	float: ['hangs'],
	'dry fly': ['hangs'],
	// The tight line lifts whatever hangs on it: what is asked is how deep it hangs.
	swing: [],
	'still water': ['countdown', 'retrieve']
};

/** The controls that are open: to be found for the fly and the lie. */
export const openControls = ({ way, set }: Rig): readonly FoundControl[] =>
	foundBy[way].filter((control) => !set[control]);

/**
 * How fast a tip is led where nobody says: the water a hand above the bed runs at 0.5 to 0.7 of the
 * surface, and a faster tip tows the fly.
 */
const USUAL_LEAD = 0.6;
const usualLanding = ({ way }: Rig): LandingKind => (way === 'still water' ? 'straight' : 'slack');

/** The rig with what is usual for the controls that are not set; what is found stays open. */
export const asUsual = (rig: Rig): Rig => ({
	...rig,
	lead: rig.set.lead ? rig.lead : USUAL_LEAD,
	landing: rig.set.landing ? rig.landing : usualLanding(rig)
});

/** Every control in place: those that were found for another fly or water stand for what is open here. */
export const heldAlike = (rig: Rig, held: Rig): Rig =>
	openControls(rig).reduce(
		(with_, control) => withControl(with_, control, controlOf(held, control)),
		asUsual(rig)
	);

/** A tippet is tied in at least so long, m. */
const SHORTEST_TIPPET = 0.05;

/** A number of a control that is found: m of line from tip to fly, m from float to fly, s, m/s. */
export function controlOf(rig: Rig, control: FoundControl): number {
	switch (control) {
		case 'line':
			return rig.leader.length + rig.tippet.length;
		case 'hangs':
			return rig.tippet.length;
		case 'countdown':
		case 'retrieve':
			return rig[control];
	}
}

/** The rig with a control at a number. Of the line out the leader gives way, the tippet stays while it can. */
export function withControl(rig: Rig, control: FoundControl, value: number): Rig {
	switch (control) {
		case 'line': {
			const tippet = Math.max(SHORTEST_TIPPET, Math.min(rig.tippet.length, value));
			return {
				...rig,
				tippet: { ...rig.tippet, length: tippet },
				leader: { ...rig.leader, length: Math.max(0, value - tippet) }
			};
		}
		case 'hangs':
			return { ...rig, tippet: { ...rig.tippet, length: value } };
		case 'countdown':
		case 'retrieve':
			return { ...rig, [control]: value };
	}
}

/** A tight line of common lengths (our choice). */
export const starterRig: Rig = {
	way: 'tight line',
	rod: 3,
	tipHeight: 2,
	lead: USUAL_LEAD,
	leader: { length: 2.4, diameter: 0.28e-3, material: 'nylon' },
	tippet: { length: 1.2, diameter: 0.127e-3, material: 'fluorocarbon' },
	float: 14e-3,
	carries: 0.25e-3,
	countdown: 8,
	retrieve: 0.1,
	landing: 'slack',
	set: {
		...{ line: false, hangs: false, countdown: false, retrieve: false },
		...{ lead: false, landing: false }
	},
	feelsBed: false
};

/** Whether the fly hangs on something that floats. */
export const hangsOnFloat = ({ way }: Rig): boolean => way === 'float' || way === 'dry fly';

/** The line from its upper end down to the fly, m. */
export function lengthOut(rig: Rig): number {
	return rig.tippet.length + (hangsOnFloat(rig) ? 0 : rig.leader.length);
}
