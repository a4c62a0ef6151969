import type { BeliefName, BeliefValues } from '../belief/index';
import { beadDensity, beadGeometry, beadSeat, type BeadGeometry } from './bead';
import { coilGeometry, type CoilGeometry } from './coil';
import { dressingGeometry, type DressingGeometry } from './dressing';
import { hookGeometry, type HookGeometry } from './hook';
import type { Recipe } from './recipe';

/** The recipe as solid geometry; what the compiler, the drawing and the fit look at. */
export interface Build {
	readonly recipe: Recipe;
	readonly hook: HookGeometry;
	readonly bead: (BeadGeometry & { readonly seat: number; readonly mass: number }) | null;
	readonly coil: CoilGeometry | null;
	readonly dressing: DressingGeometry;
}

/** Builds the fly's geometry at one point of the beliefs. Every recipe within the fields' ranges has one. */
export function buildFly(recipe: Recipe, values: BeliefValues): Build {
	const hook = hookGeometry(recipe.hook, values);
	return assemble(recipe, hook, beadOf(recipe, values), values);
}

/**
 * The build with one belief moved: hook and bead are kept where it does not concern them, and the
 * whole build where it concerns no geometry and no mass at all.
 */
export function rebuildFly(build: Build, values: BeliefValues, moved: BeliefName): Build {
	const { recipe } = build;
	const about = moved.slice(0, moved.indexOf('.'));
	if (about === 'model' || about === 'water' || moved === 'dressing.drag') return build;
	const hook = about === 'hook' ? hookGeometry(recipe.hook, values) : build.hook;
	const bead = about === 'bead' ? beadOf(recipe, values) : build.bead;
	return assemble(recipe, hook, bead, values);
}

function beadOf(recipe: Recipe, values: BeliefValues): Build['bead'] {
	if (!recipe.bead) return null;
	const solid = beadGeometry(recipe.bead, values);
	return {
		...solid,
		seat: beadSeat(solid, recipe.hook),
		mass: solid.volume * beadDensity(recipe.bead.metal, values)
	};
}

function assemble(
	recipe: Recipe,
	hook: HookGeometry,
	bead: Build['bead'],
	values: BeliefValues
): Build {
	const seat = bead?.seat ?? 0;
	const coil =
		recipe.coil && recipe.coil.turns > 0
			? coilGeometry(recipe.coil, hook.wire, hook.shank, bead, seat, values)
			: null;
	const dressing = dressingGeometry(recipe.dressing, hook, bead, seat, coil, values);
	return { recipe, hook, bead, coil, dressing };
}
