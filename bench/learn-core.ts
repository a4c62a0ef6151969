import { prior, valuesAt, type ParameterName } from '../src/core/parameter/index';
import { starterRecipe, type Recipe } from '../src/core/fly/index';
import { learn, massOf, timeOf, type Measurable, type Observation } from '../src/core/learn/index';
import { normalsFrom, randomFrom } from '../src/core/quantity/index';

/** What things come to in one world that is drawn from the prior. */
function worldFrom(normal: () => number): (of: Measurable) => number {
	const scores = new Map<string, number>();
	const drawn = (score: string) => {
		const z = scores.get(score) ?? normal();
		scores.set(score, z);
		return z;
	};
	return ({ parameters, about, mixtureOf, figuresAbout }) => {
		const z = about.map((name) => [
			name,
			(mixtureOf(name) ?? []).reduce((sum, { score, weight }) => sum + weight * drawn(score), 0)
		]);
		const values = valuesAt(
			parameters,
			Object.fromEntries(z) as Partial<Record<ParameterName, number>>
		);
		return figuresAbout(values)(values, null)[0]!;
	};
}

/**
 * Many weighings and drops of different flies in different water, each a little off: half of the flies on
 * the scale, half in the jug.
 *
 * @param flies how many different ones; beyond 200 they differ by a hair's breadth of the bead
 */
export function log(entries: number, flies = 200): Observation[] {
	const normal = normalsFrom(randomFrom(5));
	const truly = worldFrom(normal);
	const cases = Array.from({ length: flies }, (_, k) => {
		const { bead } = starterRecipe;
		const recipe: Recipe = {
			...starterRecipe,
			hook: { ...starterRecipe.hook, size: 10 + 2 * (k % 4), wireX: k % 3 },
			bead: {
				...bead!,
				diameter: 0.002 + 0.0001 * (k % 18) + 1e-9 * Math.floor(k / 200),
				lot: `lot ${k % 25}`
			},
			coil: k % 2 ? { metal: 'lead', wire: 0.00038, turns: 2 + (k % 7) } : null
		};
		const celsius = 5 + (k % 12);
		const drop = { recipe, wet: 'soaked' as const, celsius, distance: 0.5 };
		const of = k < flies / 2 ? massOf({ kind: 'fly', recipe }, prior) : timeOf(drop, prior);
		return { recipe, drop, usual: truly(of) };
	});
	return Array.from({ length: entries }, (_, n): Observation => {
		const k = n % flies;
		const { recipe, drop, usual } = cases[k]!;
		const found = usual * (1 + 0.04 * normal());
		const noted = { key: `entry ${n}`, on: '2026-01-01' };
		if (k < flies / 2) {
			const of = { kind: 'fly' as const, recipe };
			return { kind: 'weighing', ...noted, of, count: 1, mass: found, step: 1e-6 };
		}
		return { kind: 'drop', ...noted, ...drop, seconds: [found], reaction: 0.1 };
	});
}

/** This many lots of beads, twenty of each weighed together. */
export function lots(count: number): Observation[] {
	const normal = normalsFrom(randomFrom(9));
	const truly = worldFrom(normal);
	return Array.from({ length: count }, (_, k): Observation => {
		const { bead } = starterRecipe;
		const of = {
			kind: 'beads' as const,
			bead: { ...bead!, diameter: 0.0016 + 0.0001 * (k % 30), lot: `lot ${k}` }
		};
		const mass = 20 * truly(massOf(of, prior)) * (1 + 0.01 * normal());
		return { kind: 'weighing', key: `lot:${k}`, on: '', of, count: 20, mass, step: 1e-5 };
	});
}

export { learn };
