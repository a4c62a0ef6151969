import { fibre, materials } from '../../material/index';
import { math } from '../../quantity/index';
import { FUR } from './wrap';

/** Single fibres: diameter m, density kg/m³, bending stiffness EI N m². */
export interface Strand {
	readonly diameter: number;
	readonly density: number;
	readonly stiffness: number;
	/** Air that is held between them when they are dry, m³ per m³ of fibre; none where it is not said. */
	readonly air?: number;
	/** What the water meets of each where it is not the strand itself: its fur, as so many fibres. */
	readonly fur?: { readonly fibres: number; readonly of: Strand };
}

interface NamedStrand extends Strand {
	readonly words: string;
}

const strand = (diameter: number, density: number, youngModulus: number): Strand => ({
	diameter,
	density,
	stiffness: youngModulus * (Math.PI / 64) * math.pow(diameter, 4)
});
/** Soft barbs with barbules: the matter of a strand of 80 µm, as limp as one of 30 µm (our estimate). */
const plume: Strand = {
	...strand(80e-6, FUR, fibre.youngModulus),
	stiffness: strand(30e-6, FUR, fibre.youngModulus).stiffness,
	air: 10
};
/**
 * A strip of leather 3 mm wide, limp when wet, with fur on it that the water meets as it does a full tail of plume:
 * matter of 1.5 g a metre, four fifths of it air when dry (our estimates).
 */
const hide: Strand = { ...plume, diameter: 1.2e-3, air: 4, fur: { fibres: 40, of: plume } };
const rubber = strand(0.4e-3, materials.rubber.density, 2e6);
/** Strips of film, 0.25 by 0.025 mm, as a round strand of their section. */
const flash = strand(
	2 * Math.sqrt((0.25e-3 * 0.025e-3) / Math.PI),
	materials.polyester.density,
	3e9
);
const feather = (diameter: number) => strand(diameter, FUR, fibre.youngModulus);

/** What a tail is of. */
export const tailTable = {
	feather: { words: 'feather fibres', ...feather(45e-6) },
	hair: { words: 'hair', ...feather(60e-6) },
	synthetic: { words: 'synthetic fibres', ...strand(70e-6, materials.nylon.density, 2e9) },
	plume: { words: 'plume fibres', ...plume },
	flash: { words: 'flash', ...flash },
	// Split in two; its filaments lie together, so it hangs.
	floss: { words: 'floss', ...strand(0.3e-3, 0.6 * materials.polyester.density, 5e6) },
	rubber: { words: 'rubber', ...rubber },
	// Left standing out behind the body, or tied in at the bend.
	hide: { words: 'hide strip', ...hide }
} as const satisfies Readonly<Record<string, NamedStrand>>;

export type TailKind = keyof typeof tailTable;
export const tailKinds = Object.keys(tailTable) as readonly TailKind[];

/** What few strands that glitter are of: flat film, or wound round a core and thicker. */
export const flashTable = {
	flash: { words: 'flash', ...flash },
	// Film spun round a thread, 0.2 mm through.
	twistedFlash: { words: 'twisted flash', ...strand(0.2e-3, materials.polyester.density, 1e9) }
} as const satisfies Readonly<Record<string, NamedStrand>>;

export type FlashKind = keyof typeof flashTable;
export const flashKinds = Object.keys(flashTable) as readonly FlashKind[];

/** What legs are of. */
export const legTable = {
	feather: { words: 'feather fibres', ...feather(45e-6) },
	hair: { words: 'hair', ...feather(60e-6) },
	flash: { words: 'flash', ...flash },
	rubber: { words: 'rubber', ...rubber }
} as const satisfies Readonly<Record<string, NamedStrand>>;

export type LegKind = keyof typeof legTable;
export const legKinds = Object.keys(legTable) as readonly LegKind[];

/** What a pair of wings beneath is of: a slip is a strip of fibres side by side, each so many m wide (our estimate). */
export const wingTable = {
	slips: { words: 'feather slips', ...feather(70e-6), width: 0.12e-3 },
	film: { words: 'film slips', ...flash, width: 0.25e-3 },
	hair: { words: 'hair', ...feather(60e-6), width: 0.1e-3 }
} as const satisfies Readonly<Record<string, NamedStrand & { readonly width: number }>>;

export type WingKind = keyof typeof wingTable;
export const wingKinds = Object.keys(wingTable) as readonly WingKind[];

/** What is wound as a hackle or a collar: fibres that one turn gives, and m³ of air that they hold when dry, per fibre volume. */
interface Hackle extends NamedStrand {
	readonly perTurn: number;
	readonly air: number;
}

export const hackleTable = {
	softHackle: { words: 'soft hackle', ...feather(40e-6), perTurn: 10, air: 0.5 },
	stiffHackle: { words: 'stiff hackle', ...feather(35e-6), perTurn: 14, air: 0.5 },
	down: { words: 'down', ...feather(22e-6), perTurn: 24, air: 12 },
	fur: { words: 'fur', ...feather(25e-6), perTurn: 26, air: 3 },
	plume: { words: 'plume', ...plume, perTurn: 12, air: 10 },
	hair: { words: 'hair', ...feather(60e-6), perTurn: 14, air: 0.5 }
} as const satisfies Readonly<Record<string, Hackle>>;

export type HackleKind = keyof typeof hackleTable;
export const hackleKinds = Object.keys(hackleTable) as readonly HackleKind[];

/** A hackle's stem, wound with its fibres: diameter, m (our estimate). */
export const STEM = 0.15e-3;
/** Length of shank that a turn of collar takes, m (our estimate). */
export const COLLAR_TURN = 0.22e-3;
