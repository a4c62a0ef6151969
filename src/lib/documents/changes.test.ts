import fc from 'fast-check';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { difference, mergeApart } from './changes';
import { sameContent } from './difference';
import { recipeToDocument } from './fly/recipe';
import type { FlyRow, LieRow } from './kinds';

const recipe = recipeToDocument(starterRecipe);
const base: FlyRow = { kind: 'fly', id: 'a', name: 'Base', revision: 3, body: { recipe } };
const lie: LieRow = {
	kind: 'lie',
	id: 'b',
	name: 'Run',
	revision: 2,
	riverId: 'r',
	body: { depthM: 0.9, surfaceSpeedMs: 0.7, bed: 'gravel', zoneTopM: 0.2, approachM: 3 }
};
const edits: Record<string, (row: FlyRow) => FlyRow> = {
	name: (row) => ({ ...row, name: 'Other' }),
	hook: (row) => withPart(row, { hook: { ...recipe.hook, size: 10 } }),
	bead: (row) => withPart(row, { bead: { ...recipe.bead!, diameterMm: 4 } }),
	noBead: (row) => withPart(row, { bead: null }),
	coil: (row) => withPart(row, { coil: { metal: 'lead', wireInch: 0.02, turns: 5 } }),
	dressing: (row) => withPart(row, { dressing: { fullness: 'full' } }),
	about: (row) => ({ ...row, body: { ...row.body, about: { tags: 'jig', meantSo: ['chunky'] } } })
};
const withPart = (row: FlyRow, part: Partial<typeof recipe>): FlyRow => ({
	...row,
	body: { ...row.body, recipe: { ...row.body.recipe, ...part } }
});
const names = Object.keys(edits);
const part = (edit: string) => (edit === 'noBead' ? 'bead' : edit);

test('changes of different parts join in either order to the same; of one part they do not', () => {
	fc.assert(
		fc.property(fc.subarray(names), fc.subarray(names), (here, there) => {
			const apply = (list: string[]) => list.reduce((row, name) => edits[name]!(row), base);
			const mine = apply(here);
			const theirs = { ...apply(there), revision: 4 };
			const joined = mergeApart(base, mine, theirs);
			const clash = here.some((a) =>
				there.some(
					(b) =>
						part(a) === part(b) &&
						!sameContent(mine.body.recipe[part(a) as 'bead'], theirs.body.recipe[part(b) as 'bead'])
				)
			);
			if (clash) {
				expect(joined).toBeNull();
				return;
			}
			expect(joined!.revision).toBe(4);
			const all = apply([...here, ...there]);
			expect({ ...joined, revision: 0 }).toEqual({ ...all, revision: 0 });
			expect({ ...mergeApart(base, theirs, mine), revision: 0 }).toEqual({ ...all, revision: 0 });
		})
	);
	const deeper = { ...lie, body: { ...lie.body, depthM: 1.2 } };
	const faster = { ...lie, body: { ...lie.body, surfaceSpeedMs: 1 } };
	expect(mergeApart(lie, deeper, faster)?.body).toMatchObject({ depthM: 1.2, surfaceSpeedMs: 1 });
	expect(mergeApart(lie, deeper, { ...lie, body: { ...lie.body, depthM: 0.5 } })).toBeNull();
});

test('a difference is told in the trade’s words, also one too fine for them', () => {
	expect(difference(base, edits.bead!(base)).words).toBe('bead 2.8 to 4');
	expect(difference(base, edits.about!(base))).toEqual({
		paths: ['tags', 'meant so'],
		words: 'tags none to jig, meant so nothing to chunky'
	});
	expect(difference(base, edits.name!(base))).toEqual({
		paths: ['name'],
		words: 'renamed from Base'
	});
	expect(difference(base, { ...base, revision: 9 }).paths).toEqual([]);
	const fine = { ...lie, body: { ...lie.body, depthM: 0.9001 } };
	expect(difference(lie, fine)).toEqual({ paths: ['fine'], words: 'a change too fine to show' });
	expect(difference(lie, { ...lie, riverId: 'q' }).words).toBe('moved to another river');
});
