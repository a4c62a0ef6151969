import { prior, type Distribution } from '../parameter/index';
import { without } from '../quantity/index';
import { shapeFor, type BeadChoice, type Recipe } from '../fly/index';
import type { Fluid } from '../water/index';
import { evaluate, type Candidate } from './evaluate';
import { beadOf, beadSteps, type Shelf } from './shelf';

/** Metals that are asked about; glass and steel sink as other beads of their weight do. */
export const askedMetals = ['tungsten', 'brass'] as const satisfies readonly BeadChoice['metal'][];
export type AskedMetal = (typeof askedMetals)[number];

/** A row of sink rates: one bead size, by metal; null where it does not fit or is not to be had. */
export interface BeadRow {
	/** m */
	readonly diameter: number;
	readonly found: Readonly<Record<AskedMetal, Candidate | null>>;
}

/** Sink rate over bead size and metal for a fly; everything but the bead stays. */
export function beadTable(
	whole: Recipe,
	fluid: Fluid,
	shelf: Shelf,
	distribution: Distribution = prior
): BeadRow[] {
	// Another bead makes another fly than the one that was weighed.
	const recipe = without(whole, 'weighed');
	const shape = shapeFor(recipe.hook, recipe.bead);
	return beadSteps(shelf).flatMap((diameter) => {
		const cell = (metal: AskedMetal) => {
			const bead = beadOf(shelf, { ...recipe.bead, metal, shape, diameter });
			const candidate = bead && evaluate({ ...recipe, bead }, fluid, distribution);
			return candidate?.fits ? candidate : null;
		};
		const found = { tungsten: cell('tungsten'), brass: cell('brass') };
		return Object.values(found).some((candidate) => candidate) ? [{ diameter, found }] : [];
	});
}
