import type { FlyColouring } from '../fly/about';
import type { RecipeDocument } from '../fly/recipe';
import type { BatchRow } from '../kinds';
import { inBox } from './body';

/** Flies of one kind that lie in the box, however many runs they came from. */
export interface BoxKind {
	readonly name: string;
	readonly count: number;
	readonly recipe: RecipeDocument;
	readonly colours?: FlyColouring;
	/** The compartments that they lie in, where that is said. */
	readonly places: readonly string[];
	/** Where they are counted: the item of each run that still has some. */
	readonly from: readonly { readonly batchId: string; readonly item: number }[];
}

/** Each kind in the box once: of the same name and the same recipe. */
export function boxKinds(batches: readonly BatchRow[]): BoxKind[] {
	const found: Record<string, BoxKind> = {};
	for (const row of batches) {
		row.body.items.forEach(({ name, recipe, colours, compartment }, item) => {
			const left = inBox(row.body, item).length;
			if (left === 0) return;
			const key = JSON.stringify([name, recipe]);
			const { count = 0, from = [], places = [], colours: known } = found[key] ?? {};
			// What one run does not say another may.
			const looks = colours ?? known;
			const isNew = compartment !== undefined && !places.includes(compartment);
			found[key] = {
				name,
				recipe,
				...(looks && { colours: looks }),
				count: count + left,
				places: isNew ? [...places, compartment] : places,
				from: [...from, { batchId: row.id, item }]
			};
		});
	}
	return Object.values(found);
}

/** What a kind is called for short, by its place: A to Z, then A2 and on. */
export const boxLetter = (place: number): string =>
	`${String.fromCharCode(65 + (place % 26))}${place < 26 ? '' : Math.floor(place / 26) + 1}`;
