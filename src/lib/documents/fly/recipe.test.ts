import fc from 'fast-check';
import { expect, test } from 'vitest';
import { compileFly, type Recipe } from '$core/fly/index';
import { prior, valuesAt } from '$core/parameter/index';
import { anyRecipe } from './any-recipe.testing';
import { sameContent } from '../difference';
import { recipeFromDocument, recipeToDocument, type RecipeDocument } from './recipe';
import { parse } from '$lib/contract/parse';
import { documentRequests } from '$lib/documents/requests';

const median = valuesAt(prior);
/** As it comes back from a file or the database. */
const travelled = (recipe: Recipe) =>
	JSON.parse(JSON.stringify(recipeToDocument(recipe))) as RecipeDocument;

test('any recipe travels: the contract takes its document, and it comes back as the same fly', () => {
	fc.assert(
		fc.property(anyRecipe, (recipe) => {
			const document = travelled(recipe);
			const parsed = parse(documentRequests.fly, { name: 'Any', body: { recipe: document } });
			expect(parsed.ok ? [] : parsed.errors).toEqual([]);
			const back = recipeFromDocument(document);
			// Once rounded as documents are, nothing changes any more.
			expect(sameContent(travelled(back), document)).toBe(true);
			const [here, there] = [recipe, back].map((r) => compileFly(r, median).body);
			expect(Math.abs(there!.mass / here!.mass - 1)).toBeLessThan(1e-4);
			// A length that is rounded across a whole number of pieces is cut into one more or less.
			expect(Math.abs(there!.elements.count - here!.elements.count)).toBeLessThanOrEqual(1);
		}),
		{ numRuns: 300 }
	);
});

test('what is not said stays unsaid: usual, left out and nominal are told apart', () => {
	const recipe: Recipe = {
		hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
		bead: null,
		coil: null,
		dressing: { fullness: 'medium' },
		tail: null
	};
	expect(travelled(recipe)).toEqual({
		hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
		bead: null,
		coil: null,
		dressing: { fullness: 'medium' },
		tail: null
	});
	expect('rib' in recipeFromDocument(travelled(recipe))).toBe(false);
});

test('a part with a wrong or an unknown field is refused with its place', () => {
	const document = { ...travelled({ ...minimal, tail: null }), rib: { kind: 'copper' } };
	const parsed = parse(documentRequests.fly, { name: 'Any', body: { recipe: document } });
	expect(!parsed.ok && parsed.errors.map(({ path }) => path)).toEqual([
		'body.recipe.rib.wireMm',
		'body.recipe.rib.turns',
		'body.recipe.rib.against'
	]);
	const strange = { ...travelled(minimal), antlers: 2 };
	const refused = parse(documentRequests.fly, { name: 'Any', body: { recipe: strange } });
	expect(!refused.ok && refused.errors).toMatchObject([
		{ path: 'body.recipe.antlers', message: 'antlers is not a known field.' }
	]);
});

const minimal: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.2e-3 },
	coil: null,
	dressing: { fullness: 'sparse' }
};
