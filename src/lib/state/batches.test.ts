import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { localDay } from '$lib/contract/day';
import type { BatchBodyDocument } from '$lib/documents/batch/body';
import type { LotBodyDocument } from '$lib/documents/lot/body';
import type { BatchRow } from '$lib/documents/kinds';
import { batchesOf, tiedOf } from './batches.svelte';
import { arrange, paint, takeAllOut } from './box';
import type { ActionChange } from './client';
import { open, StandInServer, was } from './window.testing';

const [kept] = was.batches;
const [lot] = was.lots;
const item = kept!.body.items[0]!;
const tied = [0, 1, 2].map((fly) => ({ fly, on: '2026-02-03' }));

let server: StandInServer;
beforeEach(() => (server = new StandInServer()));
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

function withBatch(body: Partial<BatchBodyDocument> = {}) {
	const row: BatchRow = { ...kept!, body: { ...kept!.body, ...body } };
	const window = open({ batches: [row] });
	const { documents } = window;
	server.answers = () => ({
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
	});
	const flies = () => (documents.find('batch', row.id)!.body as BatchBodyDocument).flies;
	return { row, documents, batches: batchesOf(window), flies };
}
const acted = () => server.told.at(-1)!.body as { label: string; changes: ActionChange[] };
const entriesOf = (change: ActionChange | undefined) =>
	(change!.document as { body: LotBodyDocument }).body.entries.slice(lot!.body.entries.length);

describe('what a run takes from the stock', () => {
	const taken = [
		{ lotId: lot!.id, amount: 4.00049 },
		{ lotId: 'gone', amount: 3 }
	];

	test('is reserved as it begins, in the same action; a lot that is gone has nothing to count', async () => {
		const { batches } = withBatch();
		const id = await batches.beginBatch([item], 3, [{ fly: 0, from: 0, to: 9 }], taken);
		const { label, changes } = acted();
		expect(label).toBe('3 Sill Nymph: begun');
		expect(changes).toHaveLength(2);
		expect(changes[0]).toMatchObject({
			kind: 'batch',
			id,
			document: {
				name: '3 Sill Nymph',
				body: { on: localDay(), state: 'tying', carry: 3, items: [item], flies: [], taken }
			}
		});
		expect(changes[1]).toMatchObject({ kind: 'lot', id: lot!.id, revision: lot!.revision });
		expect(entriesOf(changes[1])).toEqual([
			{ on: localDay(), kind: 'reserved', amount: 4, batchId: id }
		]);
	});

	test('goes back at the end, and what was used leaves it; nothing is entered for nothing', async () => {
		const { batches, row } = withBatch({ flies: tied, taken: [taken[0]!] });
		const times = [{ key: 'hook', times: 3, seconds: 60, usual: 45 }];
		const used = [{ lotId: lot!.id, amount: 3 }];
		expect(await batches.endBatch(row, used, times)).toBe(true);
		const { label, changes } = acted();
		expect(label).toBe('Three for the sill: ended');
		expect(changes[0]).toMatchObject({
			id: row.id,
			revision: row.revision,
			document: { name: row.name, body: { state: 'done', taken: used, times, flies: tied } }
		});
		const entry = { on: localDay(), batchId: row.id };
		expect(entriesOf(changes[1])).toEqual([
			{ ...entry, kind: 'returned', amount: 4 },
			{ ...entry, kind: 'used', amount: 3 }
		]);
		const again = withBatch({ flies: tied, taken: [taken[0]!] });
		await again.batches.endBatch(row, [{ lotId: lot!.id, amount: 0.0001 }], []);
		expect(entriesOf(acted().changes[1])).toHaveLength(1);
	});

	test('a run that another window ended is not ended twice', async () => {
		const { batches, row, documents } = withBatch({ state: 'done' });
		expect(await batches.endBatch(row, [], [])).toBe(false);
		expect(server.told).toEqual([]);
		expect(documents.notice!.words).toMatch(/“Three for the sill” was ended or deleted/);
	});

	test('flies that were tied without the app are in the box at once, under a name of their own', async () => {
		const { batches } = withBatch();
		expect(await batches.putInBox({ ...item, count: 2 }, [{ lotId: lot!.id, amount: 2 }])).toBe(
			true
		);
		const { label, changes } = acted();
		expect(label).toBe('2 Sill Nymph: in the box');
		const { body } = changes[0]!.document as { body: BatchBodyDocument };
		expect(body).toMatchObject({ state: 'done', order: [] });
		expect(body.flies).toEqual([0, 1].map((fly) => ({ fly, on: localDay() })));
		expect(entriesOf(changes[1])).toMatchObject([{ kind: 'used', amount: 2 }]);
		// What could not be kept is said, and is no batch.
		server.answers = () => ({ status: 507, body: { message: 'The disk is full.' } });
		expect(await batches.putInBox(item, [])).toBe(false);
	});
});

