import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import type { Snapshot } from '$lib/api/answers';
import type { FlyRow } from '$lib/documents/kinds';
import { Documents } from './documents.svelte';
import { storageOf, was } from './window.testing';

/** The browser's storage, and its locks; a window that is closed lets go of its own. */
class Browser {
	readonly entries = new Map<string, string>();
	readonly held = new Set<string>();
	readonly locks = {
		request: (name: string) => Promise.resolve(this.held.add(name)),
		query: () => Promise.resolve({ held: [...this.held].map((name) => ({ name })) })
	};
	readonly storage = storageOf(this.entries);
}

let browser: Browser;
let asked: { method: string; body: { revision?: number } }[];
let answer: { status: number; body: unknown };
beforeEach(() => {
	// A window that is left behind here would go on trying, and be taken for the next one.
	vi.useFakeTimers({ toFake: ['setTimeout', 'clearTimeout'] });
	browser = new Browser();
	asked = [];
	answer = { status: 503, body: { message: 'Starting.' } };
	vi.stubGlobal('navigator', { locks: browser.locks });
	vi.stubGlobal('fetch', (_: string, { method, body }: { method: string; body?: string }) => {
		asked.push({ method, body: JSON.parse(body ?? '{}') as { revision?: number } });
		return Promise.resolve(new Response(JSON.stringify(answer.body), { status: answer.status }));
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

const open = (change: Partial<Snapshot> = {}) =>
	new Documents(
		{ ...was, snapshotVersion: 'a.0', database: 'd', trouble: null, ...change },
		browser.storage
	);
const [fly] = was.flies;
const recipe = { ...fly!.body.recipe, hook: { ...fly!.body.recipe.hook, size: 8 } };
const changed: FlyRow = { ...fly!, body: { recipe } };
/** A window in which the hook was changed while the server did not answer. */
async function changedInVain() {
	const documents = open();
	documents.change(changed);
	await documents.flush();
	return documents;
}

test('it is said beside whatever else is said, and kept in the browser until it is saved', async () => {
	const documents = await changedInVain();
	expect(documents.unsaved).toMatch(/^Not saved yet: Starting\./);
	documents.history = { undo: 'x', redo: null };
	await documents.undo();
	// An undo that fails has words of its own.
	expect(documents.notice!.words).toBe('Starting.');
	expect(documents.unsaved).toMatch(/^Not saved yet/);
	expect(browser.entries.size).toBe(1);
	const row = { ...changed, revision: 2 };
	const { history } = documents;
	answer = {
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [{ kind: 'fly', id: row.id, row }], history }
	};
	await documents.flush();
	expect(documents.unsaved).toBeNull();
	expect(browser.entries.size).toBe(0);
});

test('it is offered when its window is gone, and goes on from what it started from', async () => {
	await changedInVain();
	// While that window lives the change is its own.
	const beside = open();
	await beside.offerUnsent();
	expect(beside.notice).toBeNull();
	browser.held.clear();
	const elsewhere = open({ database: 'another' });
	await elsewhere.offerUnsent();
	expect(elsewhere.notice).toBeNull();

	const documents = open();
	await documents.offerUnsent();
	expect(documents.notice!.words).toContain(fly!.name);
	documents.notice!.choices[0]!.act();
	expect(documents.find('fly', fly!.id)!.body.recipe.hook.size).toBe(8);
	asked = [];
	answer = {
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
	};
	await documents.flush();
	expect(asked).toMatchObject([{ method: 'PUT', body: { revision: fly!.revision } }]);
	await vi.waitFor(() => expect(browser.entries.size).toBe(0));
});

test('it is let go when the person says so, and not offered where it got through after all', async () => {
	await changedInVain();
	browser.held.clear();
	const documents = open({ flies: [{ ...changed, revision: 9 }] });
	await documents.offerUnsent();
	expect(documents.notice).toBeNull();
	expect(browser.entries.size).toBe(0);

	await changedInVain();
	browser.held.clear();
	const other = open();
	await other.offerUnsent();
	other.notice!.choices[1]!.act();
	await vi.waitFor(() => expect(browser.entries.size).toBe(0));
	expect(other.find('fly', fly!.id)).toEqual(fly);
});

test('what was deleted meanwhile is made anew, all of it, and waits on while it cannot be', async () => {
	const [one, two] = was.flies;
	const before = open();
	before.change(changed);
	before.change({ ...two!, name: 'Another' });
	await before.flush();
	browser.held.clear();
	const documents = open({ flies: was.flies.filter(({ id }) => id !== one!.id && id !== two!.id) });
	await documents.offerUnsent();
	// The server still does not answer.
	documents.notice!.choices[0]!.act();
	await vi.waitFor(() => expect(documents.notice?.words).toBe('Starting.'));
	expect(browser.entries.size).toBe(1);
	answer = {
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
	};
	asked = [];
	await documents.offerUnsent();
	documents.notice!.choices[0]!.act();
	await vi.waitFor(() => expect(browser.entries.size).toBe(0));
	expect(asked.map(({ method }) => method)).toEqual(['POST', 'POST']);
});
