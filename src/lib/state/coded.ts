import type { Recipe } from '$core/fly/index';
import { GRAM, MILLIMETRE } from '$core/quantity/index';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { Coded } from '$lib/documents/fly/weight-code';
import type { FlyRow } from '$lib/documents/kinds';

/** What a weight code looks at. @param mass kg */
export const coded = ({ bead }: Recipe, mass: number): Coded => ({
	massG: mass / GRAM,
	beadMm: bead ? bead.diameter / MILLIMETRE : null
});

/** The same of a fly that is kept. @param weigh predicts it */
export function codedFly(
	{ body }: FlyRow,
	weigh: (recipe: Recipe) => { readonly mass: number }
): Coded {
	const recipe = recipeFromDocument(body.recipe);
	return coded(recipe, weigh(recipe).mass);
}
