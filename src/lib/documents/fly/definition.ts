import { recipeChange, starterRecipe } from '$core/fly/index';
import { exampleId, type Definition } from '../definition';
import { recipeFromDocument, recipeToDocument } from './recipe';
import { shownChange, type Difference } from '../difference';
import { aboutShown } from './about';
import type { FlyBodyDocument } from './body';
import { FlyBodyRequest } from './validation';

const recipe = recipeToDocument(starterRecipe);
const withBead = (diameterMm: number) => ({
	recipe: { ...recipe, bead: { ...recipe.bead!, diameterMm } }
});

function flyChange(a: FlyBodyDocument, b: FlyBodyDocument): Difference {
	const tied = recipeChange(recipeFromDocument(a.recipe), recipeFromDocument(b.recipe));
	const [before, after] = [aboutShown(a.about), aboutShown(b.about)];
	const about = shownChange(before.map(([name, was], i) => [name, was, after[i]![1]] as const));
	return {
		paths: [...tied.paths, ...about.paths],
		words: [tied.words, about.words].filter(Boolean).join(', ')
	};
}

export const fly: Definition<'fly'> = {
	body: FlyBodyRequest,
	title: 'A fly',
	told: flyChange,
	parts: 'recipe',
	examples: {
		id: exampleId('01'),
		first: { name: 'Sill Nymph', body: { recipe } },
		second: {
			name: 'Sill Nymph',
			body: { ...withBead(3.2), about: { tags: 'jig, winter', colours: { bead: 'copper' } } }
		},
		wrong: { name: 'Sill Nymph', body: withBead(40) }
	}
};
