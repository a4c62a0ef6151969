import { beadWords, hookWords } from '$core/fly/index';
import { aboutWords } from '$lib/documents/fly/about';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';

/** A fly as it stands in a list to choose from. */
export function listed({ id, name, body }: FlyRow) {
	const { hook, bead } = recipeFromDocument(body.recipe);
	const detail = `${hookWords(hook)} · ${bead ? beadWords(bead) : 'no bead'}`;
	return { id, name, detail, also: aboutWords(body.about) };
}
