import { math } from '../quantity/index';
import type { Landing, Line, LinePiece, LineTop } from '../body/index';
import { GRAVITY, materials } from '../material/index';
import { hangsOnFloat, type Rig, type Stretch } from './rig';

/** Distance from the line's upper end to the fly over that of a straight line, and speed of entry, m/s (our estimates). */
const LANDINGS: Readonly<Record<Rig['landing'], Landing>> = {
	straight: { reach: 0.99, plunge: 0 },
	slack: { reach: 0.8, plunge: 0 },
	plunged: { reach: 0.7, plunge: 1.5 }
};

/** A dry fly that carries so much: as a ball of this density its size comes out (our estimate). */
const DRY_FLY_DENSITY = 300;

/** A hand that feels the bed draws in so much at a touch, m (our estimate). */
const DRAWN_IN = 0.05;

/** What is shorter is left out, m. */
const SHORT = 1e-3;

/** rig → Line. @param rig with the hand's controls at the numbers that hold */
export function compileLine(rig: Rig): Line {
	const pieces = hangsOnFloat(rig) ? [rig.tippet] : [rig.leader, rig.tippet];
	return {
		pieces: pieces.filter(({ length }) => length > SHORT).map(pieceOf),
		top: topOf(rig),
		landing: LANDINGS[rig.landing]
	};
}

const pieceOf = ({ length, diameter, material }: Stretch): LinePiece => ({
	length,
	diameter,
	density: materials[material].density
});

function topOf(rig: Rig): LineTop {
	const { tipHeight: height } = rig;
	switch (rig.way) {
		case 'tight line':
			return { kind: 'tip', height, lead: rig.lead, drawsIn: rig.feelsBed ? DRAWN_IN : 0 };
		case 'float':
			return ball(rig.float, materials.cork.density);
		case 'dry fly': {
			const volume = rig.carries / (1000 - DRY_FLY_DENSITY);
			return ball(math.cbrt((6 * volume) / Math.PI), DRY_FLY_DENSITY);
		}
		case 'swing':
			return { kind: 'hand', height };
		case 'still water':
			return { kind: 'retrieve', height, wait: rig.countdown, speed: rig.retrieve };
	}
}

/** A floating ball, its lift in water of 1000 kg/m³. @param density kg/m³ */
function ball(diameter: number, density: number): LineTop {
	const volume = (Math.PI / 6) * math.cube(diameter);
	const lift = (1000 - density) * volume * GRAVITY;
	return { kind: 'float', diameter, mass: density * volume, lift };
}

/** What the float or dry fly carries, kg in water; null for the other ways. */
export function carriedBy(rig: Rig): number | null {
	const top = topOf(rig);
	return top.kind === 'float' ? top.lift / GRAVITY : null;
}
