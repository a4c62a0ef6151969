import type { BeliefValues } from '../belief/index';
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
	const solid = recipe.bead && beadGeometry(recipe.bead, values);
	const bead =
		recipe.bead && solid
			? {
					...solid,
					seat: beadSeat(solid, recipe.hook),
					mass: solid.volume * beadDensity(recipe.bead.metal, values)
				}
			: null;
	const seat = bead?.seat ?? 0;
	const coil =
		recipe.coil && recipe.coil.turns > 0
			? coilGeometry(recipe.coil, hook.wire, hook.shank, bead, seat, values)
			: null;
	const dressing = dressingGeometry(recipe.dressing, hook, bead, seat, coil, values);
	return { recipe, hook, bead, coil, dressing };
}
