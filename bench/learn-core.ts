import { priorBeliefs, valuesAt } from '../src/core/belief/index';
import { starterRecipe, type Recipe } from '../src/core/fly/index';
import { learn, massOf, timeOf, type Observation } from '../src/core/learn/index';
import { normalsFrom, randomFrom } from '../src/core/quantity/index';

const CASES = 200;

/**
 * Many weighings and drops of 200 different flies in different water, each a little off: 100 flies on the
 * scale, 100 in the jug.
 */
export function log(entries: number): Observation[] {
	const normal = normalsFrom(randomFrom(5));
	const cases = Array.from({ length: CASES }, (_, k) => {
		const { bead } = starterRecipe;
		const recipe: Recipe = {
			...starterRecipe,
			hook: { ...starterRecipe.hook, size: 10 + 2 * (k % 4), wireX: k % 3 },
			bead: { ...bead!, diameter: 0.002 + 0.0001 * (k % 18), lot: `lot ${k % 25}` },
			coil: k % 2 ? { metal: 'lead', wire: 0.00038, turns: 2 + (k % 7) } : null
		};
		const celsius = 5 + (k % 12);
		const drop = { recipe, wet: 'soaked' as const, celsius, distance: 0.5 };
		const of =
			k < CASES / 2 ? massOf({ kind: 'fly', recipe }, priorBeliefs) : timeOf(drop, priorBeliefs);
		const values = valuesAt(of.beliefs);
		return { recipe, drop, usual: of.figuresAbout(values)(values, null)[0]! };
	});
	return Array.from({ length: entries }, (_, n): Observation => {
		const k = n % CASES;
		const { recipe, drop, usual } = cases[k]!;
		const found = usual * (1.04 + 0.04 * normal());
		const noted = { key: `entry ${n}`, on: '2026-01-01' };
		if (k < CASES / 2) {
			const of = { kind: 'fly' as const, recipe };
			return { kind: 'weighing', ...noted, of, count: 1, mass: found, step: 1e-6 };
		}
		return { kind: 'drop', ...noted, ...drop, seconds: [found], reaction: 0.1 };
	});
}

/** So many lots of beads, twenty of each weighed together. */
export function lots(count: number): Observation[] {
	const normal = normalsFrom(randomFrom(9));
	return Array.from({ length: count }, (_, k): Observation => {
		const { bead } = starterRecipe;
		const of = {
			kind: 'beads' as const,
			bead: { ...bead!, diameter: 0.0016 + 0.0001 * (k % 30), lot: `lot ${k}` }
		};
		const measured = massOf(of, priorBeliefs);
		const values = valuesAt(measured.beliefs);
		const usual = measured.figuresAbout(values)(values, null)[0]!;
		const mass = 20 * usual * (1.02 + 0.03 * normal());
		return { kind: 'weighing', key: `lot:${k}`, on: '', of, count: 20, mass, step: 1e-5 };
	});
}

export { learn };
