import { expect, test } from 'vitest';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';
import { starterRecipe } from '$core/fly/index';
import { byName } from '$lib/documents/order';
import { freeName, met, neighbour, withChange } from './rows';

const fly = (id: string, name: string, revision = 1): FlyRow => ({
	kind: 'fly',
	id,
	name,
	revision,
	body: { recipe: recipeToDocument(starterRecipe) }
});
const rows = [fly('a', 'Nymph 10'), fly('b', 'Nymph 2'), fly('c', 'Jig')];

test('lists go by name, numbers as numbers', () => {
	expect(byName(rows).map((row) => row.name)).toEqual(['Jig', 'Nymph 2', 'Nymph 10']);
});

test('a change replaces, adds or takes out one row and leaves the others as they are', () => {
	const later = fly('b', 'Nymph 2', 5);
	expect(withChange(rows, { kind: 'fly', id: 'b', row: later })).toEqual([rows[0], later, rows[2]]);
	const added = fly('d', 'New');
	expect(withChange(rows, { kind: 'fly', id: 'd', row: added })).toEqual([...rows, added]);
	expect(withChange(rows, { kind: 'fly', id: 'a', row: null })).toEqual(rows.slice(1));
});

test('what the server tells of all: newer rows are taken, what is to be sent or was made since stays', () => {
	const mine = fly('b', 'Nymph 2, mine', 1);
	const shown = [mine, fly('d', 'Made since'), fly('c', 'Jig', 3)];
	const told = [rows[0]!, fly('b', 'Nymph 2, theirs', 2), fly('c', 'Jig, late', 2)];
	const toSend = (id: string) => id === 'b';
	expect(met(shown, told, toSend, true)).toEqual({
		rows: [rows[0], mine, shown[2], shown[1]],
		taken: [rows[0]],
		gone: []
	});
	const anew = met(shown, told, () => false, false);
	// A copy may have been restored: what is told counts, though its revision is an earlier one.
	expect(anew).toEqual({ rows: told, taken: told, gone: [shown[1]] });
	expect(met(shown, [], toSend, false).rows).toEqual([mine]);
});

test('the neighbour goes round the ends', () => {
	expect(neighbour(rows, 'c', 1)?.id).toBe('a');
	expect(neighbour(rows, 'a', -1)?.id).toBe('c');
	expect(neighbour([], 'a', 1)).toBeNull();
});

test('a taken name gets the next free number', () => {
	expect(freeName('Jig', rows)).toBe('Jig 2');
	expect(freeName('Jig', [...rows, fly('d', 'Jig 2')])).toBe('Jig 3');
	expect(freeName('Grub', rows)).toBe('Grub');
});
