import type { FoundControl, RigParts } from './parts';
import { wayTable, type Way } from './ways/index';

/** How a fly is fished, and on what. */
export interface Rig extends RigParts {
	readonly way: Way;
}

/** The controls that are open: to be found for the fly and the lie. */
export const openControls = ({ way, set }: Rig): readonly FoundControl[] =>
	wayTable[way].found.filter((control) => !set[control]);

/**
 * How fast a tip is led where nobody says: the water a hand above the bed runs at 0.5 to 0.7 of the
 * surface, and a faster tip tows the fly.
 */
const USUAL_LEAD = 0.6;

/** The rig with what is usual for the controls that are not set; what is found stays open. */
export const asUsual = (rig: Rig): Rig => ({
	...rig,
	lead: rig.set.lead ? rig.lead : USUAL_LEAD,
	landing: rig.set.landing ? rig.landing : wayTable[rig.way].landing
});

/** Every control in place: those that were found for another fly or water stand for what is open here. */
export const heldAlike = (rig: Rig, held: Rig): Rig =>
	openControls(rig).reduce(
		(with_, control) => withControl(with_, control, controlOf(held, control)),
		asUsual(rig)
	);

/** A tippet is tied in at least so long, m (our choice). */
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
		line: false,
		hangs: false,
		countdown: false,
		retrieve: false,
		lead: false,
		landing: false
	},
	feelsBed: false
};

/** Whether the fly hangs on something that floats. */
export const hangsOnFloat = ({ way }: Pick<Rig, 'way'>): boolean => wayTable[way].floats !== null;

/** The line from its upper end down to the fly, m. */
export function lengthOut(rig: Rig): number {
	return rig.tippet.length + (hangsOnFloat(rig) ? 0 : rig.leader.length);
}
