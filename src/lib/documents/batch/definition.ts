import { starterRecipe } from '$core/fly/index';
import { exampleId, type Definition } from '../definition';
import { recipeToDocument } from '../fly/recipe';
import { batchFault } from './body';
import { batchChange } from './changes';
import { BatchBodyRequest } from './validation';

const body = {
	on: '2026-02-03',
	state: 'tying',
	carry: 2,
	items: [{ name: 'Sill Nymph', recipe: recipeToDocument(starterRecipe), count: 3 }],
	order: [{ fly: 0, from: 0, to: 9 }],
	flies: [],
	// Of a lot that was thrown away since.
	taken: [{ lotId: exampleId('07'), amount: 4 }],
	times: []
};
const tied = { fly: 0, on: '2026-02-03', massG: 0.243, scaleStepG: 0.001 };

export const batch: Definition<'batch'> = {
	body: BatchBodyRequest,
	title: 'A batch with its tied flies',
	told: batchChange,
	fault: batchFault,
	examples: {
		id: exampleId('06'),
		first: { name: 'Three for the sill', body },
		second: { name: 'Three for the sill', body: { ...body, flies: [tied] } },
		// A fly that the run does not have.
		wrong: { name: 'Three for the sill', body: { ...body, flies: [{ ...tied, fly: 3 }] } }
	}
};
