import { fibre, materials } from '../../material/index';
import { math } from '../../quantity/index';
import { FUR } from './wrap';

/** Single fibres: diameter m, density kg/m³, bending stiffness EI N m². */
export interface Strand {
	readonly diameter: number;
	readonly density: number;
	readonly stiffness: number;
}

interface NamedStrand extends Strand {
	readonly words: string;
}

const strand = (diameter: number, density: number, youngModulus: number): Strand => ({
	diameter,
	density,
	stiffness: youngModulus * (Math.PI / 64) * math.pow(diameter, 4)
});
const feather = (diameter: number) => strand(diameter, FUR, fibre.youngModulus);

/** What a tail is of. */
export const tailTable = {
	feather: { words: 'feather fibres', ...feather(45e-6) },
	hair: { words: 'hair', ...feather(60e-6) },
	synthetic: { words: 'synthetic', ...strand(70e-6, materials.nylon.density, 2e9) }
} as const satisfies Readonly<Record<string, NamedStrand>>;

export type TailKind = keyof typeof tailTable;
export const tailKinds = Object.keys(tailTable) as readonly TailKind[];

/** What legs are of. */
export const legTable = {
	feather: { words: 'feather fibres', ...feather(45e-6) },
	hair: { words: 'hair', ...feather(60e-6) },
	rubber: { words: 'rubber', ...strand(0.4e-3, materials.rubber.density, 2e6) }
} as const satisfies Readonly<Record<string, NamedStrand>>;

export type LegKind = keyof typeof legTable;
export const legKinds = Object.keys(legTable) as readonly LegKind[];

/** What is wound as a hackle or a collar: fibres that one turn gives, and m³ of air that they hold when dry, per fibre volume. */
interface Hackle extends NamedStrand {
	readonly perTurn: number;
	readonly air: number;
}

export const hackleTable = {
	softHackle: { words: 'soft hackle', ...feather(40e-6), perTurn: 10, air: 0.5 },
	stiffHackle: { words: 'stiff hackle', ...feather(35e-6), perTurn: 14, air: 0.5 },
	down: { words: 'down', ...feather(22e-6), perTurn: 24, air: 12 },
	fur: { words: 'fur', ...feather(25e-6), perTurn: 26, air: 3 }
} as const satisfies Readonly<Record<string, Hackle>>;

export type HackleKind = keyof typeof hackleTable;
export const hackleKinds = Object.keys(hackleTable) as readonly HackleKind[];

/** A hackle's stem, wound with its fibres: diameter, m (our estimate). */
export const STEM = 0.15e-3;
/** Length of shank that a turn of collar takes, m (our estimate). */
export const COLLAR_TURN = 0.22e-3;
