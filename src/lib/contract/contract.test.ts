import { expect, test } from 'vitest';
import { BEAD_STEPS, COIL_WIRE_STEPS } from '$core/material/index';
import { starterRecipe } from '$core/fly/index';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import { parse } from './parse';
import { documentRequests } from '$lib/documents/requests';

const good = { name: 'A fly', body: { recipe: recipeToDocument(starterRecipe) } };

/** The good request with one place changed. */
function broken(path: string, value: unknown): unknown {
	const copy = structuredClone(good) as Record<string, unknown>;
	const keys = path.split('.');
	let at = copy;
	for (const key of keys.slice(0, -1)) at = at[key] as Record<string, unknown>;
	at[keys.at(-1)!] = value;
	return copy;
}

test('every trade size goes out and comes back the same, and reads as it is sold', () => {
	for (const diameter of BEAD_STEPS) {
		for (const wire of COIL_WIRE_STEPS) {
			const recipe = {
				...starterRecipe,
				bead: { ...starterRecipe.bead!, diameter },
				coil: { metal: 'lead' as const, wire, turns: 4 }
			};
			const there = recipeToDocument(recipe);
			expect(recipeToDocument(recipeFromDocument(JSON.parse(JSON.stringify(there))))).toEqual(
				there
			);
			expect(String(there.bead?.diameterMm).length).toBeLessThanOrEqual(3);
		}
	}
});

test.each<[string, unknown, string]>([
	['name', '   ', 'name'],
	['name', 'x'.repeat(81), 'name'],
	['body', null, 'body'],
	['body.recipe.hook', [], 'hook'],
	['body.recipe.hook.size', 14.5, 'Hook size'],
	['body.recipe.hook.style', 'toString', 'Hook style'],
	['body.recipe.bead', 'big', 'bead'],
	['body.recipe.bead.diameterMm', 40, 'Bead size'],
	['body.recipe.bead.diameterMm', NaN, 'Bead size'],
	['body.recipe.bead.diameterMm', '2.8', 'Bead size'],
	['body.recipe.coil', { metal: 'lead', wireInch: 0.015, turns: -3 }, 'Turns'],
	['body.recipe.coil', { metal: 'lead', wireInch: 0.15, turns: 3 }, 'Coil wire'],
	['body.recipe.dressing.sparkle', 1, 'sparkle']
])('%s = %j is refused in words that name the field', (path, value, words) => {
	const parsed = parse(documentRequests.fly, broken(path, value));
	expect(parsed.ok).toBe(false);
	if (parsed.ok) return;
	expect(parsed.errors.some((e) => e.path.startsWith(path) && e.message.includes(words))).toBe(
		true
	);
});

test('what is right is taken, and what is no object is not', () => {
	expect(parse(documentRequests.fly, good).ok).toBe(true);
	expect(parse(documentRequests.fly, broken('body.recipe.bead', null)).ok).toBe(true);
	for (const raw of [null, [], 'x', 3]) expect(parse(documentRequests.fly, raw).ok).toBe(false);
	const lie = parse(documentRequests.lie, {
		name: 'A lie',
		riverId: 'nowhere',
		body: { depthM: 0.05, surfaceSpeedMs: Infinity, bed: 'mud', zoneTopM: null, approachM: 3 }
	});
	expect(lie.ok ? [] : lie.errors.map((e) => e.path).sort()).toEqual([
		'body.bed',
		'body.depthM',
		'body.surfaceSpeedMs',
		'body.zoneTopM',
		'riverId'
	]);
});
