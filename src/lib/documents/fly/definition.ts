import { recipeChange, starterRecipe } from '$core/fly/index';
import { exampleId, type Definition } from '../definition';
import { recipeFromDocument, recipeToDocument } from './recipe';
import { FlyBodyRequest } from './validation';

const recipe = recipeToDocument(starterRecipe);
const withBead = (diameterMm: number) => ({
	recipe: { ...recipe, bead: { ...recipe.bead!, diameterMm } }
});

export const fly: Definition<'fly'> = {
	body: FlyBodyRequest,
	title: 'A fly',
	told: (a, b) => recipeChange(recipeFromDocument(a.recipe), recipeFromDocument(b.recipe)),
	parts: 'recipe',
	examples: {
		id: exampleId('01'),
		first: { name: 'Sill Nymph', body: { recipe } },
		second: { name: 'Sill Nymph', body: withBead(3.2) },
		wrong: { name: 'Sill Nymph', body: withBead(40) }
	}
};
