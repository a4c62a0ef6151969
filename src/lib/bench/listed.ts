import { beadWords, hookWords } from '$core/fly/index';
import { recipeFromDocument, type FlyRow } from '$lib/contract/documents';

/** A fly as it stands in a list to choose from. */
export function listed({ id, name, body }: FlyRow) {
	const { hook, bead } = recipeFromDocument(body.recipe);
	return { id, name, detail: `${hookWords(hook)} · ${bead ? beadWords(bead) : 'no bead'}` };
}
