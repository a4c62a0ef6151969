import { starterRecipe } from '$core/fly/index';
import { exampleId, type Definition } from '../definition';
import { shownChange, type Difference } from '../difference';
import { recipeToDocument } from '../fly/recipe';
import { entryFault, entryWords, type EntryBodyDocument } from './body';
import { EntryBodyRequest } from './validation';

const name = 'Sill Nymph on the scale';
const weighing = {
	of: 'fly',
	recipe: recipeToDocument(starterRecipe),
	count: 1,
	massG: 0.243,
	scaleStepG: 0.001
};
const body = { at: 1770112800000, weighing };

function entryChange(a: EntryBodyDocument, b: EntryBodyDocument): Difference {
	const counts = ({ excluded }: EntryBodyDocument) => (excluded ? 'left out' : 'counted');
	return shownChange([
		['what was found', entryWords(a), entryWords(b)],
		['learning', counts(a), counts(b)],
		['note', a.note ?? 'none', b.note ?? 'none']
	]);
}

export const entry: Definition<'entry'> = {
	body: EntryBodyRequest,
	title: 'An entry of the log',
	told: entryChange,
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