describe('flies of a run', () => {
	test('one that leaves the vise is there once, whatever is said of it later', () => {
		const { batches, row, flies } = withBatch({ flies: [] });
		batches.flyTied(row.id, { fly: 1 });
		expect(flies()).toEqual([{ fly: 1, on: localDay() }]);
		batches.flyTied(row.id, { fly: 1, massG: 0.24, scaleStepG: 0.001 });
		expect(flies()).toEqual([{ fly: 1, on: localDay(), massG: 0.24, scaleStepG: 0.001 }]);
		expect(tiedOf(batches.batch(row.id)!)).toBe('1 of 3');
		batches.flyTied('gone', { fly: 0 });
	});

	test('weighed together they share what the scale says; one alone does not say so', () => {
		const { batches, row, flies } = withBatch({ flies: tied });
		batches.weighedTogether(row.id, [0, 2], 0.487, 0.001);
		expect(flies()).toEqual([
			{ ...tied[0], massG: 0.2435, together: 2, scaleStepG: 0.001 },
			tied[1],
			{ ...tied[2], massG: 0.2435, together: 2, scaleStepG: 0.001 }
		]);
		batches.weighedTogether(row.id, [1], 0.24, null);
		expect(flies()[1]).toEqual({ ...tied[1], massG: 0.24 });
	});

	test('the oldest leave the box first, no more than there are, and only of their item', () => {
		const items = [
			{ ...item, count: 2 },
			{ ...item, name: 'Other', count: 1 }
		];
		const { batches, row, flies } = withBatch({ items, flies: tied });
		const now = () => batches.batch(row.id)!;
		expect(batches.takeOut(row, 0, 'lost')).toBe(1);
		expect(flies().map(({ out }) => out)).toEqual(['lost', undefined, undefined]);
		expect(batches.takeOut(now(), 0, 'given away', 5)).toBe(1);
		expect(flies().map(({ out }) => out)).toEqual(['lost', 'given away', undefined]);
		expect(flies()[1]!.outOn).toBe(localDay());
		expect(batches.takeOut(now(), 0, 'lost')).toBe(0);
		expect(batches.takeOut(now(), 1, 'used up')).toBe(1);
	});
});

describe('what is chosen in the box is changed as one action', () => {
	const items = [
		{ ...item, count: 2, colours: { bead: 'gold' as const } },
		{ ...item, name: 'Other', count: 1, compartment: 'lid' }
	];
	const both = (id: string) => [
		{ batchId: id, item: 0 },
		{ batchId: id, item: 1 }
	];
	const body = () => acted().changes[0]!.document as { body: BatchBodyDocument };

	test('into a compartment, or nowhere in particular', async () => {
		const { documents, row } = withBatch({ items, flies: tied });
		expect(await arrange(documents, both(row.id), '  third row ')).toBe(true);
		expect(acted().label).toBe('2 kinds in the box: into third row');
		expect(acted().changes).toHaveLength(1);
		expect(body().body.items.map(({ compartment }) => compartment)).toEqual([
			'third row',
			'third row'
		]);
		await arrange(documents, [{ batchId: row.id, item: 1 }], ' ');
		expect(acted().label).toBe('One kind in the box: into nowhere in particular');
		expect(body().body.items[1]).not.toHaveProperty('compartment');
	});

	test('out of it, all that is left; what is gone already went as it went', async () => {
		const flies = [{ ...tied[0]!, out: 'used up' as const, outOn: '2026-02-04' }, ...tied.slice(1)];
		const { documents, row } = withBatch({ items, flies });
		await takeAllOut(documents, [{ batchId: row.id, item: 0 }], 'given away');
		expect(body().body.flies).toEqual([
			flies[0],
			{ ...tied[1], out: 'given away', outOn: localDay() },
			tied[2]
		]);
	});

	test('a colour of a part, and none', async () => {
		const { documents, row } = withBatch({ items, flies: tied });
		await paint(documents, both(row.id), 'thread', 'red');
		expect(body().body.items.map(({ colours }) => colours)).toEqual([
			{ bead: 'gold', thread: 'red' },
			{ thread: 'red' }
		]);
		await paint(documents, both(row.id), 'thread', null);
		expect(body().body.items[0]!.colours).toEqual({ bead: 'gold' });
		expect(body().body.items[1]).not.toHaveProperty('colours');
	});

	test('of what is gone nothing is asked', async () => {
		const { documents } = withBatch();
		const before = server.told.length;
		expect(await takeAllOut(documents, [{ batchId: 'gone', item: 0 }], 'lost')).toBe(false);
		expect(server.told).toHaveLength(before);
	});
});

describe('the place at the vise', () => {
	const place = (n: number) => ({ place: n, counted: 0, drying: [], times: [] });
	const sent = () => server.asked.map(({ body }) => (body as { place: number }).place);

	test('the newest counts; without an answer it waits twice as long each time, up to four seconds', async () => {
		vi.useFakeTimers();
		const { batches, row } = withBatch();
		server.answers = () => ({ status: 503, body: { message: 'Starting.' } });
		batches.keepTying(row.id, place(5));
		expect(batches.tyingOf(row.id)).toMatchObject({ place: 5 });
		await vi.advanceTimersByTimeAsync(0);
		batches.keepTying(row.id, place(6));
		expect(sent()).toEqual([5]);
		for (const [wait, n] of [
			[300, 2],
			[600, 3],
			[1200, 4],
			[2400, 5],
			[4000, 6],
			[4000, 7]
		] as const) {
			await vi.advanceTimersByTimeAsync(wait - 1);
			expect(server.asked).toHaveLength(n - 1);
			await vi.advanceTimersByTimeAsync(1);
			expect(server.asked).toHaveLength(n);
		}
		expect(sent().slice(1)).toEqual(Array(6).fill(6));
		expect(batches.keeping).toBe(true);
		server.answers = () => ({ status: 200, body: {} });
		await vi.advanceTimersByTimeAsync(4000);
		expect(batches.keeping).toBe(false);
		expect(server.asked).toHaveLength(8);
	});

	test('of a batch that is gone is let go', async () => {
		const { batches, row } = withBatch();
		server.answers = () => ({ status: 404, body: { message: 'Gone.' } });
		batches.keepTying(row.id, place(5));
		await batches.flush();
		expect(server.asked).toHaveLength(1);
		expect(batches.keeping).toBe(false);
		// Of one that was never begun there is none.
		expect(batches.tyingOf('another')).toBeNull();
		expect(batchesOf(open()).tyingOf(row.id)).toMatchObject({ place: 4, counted: 2 });
	});
});
