import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import type { BatchBodyDocument, BatchItem, TiedFly } from '$lib/documents/batch/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { boxKinds, boxLetter } from '$lib/documents/batch/box';
import type { BatchRow } from '$lib/documents/kinds';
import { boxed, boxOrders, boxText, compartmentsOf, seenIn } from './boxed';

const recipe = recipeToDocument(starterRecipe);
const item = (name: string, count: number, more: Partial<BatchItem> = {}): BatchItem => ({
	name,
	recipe,
	count,
	...more
});
function row(items: BatchItem[], flies: TiedFly[], on = '2026-03-01'): BatchRow {
	const body: BatchBodyDocument = {
		on,
		state: 'done',
		carry: 1,
		items,
		order: [],
		flies,
		taken: [],
		times: []
	};
	return { kind: 'batch', id: 'b', name: 'A run', revision: 1, body };
}
const fly = (n: number, more: Partial<TiedFly> = {}): TiedFly => ({
	fly: n,
	on: '2026-03-01',
	...more
});
const predicted = { massG: 0.2, lowG: 0.18, highG: 0.22, sinkMs: 0.1 };

test('of a kind those are counted that are still there; it weighs what they weighed on average', () => {
	const run = row(
		[item('A', 3, { predicted }), item('B', 2, { predicted })],
		[fly(0, { massG: 0.21 }), fly(1, { massG: 0.23, out: 'lost' }), fly(2, { massG: 0.25 }), fly(4)]
	);
	expect(boxed(run, 0)).toMatchObject({ name: 'A', left: 2, tied: 4 });
	expect(boxed(run, 0).massG).toBeCloseTo(0.23, 9);
	// Of one that was never weighed, what was predicted when it was tied; else nothing is known.
	expect(boxed(run, 1)).toMatchObject({ name: 'B', left: 1, massG: 0.2 });
	expect(boxed(row([item('C', 1)], [fly(0)]), 0).massG).toBeNull();
});

test('the orders: last tied first, by name, lightest first with unknown ones behind, fewest first', () => {
	const all = [
		boxed(row([item('Wharf', 1, { predicted })], [fly(0)], '2026-01-05'), 0),
		boxed(row([item('Ash', 3)], [fly(0), fly(1), fly(2)], '2026-02-05'), 0),
		boxed(row([item('Moss', 2)], [fly(0, { massG: 0.1 }), fly(1)], '2025-12-31'), 0)
	];
	const by = (order: keyof typeof boxOrders) =>
		[...all].sort(boxOrders[order].compare).map(({ name }) => name);
	expect(by('day')).toEqual(['Ash', 'Wharf', 'Moss']);
	expect(by('name')).toEqual(['Ash', 'Moss', 'Wharf']);
	expect(by('weight')).toEqual(['Moss', 'Wharf', 'Ash']);
	expect(by('count')).toEqual(['Wharf', 'Moss', 'Ash']);
});

test('it is found by its name, hook, bead, wire and colours, and seen by what tells weights apart', () => {
	const one = boxed(row([item('Ash', 1, { predicted, colours: { bead: 'black' } })], [fly(0)]), 0);
	const { hook, bead } = starterRecipe;
	const text = boxText(one);
	for (const word of ['Ash', ` ${hook.size},`, bead!.metal, 'black bead'])
		expect(text).toContain(word);
	expect(seenIn(one)).toEqual({
		name: 'Ash',
		look: `${hook.style} ${hook.size} ${bead!.metal} ${bead!.shape}`,
		colours: { bead: 'black' },
		massG: 0.2
	});
	const bare = recipeToDocument({ ...starterRecipe, bead: null, coil: null });
	const plain = boxed(row([{ ...item('Bare', 1), recipe: bare }], [fly(0, { massG: 0.05 })]), 0);
	expect(boxText(plain)).toContain('no bead');
	expect(seenIn(plain)!.look).toMatch(/no bead$/);
	// What weighs nobody knows what has no colour to it.
	expect(seenIn(boxed(row([item('C', 1)], [fly(0)]), 0))).toBeNull();
});

test('compartments are those that something lies in and those that are named, by name and number; nowhere in particular last', () => {
	const run = row(
		[item('A', 1, { compartment: 'row 10' }), item('B', 1, { compartment: 'row 2' }), item('C', 1)],
		[fly(0), fly(1), fly(2)]
	);
	const all = run.body.items.map((_, k) => boxed(run, k));
	expect(all.map(({ compartment }) => compartment)).toEqual(['row 10', 'row 2', '']);
	expect(compartmentsOf(all, ['lid', 'row 2'])).toEqual(['lid', 'row 2', 'row 10', '']);
	expect(boxText(all[1]!)).toContain('row 2');
});

test('a kind stands once, however many runs it came from, with all its places; what is gone is no kind', () => {
	const one = row([item('A', 2, { compartment: 'lid' }), item('B', 1)], [fly(0), fly(1), fly(2)]);
	const other = {
		...row(
			[item('A', 1, { compartment: 'row 2', colours: { bead: 'gold' } }), item('C', 1)],
			[fly(0), fly(1, { out: 'lost' })]
		),
		id: 'b2'
	};
	const again = { ...row([item('A', 1, { compartment: 'lid' })], [fly(0)]), id: 'b3' };
	expect(boxKinds([one, other, again])).toEqual([
		{
			name: 'A',
			recipe,
			colours: { bead: 'gold' },
			count: 4,
			places: ['lid', 'row 2'],
			from: [
				{ batchId: 'b', item: 0 },
				{ batchId: 'b2', item: 0 },
				{ batchId: 'b3', item: 0 }
			]
		},
		{ name: 'B', recipe, count: 1, places: [], from: [{ batchId: 'b', item: 1 }] }
	]);
	// Other wire in it is another kind.
	const heavy = { ...recipe, coil: { metal: 'lead' as const, wireInch: 0.015, turns: 3 } };
	expect(
		boxKinds([row([item('A', 1), { ...item('A', 1), recipe: heavy }], [fly(0), fly(1)])])
	).toHaveLength(2);
	expect([0, 25, 26, 53].map(boxLetter)).toEqual(['A', 'Z', 'A2', 'B3']);
});
