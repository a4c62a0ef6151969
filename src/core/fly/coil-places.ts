/** Share of the shank at which a coil ends that is wound to the rear (our estimate). */
const REAR_END = 0.92;
/** Share of the shank behind the eye at which one begins that nothing holds (our estimate). */
const NO_BEAD = 1 / 4;

/** A bead as a coil meets it, m. */
interface BeadRear {
	readonly bore: number;
	readonly recess: number;
	readonly recessDepth: number;
	readonly slot: number;
}

/** What a coil's place depends on, m. */
interface Room {
	readonly shank: number;
	/** Of the coil. */
	readonly length: number;
	readonly outerDiameter: number;
	readonly bead: BeadRear | null;
	/** The bead's rear face along the shank; 0 without. */
	readonly face: number;
}

/** Where a coil starts along the shank, m, and how it meets the bead. */
export interface CoilSeat {
	readonly start: number;
	/** `rattles`: thinner than the bore, so that nothing holds the bead. */
	readonly seat: 'recess' | 'slot' | 'butted' | 'rattles' | 'alone';
}

/** A place for a coil: everything that differs from one to the next is asked here. */
interface CoilPlaceDefinition {
	readonly words: string;
	/** It stands away from bead and eye, wherever they are. */
	readonly apart: boolean;
	seat(room: Room): CoilSeat;
}

const behind = (start: number, { face }: Room): CoilSeat => ({
	start: Math.max(start, face),
	seat: 'alone'
});

const withoutBead = ({ shank }: Room): CoilSeat => ({ start: NO_BEAD * shank, seat: 'alone' });

/** Pushed into the recess as far as its outside diameter lets it, else butted behind the bead. */
function forward({ bead, face, outerDiameter, ...room }: Room): CoilSeat {
	if (!bead) return withoutBead({ bead, face, outerDiameter, ...room });
	// The recess narrows inwards: the coil stops where the cone is as wide as the coil.
	const open = (bead.recess - outerDiameter) / (bead.recess - bead.bore);
	const share = bead.recess > bead.bore ? Math.max(0, Math.min(1, open)) : 0;
	if (share === 0) return { start: face, seat: 'butted' };
	const seat = outerDiameter < bead.bore ? 'rattles' : 'recess';
	return { start: face - share * bead.recessDepth, seat };
}

export const coilPlaceTable = {
	forward: { words: 'into the recess', apart: false, seat: forward },
	slot: {
		words: 'in the slot',
		apart: false,
		// Jammed in as far as the recess is deep, so that the bead sits off the shank.
		seat: (room) =>
			room.bead && room.bead.slot > 0
				? { start: room.face - room.bead.recessDepth, seat: 'slot' }
				: forward(room)
	},
	butted: {
		words: 'behind the bead',
		apart: false,
		seat: (room) => (room.bead ? { start: room.face, seat: 'butted' } : withoutBead(room))
	},
	centred: {
		words: 'mid shank',
		apart: true,
		seat: (room) => behind((room.shank - room.length) / 2, room)
	},
	rear: {
		words: 'to the rear',
		apart: true,
		seat: (room) => behind(REAR_END * room.shank - room.length, room)
	}
} as const satisfies Readonly<Record<string, CoilPlaceDefinition>>;

export type CoilPlace = keyof typeof coilPlaceTable;
export const coilPlaces = Object.keys(coilPlaceTable) as readonly CoilPlace[];

/** Whether a coil stands away from bead and eye; one whose place is not said does not. */
export const standsApart = (place: CoilPlace | undefined): place is CoilPlace =>
	place !== undefined && coilPlaceTable[place].apart;
