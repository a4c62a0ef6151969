import { starterRecipe } from '$core/fly/index';
import { METRIC } from '$core/quantity/index';
import { USUAL_WANTED } from '$core/drift/index';
import { starterRig } from '$core/rig/index';
import { USUAL_EXPONENTS } from '$core/water/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigToDocument } from '$lib/documents/rig/body';
import type { CardData } from './data';

export const id = (n: number) => `6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e${String(n).padStart(2, '0')}`;
const nodes = Array.from({ length: 16 }, (_, k) => k);
/** A card of one lie and two flies, of which the plan takes the first and the table says that the second is better. */
export const data: CardData = {
	id: id(1),
	name: 'A day </script><script>alert(1)</script>',
	on: '2027-03-06',
	river: 'Upper & Lower Sill',
	celsius: 8,
	flow: 4,
	exponents: USUAL_EXPONENTS,
	units: METRIC,
	wanted: USUAL_WANTED,
	learned: { scores: [], mean: [], covariance: [] },
	enough: 0.7,
	flies: ['A', 'B'].map((letter, k) => ({
		letter,
		name: `Fly ${letter}`,
		count: 2,
		recipe: recipeToDocument(starterRecipe),
		looks: '',
		batchId: id(2),
		item: k
	})),
	lies: [
		{
			id: id(3),
			name: 'Gauge pool',
			body: { depthM: 1, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2, surveyedAtM3s: 4 },
			rigId: id(4),
			rigName: 'Long arm',
			rig: rigToDocument(starterRig),
			table: {
				span: { depths: [0.6, 1.5], speeds: [0.36, 0.9] },
				chances: nodes.map(() => [0.4, 0.6]),
				held: nodes.map((k) => [2 + Math.floor(k / 4)])
			},
			plan: { fly: 0, chance: 0.8, hand: '3.1 m of line' }
		}
	]
};
