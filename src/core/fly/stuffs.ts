import { fibre, materials } from '../material/index';
import { denierField, INCH, math, MILLIMETRE, type QuantityField } from '../quantity/index';
import type {
	BodyKind,
	HackleKind,
	LegsChoice,
	RibKind,
	TailChoice,
	UnderbodyChoice,
	WingCaseChoice
} from './recipe';

/**
 * What the materials of a dressing are made of. Shares and counts are our estimate, with the wide
 * spreads of the beliefs; densities have their sources in the material tables.
 */

/** Something wound or dubbed round the shank. */
export interface Wrap {
	/** Share of the wound space that is matter. */
	readonly solid: number;
	/** kg/m³ of the matter. */
	readonly density: number;
	/** Share of the rest that is air in a freshly dry fly. */
	readonly air: number;
}

const fur = materials.keratin.density;
export const wraps: Readonly<Record<BodyKind | UnderbodyChoice['kind'], Wrap>> = {
	thread: { solid: 0.75, density: materials.polyester.density, air: 0 },
	quill: { solid: 0.7, density: fur, air: 0 },
	herl: { solid: 0.12, density: fur, air: 0.4 },
	dubbingTight: { solid: 0.28, density: fur, air: 0.15 },
	dubbingLoose: { solid: 0.12, density: fur, air: 0.35 },
	floss: { solid: 0.6, density: materials.polyester.density, air: 0 },
	vinyl: { solid: 1, density: materials.vinyl.density, air: 0 },
	// Touching round wire fills π/4 of its layer.
	wire: { solid: Math.PI / 4, density: materials.copper.density, air: 0 },
	dubbing: { solid: 0.25, density: fur, air: 0.2 },
	wool: { solid: 0.22, density: fur, air: 0.3 },
	// Its cells stay closed: they are part of the matter, and it lifts for good.
	foam: { solid: 1, density: materials.foam.density, air: 0 }
};

/** Densities of what a rib is wound from, kg/m³. */
export const ribDensity: Readonly<Record<RibKind, number>> = {
	copper: materials.copper.density,
	brass: materials.brass.density,
	lead: materials.lead.density,
	thread: 0.75 * materials.polyester.density,
	mono: materials.nylon.density
};

/** Single fibres: diameter m, density kg/m³, bending stiffness EI N m². */
export interface Strand {
	readonly diameter: number;
	readonly density: number;
	readonly stiffness: number;
}
const strand = (diameter: number, density: number, youngModulus: number): Strand => ({
	diameter,
	density,
	stiffness: youngModulus * (Math.PI / 64) * math.pow(diameter, 4)
});
const feather = (diameter: number) => strand(diameter, fur, fibre.youngModulus);

export const tailStrands: Readonly<Record<TailChoice['kind'], Strand>> = {
	feather: feather(45e-6),
	hair: feather(60e-6),
	synthetic: strand(70e-6, materials.nylon.density, 2e9)
};
export const legStrands: Readonly<Record<LegsChoice['kind'], Strand>> = {
	feather: feather(45e-6),
	hair: feather(60e-6),
	rubber: strand(0.4e-3, materials.rubber.density, 2e6)
};
/** Fibres that one turn gives, and mm³ of air that they hold when dry, per fibre volume. */
export const hackleStrands: Readonly<
	Record<HackleKind, Strand & { readonly perTurn: number; readonly air: number }>
> = {
	softHackle: { ...feather(40e-6), perTurn: 10, air: 0.5 },
	stiffHackle: { ...feather(35e-6), perTurn: 14, air: 0.5 },
	down: { ...feather(22e-6), perTurn: 24, air: 12 },
	fur: { ...feather(25e-6), perTurn: 26, air: 3 }
};
/** A hackle's stem, wound with its fibres: diameter, m. */
export const STEM = 0.15e-3;
/** Length of shank that a turn of collar takes, m. */
export const COLLAR_TURN = 0.22e-3;

/** The strip over the thorax: thickness m, share of matter, density. */
export const wingCases: Readonly<Record<WingCaseChoice['kind'], Wrap & { thickness: number }>> = {
	feather: { thickness: 0.12e-3, solid: 0.4, density: fur, air: 0.2 },
	film: { thickness: 0.08e-3, solid: 1, density: materials.nylon.density, air: 0 }
};

/**
 * What is left of one drop when it has dried, m³ on a size 14; tiers use smaller drops on smaller
 * hooks, so it goes with the square of the gape.
 */
export const drops = {
	glue: { volume: 0.3e-9, density: materials.glue.density },
	resin: { volume: 0.8e-9, density: materials.resin.density },
	lacquer: { volume: 0.4e-9, density: materials.lacquer.density },
	gape: 4e-3
} as const;

/** Thread as a tier writes it: denier, an aught number, or its apparent diameter in mm or inches. */
export const threadField: QuantityField = {
	...denierField,
	units: {
		...denierField.units,
		mm: (n) => denierOf(n * MILLIMETRE),
		in: (n) => denierOf(n * INCH),
		'"': (n) => denierOf(n * INCH)
	},
	example: '70, 8/0 or 0.1 mm'
};

/** Denier of a polyester thread of an apparent diameter, packed to three quarters. @param diameter m */
function denierOf(diameter: number): number {
	const section = (Math.PI / 4) * math.square(diameter) * wraps.thread.solid;
	return section * materials.polyester.density * 9e6;
}

/** Apparent diameter of a thread that packs to three quarters, m. @param denier g per 9000 m */
export function threadDiameter(denier: number): number {
	const section = denier / 9e6 / materials.polyester.density;
	return Math.sqrt((4 * section) / (Math.PI * wraps.thread.solid));
}
