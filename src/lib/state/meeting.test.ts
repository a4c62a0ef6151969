import { beforeEach, expect, test, vi } from 'vitest';
import type { DocumentChange } from '$lib/api/answers';
import type { DocumentRow, FlyRow } from '$lib/documents/kinds';
import { lost, meet } from './meeting';
import type { Notice } from './notice';
import type { Shelves } from './shelves.svelte';
import { was } from './window.testing';

/** As both windows had it, then as each changed it. */
const base: FlyRow = was.flies.find(({ name }) => name === 'Sill Nymph')!;
const withHook = (size: number, from = base): FlyRow => ({
	...from,
	body: { ...from.body, recipe: { ...from.body.recipe, hook: { ...from.body.recipe.hook, size } } }
});
const theirs: FlyRow = { ...withHook(10), revision: base.revision + 1 };

const window = {
	notice: null as Notice | null,
	change: vi.fn<(row: DocumentRow) => void>(),
	takeOver: vi.fn<(change: DocumentChange) => void>(),
	createFrom: vi.fn<(row: DocumentRow, name: string) => Promise<void>>(() => Promise.resolve())
};
beforeEach(() => {
	window.notice = null;
	vi.clearAllMocks();
});
const shelves = (mine: FlyRow, from: FlyRow | null = base) =>
	({
		find: () => mine,
		bases: new Map(from ? [[from.id, from]] : [])
	}) as unknown as Shelves;
const choose = (words: string) => {
	const found = window.notice!.choices.find((one) => one.words === words);
	found!.act();
};

test('changes of different parts are both kept, on the other window’s revision', async () => {
	const mine = { ...base, name: 'Sill Nymph, dark' };
	await meet(window, shelves(mine), mine, theirs);
	expect(window.change).toHaveBeenCalledExactlyOnceWith({ ...theirs, name: 'Sill Nymph, dark' });
	expect(window.notice).toEqual({
		words:
			'“Sill Nymph” was changed in another window (hook size 14 to 10); both changes are in it now.',
		choices: []
	});
});

test('the same change in both is no conflict, and nothing is sent', async () => {
	await meet(window, shelves(withHook(10)), base, theirs);
	expect(window.takeOver).toHaveBeenCalledExactlyOnceWith({
		kind: 'fly',
		id: base.id,
		row: theirs
	});
	expect(window.change).not.toHaveBeenCalled();
	expect(window.notice).toBeNull();
});

test('where both touched one part the person decides, with what each did', async () => {
	const mine = withHook(12);
	await meet(window, shelves(mine), mine, theirs);
	expect(window.notice!.words).toBe(
		'“Sill Nymph” was changed in another window (hook size 14 to 10). You changed hook size 14 to 12 here.'
	);
	expect(window.notice!.choices.map(({ words }) => words)).toEqual([
		'Keep mine',
		'Take the other',
		'Keep both'
	]);
	choose('Keep mine');
	expect(window.change).toHaveBeenCalledExactlyOnceWith({ ...mine, revision: theirs.revision });
	choose('Take the other');
	const taken = { kind: 'fly', id: base.id, row: theirs };
	expect(window.takeOver).toHaveBeenCalledExactlyOnceWith(taken);
	choose('Keep both');
	expect(window.takeOver).toHaveBeenCalledTimes(2);
	expect(window.createFrom).toHaveBeenCalledExactlyOnceWith(mine, 'Sill Nymph (mine)');
});

test('without what both started from the person decides, too', async () => {
	const mine = withHook(12);
	await meet(window, shelves(mine, null), mine, theirs);
	expect(window.notice!.words).toBe('“Sill Nymph” was changed in another window.');
	expect(window.notice!.choices).toHaveLength(3);
});

test('what was deleted elsewhere is made anew under its name, or let go', () => {
	const mine = withHook(12);
	lost(window, mine);
	expect(window.notice!.words).toBe(
		'“Sill Nymph” was deleted in another window while you changed it here.'
	);
	choose('Let it go');
	const gone = { kind: 'fly', id: base.id, row: null };
	expect(window.takeOver).toHaveBeenCalledExactlyOnceWith(gone);
	expect(window.createFrom).not.toHaveBeenCalled();
	choose('Keep it');
	expect(window.createFrom).toHaveBeenCalledExactlyOnceWith(mine, 'Sill Nymph');
});
