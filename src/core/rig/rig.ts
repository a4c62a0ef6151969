import { without } from '../quantity/index';
import { wayParts, type FlyAbove, type FoundControl, type RigParts, type WayParts } from './parts';
import { wayTable, type Rig, type RigOf, type Way } from './ways/index';
import { USUAL_LEAD } from './ways/tight-line';

/** The controls that are open: to be found for the fly and the lie. */
export const openControls = ({ way, set }: Rig): readonly FoundControl[] =>
	wayTable[way].found.filter((control) => !set[control]);

/** The rig with what is usual for the controls that are not set; what is found stays open. */
export const asUsual = (rig: Rig): Rig => ({
	...rig,
	...('lead' in rig && !rig.set.lead && { lead: USUAL_LEAD }),
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

/**
 * A number of a control that is found: m of line from tip to fly, m from float to fly, s, m/s.
 *
 * @throws RangeError for one that its way does not have
 */
export function controlOf(rig: Rig, control: FoundControl): number {
	switch (control) {
		case 'line':
			return lengthOut(rig);
		case 'hangs':
			return rig.tippet.length;
		case 'countdown':
		case 'retrieve':
			if (!('countdown' in rig)) throw new RangeError(`On ${rig.way} there is no ${control}.`);
			return rig[control];
	}
}

/** The rig with a control at a number. Of the line out the leader gives way, the tippet stays while it can. */
export function withControl(rig: Rig, control: FoundControl, value: number): Rig {
	switch (control) {
		case 'line': {
			if (!('leader' in rig)) return rig;
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
			return 'countdown' in rig ? { ...rig, [control]: value } : rig;
	}
}

/** What some way asks for where nobody has said anything yet, of common lengths and sizes (our choice). */
const starterParts: WayParts = {
	rod: 3,
	tipHeight: 2,
	leader: { length: 2.4, diameter: 0.28e-3, material: 'nylon' },
	lead: USUAL_LEAD,
	feelsBed: false,
	float: 14e-3,
	carries: 0.25e-3,
	countdown: 8,
	retrieve: 0.1
};

/** A rig of a way. What its way does not ask for is kept; what is missing is as in the starter rig. */
export function rigOn<W extends Way>(way: W, parts: RigParts): RigOf<W> {
	const { tippet, landing, set, cast = [] } = parts;
	const asked = new Set(wayTable[way].parts);
	const all = { ...starterParts, ...parts };
	const picked = (from: Partial<WayParts>, own: boolean) =>
		Object.fromEntries(
			wayParts
				.filter((part) => asked.has(part) === own && from[part] !== undefined)
				.map((part) => [part, from[part]])
		);
	const rig = {
		way,
		tippet,
		landing,
		set,
		...(cast.length > 0 && { cast }),
		...picked(all, true),
		kept: picked(parts, false)
	};
	// The parts that the way's table names are those that its type names.
	return rig as unknown as RigOf<W>;
}

/** The same rig fished another way: nothing of what it had on this one, or on that one before, is lost. */
export const withWay = <W extends Way>(rig: Rig, way: W): RigOf<W> => rigOn(way, partsOf(rig));

/** All that it has, on its way and kept from others. */
export const partsOf = (rig: Rig): RigParts => ({ ...rig.kept, ...rig });

/** A tight line of common lengths (our choice). */
export const starterRig = rigOn('tight line', {
	tippet: { length: 1.2, diameter: 0.127e-3, material: 'fluorocarbon' },
	landing: 'slack',
	set: {
		line: false,
		hangs: false,
		countdown: false,
		retrieve: false,
		lead: false,
		landing: false
	}
});

/** Whether the fly hangs on something that floats. */
export const hangsOnFloat = ({ way }: Pick<Rig, 'way'>): boolean => wayTable[way].floats !== null;

/** The same rig with other flies above the point, the lowest first; none leaves one fly. */
export const withCast = (rig: Rig, cast: readonly FlyAbove[]): Rig =>
	({
		...without(rig, 'cast'),
		...(cast.length > 0 && { cast: cast.toSorted((a, b) => a.above - b.above) })
	}) as Rig;

/** The line from its upper end down to the fly, m. */
export const lengthOut = (rig: Rig): number =>
	rig.tippet.length + ('leader' in rig ? rig.leader.length : 0);
