import { afterEach, beforeEach, describe, expect, test, vi } from 'vitest';
import { MOST_FLIES, type BatchBodyDocument } from '$lib/documents/batch/body';
import type { BatchRow, LotRow } from '$lib/documents/kinds';
import { withLot } from '$lib/documents/lot/from-stock';
import { batchesOf } from '$lib/state/batches.svelte';
import type { ActionChange } from '$lib/state/client';
import { named, open, StandInServer, was } from '$lib/state/window.testing';
import { PlannedRun } from './planned-run.svelte';

const sill = named(was.flies, 'Sill Nymph');
const other = named(was.flies, 'First nymph');
/** As many beads of the fly's own as are asked for, at so much each. */
const beads = (amount: number, price?: number): LotRow => ({
	...was.lots[0]!,
	body: {
		bead: { metal: 'tungsten', shape: 'round', diameterMm: 2.8 },
		entries: [{ on: '2026-01-20', kind: 'bought', amount, ...(price && { price }) }]
	}
});
const recipe = withLot(sill.body.recipe, beads(1), 'bead');
const fly = { ...sill, body: { ...sill.body, recipe } };

let server: StandInServer;
beforeEach(() => (server = new StandInServer()));
afterEach(() => vi.unstubAllGlobals());

function planned({ lots = [beads(50)], batches = [] as BatchRow[] } = {}) {
	const window = open({
		flies: [fly, other],
		lots,
		batches,
		tying: [],
		strip: { ...was.strip, flyId: fly.id }
	});
	const { documents, selection, strip, parameters } = window;
	server.answers = () => ({
		status: 200,
		body: { snapshotVersion: 'a.1', changes: [], history: documents.history }
	});
	const parts = { documents, selection, strip, parameters, batches: batchesOf(window) };
	return { run: new PlannedRun(parts), documents };
}
const acted = () => server.told.at(-1)!.body as { label: string; changes: ActionChange[] };
const bodyOf = (change: ActionChange) => (change.document as { body: BatchBodyDocument }).body;

describe('a run that is planned', () => {
	test('is six of the fly on the strip and as many others as were added, each with its steps', () => {
		const { run } = planned();
		expect(run.items.map(({ name, count }) => [name, count])).toEqual([['Sill Nymph', 6]]);
		run.others = [
			{ id: other.id, count: 3 },
			{ id: 'gone', count: 5 }
		];
		expect(run.items.map(({ name, count }) => [name, count])).toEqual([
			['Sill Nymph', 6],
			['First nymph', 3]
		]);
		expect([run.all, run.steps.length, run.builds.length]).toEqual([9, 2, 2]);
		expect(run.cautions).toContain('hook');
		run.shownItem = 5;
		expect(run.at).toBe(1);
	});

	test('has an order in which every step of every fly stands once', () => {
		const { run } = planned();
		run.others = [{ id: other.id, count: 2 }];
		const { turns, stretches } = run.plan!;
		const done = turns.map(({ fly, stretch }) => {
			const { from, to } = stretches[fly]![stretch]!;
			return [fly, to - from + 1] as const;
		});
		for (let one = 0; one < run.all; one++) {
			const steps = done.filter(([which]) => which === one).reduce((sum, [, n]) => sum + n, 0);
			expect(steps).toBe(run.steps[one < 6 ? 0 : 1]!.length);
		}
	});

	test('says what the stock lacks and what could stand in, and no price where one is not known', () => {
		const larger = { ...beads(50), id: 'large', name: 'Large' };
		larger.body = { ...larger.body, bead: { ...larger.body.bead!, diameterMm: 3.2 } };
		const { run } = planned({ lots: [beads(4), larger] });
		expect(run.short.bead!.words).toMatch(/only 4 pieces left of Grey tin/);
		expect(run.short.bead!.substitutes.length).toBeGreaterThan(0);
		run.count = 3;
		expect(run.short).toEqual({});
		expect(run.price).toBeNull();
	});

	test('is begun with its order and what it takes, and is then the one that is looked at', async () => {
		const { run } = planned();
		run.carry = 2;
		run.others = [{ id: other.id, count: 1 }];
		const { turns } = run.plan!;
		expect(await run.begin()).toBe(true);
		const { label, changes } = acted();
		expect(label).toBe('6 Sill Nymph, 1 First nymph: begun');
		const body = bodyOf(changes[0]!);
		expect(body).toMatchObject({ state: 'tying', carry: 2 });
		expect(body.order).toHaveLength(turns.length);
		expect(body.items.map(({ count }) => count)).toEqual([6, 1]);
		expect(body.items[0]!.predicted!.massG).toBeGreaterThan(0);
		// A bead more than there are hooks, as one is always lost.
		expect(body.taken.find(({ lotId }) => lotId === was.lots[0]!.id)!.amount).toBeGreaterThan(6);
		expect(run.chosenId).toBe(changes[0]!.id);
		expect(run.others).toEqual([]);
	});

	test('of too many flies, or that could not be kept, is not begun', async () => {
		const { run } = planned();
		run.count = MOST_FLIES + 1;
		expect(run.tooMany).toBe(true);
		expect(await run.begin()).toBe(false);
		expect(server.told).toEqual([]);
		run.count = 2;
		server.answers = () => ({ status: 507, body: { message: 'The disk is full.' } });
		expect(await run.begin()).toBe(false);
		expect(run.chosenId).toBeNull();
	});
});

describe('a run that is under way', () => {
	const batch: BatchRow = {
		...was.batches[0]!,
		body: {
			...was.batches[0]!.body,
			items: [{ name: 'Sill Nymph', recipe, count: 3 }],
			flies: [0, 1].map((one) => ({ fly: one, on: '2026-02-03' })),
			taken: [{ lotId: was.lots[0]!.id, amount: 4 }],
			times: [{ key: 'hook', times: 2, seconds: 60, usual: 30 }]
		}
	};

	test('is as it was begun, whatever is on the strip; its own times make the steps longer', () => {
		const { run } = planned({ batches: [batch] });
		expect(run.running.map(({ id }) => id)).toEqual([batch.id]);
		const [usual] = run.steps[0]!;
		expect(run.timed).toBe(true);
		run.chosenId = batch.id;
		expect(run.items.map(({ name, count }) => [name, count])).toEqual([['Sill Nymph', 3]]);
		expect(run.complete).toBe(false);
		expect(run.short).toEqual({});
		const fresh = planned().run.steps[0]!.find(({ key }) => key === usual!.key)!;
		expect(usual!.seconds).toBeGreaterThan(fresh.seconds);
	});

	test('ends with what was tied used and the rest given back', async () => {
		const { run } = planned({ batches: [batch] });
		run.chosenId = batch.id;
		await run.end();
		const { label, changes } = acted();
		expect(label).toBe('Three for the sill: ended');
		expect(bodyOf(changes[0]!)).toMatchObject({ state: 'done', times: batch.body.times });
		expect(bodyOf(changes[0]!).taken).toEqual([{ lotId: was.lots[0]!.id, amount: 2 }]);
		expect(run.chosenId).toBeNull();
	});

	test('flies that are tied already go into the box, each kind as a run of its own', async () => {
		const { run } = planned();
		run.count = 2;
		run.others = [{ id: other.id, count: 1 }];
		await run.intoTheBox();
		expect(server.told.map(({ body }) => (body as { label: string }).label)).toEqual([
			'2 Sill Nymph: in the box',
			'1 First nymph: in the box'
		]);
	});
});
