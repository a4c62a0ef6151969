import { describe, expect, test } from 'vitest';
import { starterRecipe } from '../fly/index';
import { materials } from '../material/index';
import { prior, valuesAt } from '../parameter/index';
import { starterRig } from '../rig/index';
import { massOf, outingLikelihoodOf, type Weighed } from './index';

const figure = (of: Weighed) => {
	const { figuresAbout } = massOf(of, prior);
	const [mass] = figuresAbout(valuesAt(prior))(valuesAt(prior), null);
	return mass!;
};

describe('what lies on a scale, at the medians', () => {
	test('a metre of wire is its density times its cross-section', () => {
		const coil = { metal: 'lead', wire: 0.381e-3 } as const;
		const metre = materials.lead.density * Math.PI * (coil.wire / 2) ** 2;
		expect(figure({ kind: 'wire', coil, length: 1 }) / metre).toBeCloseTo(1, 2);
	});

	test('of wire that was measured less is unsure than of a trade size', () => {
		const unsure = (measured: boolean) => {
			const coil = { metal: 'lead', wire: 0.381e-3, ...(measured && { measured }) } as const;
			const { parameters } = massOf({ kind: 'wire', coil, length: 1 }, prior);
			return parameters['coil.wire'].spread;
		};
		expect(unsure(true)).toBeLessThan(unsure(false));
	});

	test('a heavier bead is a larger one, by the cube', () => {
		const bead = (diameter: number) =>
			figure({ kind: 'beads', bead: { metal: 'tungsten', shape: 'round', diameter } });
		// The bore and the recess are steps of their own: half as wide again is about 3.4 times as heavy.
		expect(bead(4.2e-3) / bead(2.8e-3)).toBeGreaterThan(3);
		expect(bead(4.2e-3) / bead(2.8e-3)).toBeLessThan(3.9);
	});
});

describe('what was seen at a lie', () => {
	const lie = { depth: 0.9, surfaceSpeed: 0.6, zoneTop: 0.2, bed: 'gravel' } as const;
	const saw = (sight: 'touched' | 'untouched' | 'atDepth') =>
		outingLikelihoodOf({
			recipe: starterRecipe,
			rig: starterRig,
			lie,
			celsius: 9,
			saw: sight
		});

	test('touched and untouched say one and the same of the parameters; being at depth is more common', () => {
		const touched = saw('touched');
		expect(saw('untouched')).toEqual(touched);
		expect(saw('atDepth').logOdds).toBeGreaterThan(touched.logOdds);
		expect(touched.slopes.length).toBeGreaterThan(5);
	});
});
