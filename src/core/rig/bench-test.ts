import type { Distribution } from '../parameter/index';
import { buildFly, massAlone, mediansFor, starterRecipe, type BeadChoice } from '../fly/index';

/** Of the water in a glass, kg/m³. */
const WATER = 1000;

/**
 * What something that floats carries, found with beads on a loop of tippet below it in a glass: it held so many, and
 * went under with one more. Half way between the two:
 *
 *   W = (n + ½) · m · (1 − ρ / ρ_b)
 *
 * @param held n, beads that it held; 0: the first took it under
 * @returns kg in water
 */
export function carriedAfter(bead: BeadChoice, held: number, distribution: Distribution): number {
	const recipe = { ...starterRecipe, bead };
	const values = mediansFor(recipe, distribution);
	const mass = massAlone(recipe, 'bead', values);
	const { volume } = buildFly(recipe, values).bead!;
	return (held + 0.5) * (mass - WATER * volume);
}
