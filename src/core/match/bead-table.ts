import { priorBeliefs, type Beliefs } from '../belief/index';
import { without } from '../quantity/index';
import { isJig, type BeadChoice, type Recipe } from '../fly/index';
import type { Fluid } from '../water/index';
import { evaluate, type Candidate } from './evaluate';
import { beadOf, beadSteps, type Shelf } from './shelf';

/** A row of sink rates: one bead size, by metal; null where it does not fit or is not to be had. */
export interface BeadRow {
	/** m */
	readonly diameter: number;
	readonly found: Readonly<Record<TableMetal, Candidate | null>>;
}
export const tableMetals = ['tungsten', 'brass', 'glass'] as const;
export type TableMetal = (typeof tableMetals)[number];

/** Sink rate over bead size and metal for a fly; everything but the bead stays. */
export function beadTable(
	whole: Recipe,
	fluid: Fluid,
	shelf: Shelf,
	believed: Beliefs = priorBeliefs
): BeadRow[] {
	// Another bead makes another fly than the one that was weighed.
	const recipe = without(whole, 'weighed');
	const shape: BeadChoice['shape'] = isJig(recipe.hook)
		? 'slotted'
		: (recipe.bead?.shape ?? 'round');
	return beadSteps(shelf).flatMap((diameter) => {
		const cell = (metal: TableMetal) => {
			const bead = beadOf(shelf, { ...recipe.bead, metal, shape, diameter });
			const candidate = bead && evaluate({ ...recipe, bead }, fluid, believed);
			return candidate?.fits ? candidate : null;
		};
		const found = { tungsten: cell('tungsten'), brass: cell('brass'), glass: cell('glass') };
		return Object.values(found).some((candidate) => candidate) ? [{ diameter, found }] : [];
	});
}

/** The lightest fly of the table with a bead of this metal that is good enough; null where none is. */
export function lightest(
	rows: readonly BeadRow[],
	metal: TableMetal,
	enough: (candidate: Candidate) => boolean
): Candidate | null {
	let best: Candidate | null = null;
	for (const { found } of rows) {
		const candidate = found[metal];
		if (candidate && enough(candidate) && !(best && best.mass <= candidate.mass)) best = candidate;
	}
	return best;
}
