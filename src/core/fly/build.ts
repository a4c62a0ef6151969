import type { ParameterName, ParameterValues } from '../parameter/index';
import { beadGeometry, beadSeat, slotTurn, type BeadGeometry } from './bead/index';
import { coilGeometry, type CoilGeometry } from './coil';
import { dressingGeometry, type DressingGeometry } from './dressing';
import { hookGeometry, type HookGeometry } from './hook';
import type { Recipe } from './recipe';
import { dressingOf, type Dressing } from './usual';

/** The bead in its place on the shank. */
export interface SeatedBead extends BeadGeometry {
	/** Its centre along the shank, m. */
	readonly seat: number;
	/** How far it sits off the shank's line, away from the slot's side, m. */
	readonly lift: number;
	/** Radians by which the slot is turned from the point's side. */
	readonly turn: number;
}

/** The recipe as solid geometry; what the compiler, the drawing and the fit look at. */
export interface Build {
	readonly recipe: Recipe;
	/** Every part of the dressing as it will be tied. */
	readonly dressing: Dressing;
	readonly hook: HookGeometry;
	readonly bead: SeatedBead | null;
	readonly coil: CoilGeometry | null;
	readonly dressed: DressingGeometry;
}

/** Builds the fly's geometry at one point of the parameters. Every recipe within the fields' ranges has one. */
export function buildFly(recipe: Recipe, values: ParameterValues): Build {
	const hook = hookGeometry(recipe.hook, values);
	return assemble(recipe, dressingOf(recipe), hook, beadSolidOf(recipe, values), values);
}

/**
 * The build with one parameter moved: hook and bead are kept where it does not concern them, and the
 * whole build where it concerns no geometry at all.
 */
export function rebuildFly(build: Build, values: ParameterValues, moved: ParameterName): Build {
	const { recipe } = build;
	if (!shapes(moved)) return build;
	const about = moved.slice(0, moved.indexOf('.'));
	const hook = about === 'hook' ? hookGeometry(recipe.hook, values) : build.hook;
	const bead = about === 'bead' ? beadSolidOf(recipe, values) : build.bead;
	return assemble(recipe, build.dressing, hook, bead, values);
}

/** Whether a parameter moves any measure of the fly, and not only weights or drag. */
function shapes(name: ParameterName): boolean {
	return name.startsWith('hook.') || name.startsWith('bead.') || name.startsWith('coil.')
		? !weighs(name)
		: name === 'dressing.girth';
}

/** Whether a parameter moves weights or amounts of matter and no measure. */
export const weighs = (name: ParameterName) =>
	name.endsWith('.density') || name.endsWith('.mass') || name.endsWith('.weighed');

const beadSolidOf = (recipe: Recipe, values: ParameterValues) =>
	recipe.bead && beadGeometry(recipe.bead, values);

function assemble(
	recipe: Recipe,
	dressing: Dressing,
	hook: HookGeometry,
	solid: BeadGeometry | null,
	values: ParameterValues
): Build {
	const seat = solid ? beadSeat(solid, recipe.hook) : 0;
	const coil =
		recipe.coil && recipe.coil.turns > 0
			? coilGeometry(recipe.coil, hook, solid, seat, values)
			: null;
	const bead = solid && seated(recipe, solid, seat, coil);
	return {
		recipe,
		dressing,
		hook,
		bead,
		coil,
		dressed: dressingGeometry(dressing, hook, bead, coil, values)
	};
}

function seated(
	{ bead, hook }: Recipe,
	solid: BeadGeometry,
	seat: number,
	coil: CoilGeometry | null
): SeatedBead {
	// Turns in the slot push the bead off the shank by a wire (our estimate), at most until the shank
	// would leave the bore.
	const lift = coil?.seat === 'slot' ? Math.min(coil.wire, 0.3 * solid.radius) : 0;
	const turn = (slotTurn(bead!, hook) * Math.PI) / 180;
	// Field by field: this is made for every parameter at every key, and a spread costs ten times as much.
	const { shape, radius, nose, bore, recess, recessDepth, slot, front, rear, volume, centroid } =
		solid;
	return {
		shape,
		radius,
		nose,
		bore,
		recess,
		recessDepth,
		slot,
		front,
		rear,
		volume,
		centroid,
		seat,
		lift,
		turn
	};
}
