import { starterRecipe } from '$core/fly/index';
import { exampleId, type Definition } from '../definition';
import { recipeToDocument } from '../fly/recipe';
import { entryFault } from './body';
import { EntryBodyRequest } from './validation';

const name = 'Sill Nymph on the scale';
const weighing = {
	...{ of: 'fly', recipe: recipeToDocument(starterRecipe), count: 1 },
	...{ massG: 0.243, scaleStepG: 0.001 }
};
const body = { at: 1770112800000, weighing };

export const entry: Definition<'entry'> = {
	body: EntryBodyRequest,
	title: 'An entry of the log',
	fault: entryFault,
	// Entries of the log are of one fly again and again.
	knownByName: false,
	examples: {
		id: exampleId('08'),
		first: { name, body },
		second: { name, body: { ...body, excluded: true } },
		// Wire of no length.
		wrong: { name, body: { ...body, weighing: { ...weighing, of: 'wire' } } }
	}
};
