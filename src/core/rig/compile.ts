import type { Landing, Line, LinePiece } from '../body/index';
import { GRAVITY, materials } from '../material/index';
import type { FlyAbove, LineSection, LineStuff } from './parts';
import { topOf, type Rig } from './ways/index';

/** Distance from the line's upper end to the fly over that of a straight line, and speed of entry, m/s (our estimates). */
const LANDINGS: Readonly<Record<Rig['landing'], Landing>> = {
	straight: { reach: 0.99, plunge: 0 },
	slack: { reach: 0.8, plunge: 0 },
	plunged: { reach: 0.7, plunge: 1.5 }
};

/** What is shorter is left out, m. */
const SHORT = 1e-3;

/** rig → Line. @param rig with the hand's controls at the numbers that hold */
export function compileLine(rig: Rig): Line {
	const pieces = 'leader' in rig ? [rig.leader, rig.tippet] : [rig.tippet];
	return {
		pieces: pieces.filter(({ length }) => length > SHORT).map(pieceOf),
		top: topOf(rig),
		landing: LANDINGS[rig.landing]
	};
}

/** What a fly above hangs on: the line above its knot, unless it is said of what. */
export const dropperStuff = (rig: Rig, { above, of }: FlyAbove): LineStuff =>
	of ?? ('leader' in rig && above >= rig.tippet.length ? rig.leader : rig.tippet);

/** How a fly above hangs on the line that `compileLine` gives. */
export const hangsBy = ({ above, dropper, of }: FlyAbove) => ({
	above,
	dropper,
	...(of && { of: pieceOf({ length: dropper, ...of }) })
});

const pieceOf = ({ length, diameter, material }: LineSection): LinePiece => ({
	length,
	diameter,
	density: materials[material].density
});

/** What the float or dry fly carries, kg in water; null for the other ways. */
export function carriedBy(rig: Rig): number | null {
	const top = topOf(rig);
	return top.kind === 'float' ? top.lift / GRAVITY : null;
}
