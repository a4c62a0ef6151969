import { randomUUID } from 'node:crypto';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { evaluate } from '$core/match/index';
import { fluidAt } from '$core/water/index';
import type { BatchBodyDocument } from '$lib/documents/batch/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { type DocumentRow, type LotRow } from '$lib/documents/kinds';
import { leftOf } from '$lib/documents/lot/body';
import { engines, type EngineUnderTest } from '../db/engines.testing';
import { importInto } from '../import-request';
import { Refusal, type Store } from './index';

let store: Store;

const body = (diameter: number) => ({
	recipe: recipeToDocument({ ...starterRecipe, bead: { ...starterRecipe.bead!, diameter } })
});
const rowOf = (answer: { changes: readonly { row: DocumentRow | null }[] }) =>
	answer.changes[0]!.row!;
const refused = async (work: Promise<unknown>) => {
	const error: unknown = await work.catch((e: unknown) => e);
	expect(error).toBeInstanceOf(Refusal);
	return error as Refusal;
};

describe.each(engines)('a store on $name', ({ start }) => {
	let engine: EngineUnderTest;
	beforeAll(async () => {
		engine = await start();
		store = await engine.store({ demo: true });
	}, 120_000);
	afterAll(async () => {
		await store.close();
		await engine.end();
	});

	test('the demo is there: a river with its lies, flies from size 4 to 18', async () => {
		const { flies, lies, rivers, strip } = await store.snapshot();
		expect(rivers).toHaveLength(1);
		expect(lies.length).toBeGreaterThanOrEqual(5);
		const recipes = flies.map((fly) => fly.body.recipe);
		expect(recipes.length).toBeGreaterThanOrEqual(8);
		expect(Math.min(...recipes.map((r) => r.hook.size))).toBe(4);
		expect(Math.max(...recipes.map((r) => r.hook.size))).toBe(18);
		expect(new Set(recipes.map((r) => r.bead?.metal))).toEqual(
			new Set(['tungsten', 'brass', 'glass', undefined])
		);
		expect(flies.some((fly) => fly.id === strip.flyId)).toBe(true);
	});

	test('a page opens on what is on its strip; the rest comes page by page, each once and in the order in which it was made', async () => {
		const { flies, lies, strip, lots } = await store.snapshot();
		const opening = await store.opening();
		expect(opening.left).toEqual(['fly', 'lot', 'batch', 'entry']);
		expect(opening.flies.map(({ id }) => id)).toEqual([strip.flyId]);
		expect(opening).toMatchObject({ lies, strip, lots: [], entries: [], batches: [] });
		for (const [kind, all] of [
			['fly', flies],
			['lot', lots]
		] as const) {
			const found: DocumentRow[] = [];
			let next: string | null = null;
			do {
				const page = await store.page(kind, next, 3);
				expect(page.rows.length).toBeLessThanOrEqual(3);
				found.push(...page.rows);
				next = page.next;
			} while (next !== null);
			expect(found).toEqual(all);
		}
		expect((await refused(store.page('fly', 'here', 3))).status).toBe(422);
		// Where none is chosen it is the first that was made.
		await store.setStrip({ ...strip, flyId: null });
		expect((await store.opening()).strip.flyId).toBe(flies[0]!.id);
		await store.setStrip(strip);
	});

	test('what is learned from has a sum of its own', async () => {
		const sum = await store.foundSum();
		const id = randomUUID();
		await store.create('fly', id, { name: 'Not found', body: body(2.8e-3) });
		expect(await store.foundSum()).toBe(sum);
		const { lots } = await store.snapshot();
		const { name, body: lot, revision } = lots[0]!;
		await store.edit('lot', lots[0]!.id, revision, { name: `${name} again`, body: lot });
		const after = await store.foundSum();
		expect(after).not.toBe(sum);
		expect((await store.found()).sum).toBe(after);
		await store.undo();
		await store.undo();
	});

	test('a run of presses is one action, and undo and redo carry it back and forth', async () => {
		const id = randomUUID();
		const made = await store.create('fly', id, { name: 'Run', body: body(2.8e-3) });
		let row = rowOf(made);
		for (const diameter of [3.2e-3, 3.5e-3, 4e-3]) {
			row = rowOf(await store.edit('fly', id, row.revision, { name: 'Run', body: body(diameter) }));
		}
		expect((await store.snapshot()).history).toEqual({ undo: 'Run: bead 2.8 to 4', redo: null });
		const undone = await store.undo();
		expect(rowOf(undone).body).toEqual(body(2.8e-3));
		expect(rowOf(undone).revision).toBeGreaterThan(row.revision);
		expect(undone.history).toEqual({ undo: 'Run: new fly', redo: 'Run: bead 2.8 to 4' });
		expect((await store.done()).slice(0, 2)).toMatchObject([
			{ label: 'Run: bead 2.8 to 4', holds: false },
			{ label: 'Run: new fly', holds: true }
		]);
		const redone = rowOf(await store.redo());
		expect(redone.body).toEqual(body(4e-3));
		// A run that ends where it began is no action.
		const there = rowOf(
			await store.edit('fly', id, redone.revision, { name: 'Run', body: body(4.8e-3) })
		);
		await store.edit('fly', id, there.revision, { name: 'Run', body: body(4e-3) });
		expect((await store.snapshot()).history.undo).not.toContain('4.8');
	});

	test('a deleted fly comes back with its name, and a new action ends the redo', async () => {
		const id = randomUUID();
		const row = rowOf(await store.create('fly', id, { name: 'Gone', body: body(2e-3) }));
		await store.remove('fly', id, row.revision);
		expect((await refused(store.get('fly', id))).status).toBe(404);
		const back = rowOf(await store.undo());
		expect(back).toMatchObject({ name: 'Gone', body: body(2e-3) });
		expect(back.revision).toBeGreaterThan(row.revision);
		await store.undo();
		await store.create('fly', randomUUID(), { name: 'Other', body: body(2e-3) });
		expect((await refused(store.redo())).message).toBe('There is nothing to redo.');
	});

	test('the later save of an older revision is refused and changes nothing', async () => {
		const id = randomUUID();
		const seen = rowOf(await store.create('fly', id, { name: 'Two windows', body: body(2e-3) }));
		await store.edit('fly', id, seen.revision, { name: 'Two windows', body: body(2.4e-3) });
		const late = await refused(
			store.edit('fly', id, seen.revision, { name: 'Two windows', body: body(3.2e-3) })
		);
		expect(late.status).toBe(409);
		expect(late.more.current?.body).toEqual(body(2.4e-3));
		expect(late.more.changed).toBe('bead 2 to 2.4');
		expect((await store.get('fly', id)).body).toEqual(body(2.4e-3));
	});

	test('several changes are one action: all or none, the one that cannot be is named, one undo takes all back', async () => {
		const [a, b, c] = [randomUUID(), randomUUID(), randomUUID()];
		const fly = (name: string, diameter = 2.8e-3) => ({ name, body: body(diameter) });
		await store.create('fly', a, fly('First'));
		await store.create('fly', b, fly('Second'));
		const both = [
			{ kind: 'fly', id: a, revision: 1, content: fly('First', 3.2e-3) },
			{ kind: 'fly', id: c, revision: null, content: fly('Third') }
		] as const;
		// Somebody else was faster with the second: nothing of it is done.
		await store.edit('fly', b, 1, fly('Second, renamed'));
		const stale = { kind: 'fly', id: b, revision: 1, content: fly('Second', 4e-3) } as const;
		const refusal = await refused(store.act('Three', [...both, stale]));
		expect(refusal.status).toBe(409);
		expect(refusal.more).toMatchObject({ change: 2, current: { name: 'Second, renamed' } });
		expect((await store.get('fly', a)).revision).toBe(1);
		expect((await refused(store.get('fly', c))).status).toBe(404);

		const before = await store.list('fly');
		const gone = { kind: 'fly', id: b, revision: 2, content: null } as const;
		const { changes, history } = await store.act('Three', [...both, gone]);
		expect(changes.map(({ id, row }) => [id, row?.revision ?? null])).toEqual([
			[a, 2],
			[c, 1],
			[b, null]
		]);
		expect(history.undo).toBe('Three');
		await store.undo();
		const plain = (rows: readonly DocumentRow[]) =>
			rows.map(({ id, name, body }) => ({ id, name, body })).sort((x, y) => (x.id < y.id ? -1 : 1));
		expect(plain(await store.list('fly'))).toEqual(plain(before));
		await store.redo();
		expect((await store.get('fly', c)).name).toBe('Third');
		// Neither a revision nor a document: nothing that could be meant.
		const nothing = { kind: 'fly', id: a, revision: null, content: null } as const;
		expect((await refused(store.act('Nothing', [nothing]))).status).toBe(422);
	});

	test('a lie needs its river, and a river with lies stays', async () => {
		const { lies, rivers } = await store.snapshot();
		const stray = store.create('lie', randomUUID(), {
			name: 'Nowhere',
			riverId: randomUUID(),
			body: lies[0]!.body
		});
		expect((await refused(stray)).status).toBe(422);
		const { id, revision } = rivers[0]!;
		expect((await refused(store.remove('river', id, revision))).message).toContain(
			'still has lies'
		);
	});

	test('concurrent edits take turns: exactly one of many from the same revision wins', async () => {
		const id = randomUUID();
		const { revision } = rowOf(await store.create('fly', id, { name: 'Race', body: body(2e-3) }));
		const tries = await Promise.allSettled(
			Array.from({ length: 20 }, (_, i) =>
				store.edit('fly', id, revision, { name: `Race ${i}`, body: body(2e-3) })
			)
		);
		expect(tries.filter((t) => t.status === 'fulfilled')).toHaveLength(1);
	});

	test('any run of actions can be undone to the start and redone to the end', async () => {
		/** What a person sees of the flies: everything but the bookkeeping. */
		const seen = async () =>
			(await store.snapshot()).flies
				.map(({ id, name, body: content }) => ({ id, name, content }))
				.sort((a, b) => a.id.localeCompare(b.id));
		const action = fc.record({
			kind: fc.constantFrom('create', 'bead', 'rename', 'dress', 'delete'),
			which: fc.nat(30),
			value: fc.integer({ min: 15, max: 64 })
		});
		await fc.assert(
			fc.asyncProperty(fc.array(action, { minLength: 1, maxLength: 12 }), async (actions) => {
				// A first action of another kind, so that no run reaches back over the start.
				await store.create('fly', randomUUID(), { name: 'Start', body: body(2e-3) });
				const start = await seen();
				for (const { kind, which, value } of actions) {
					const { flies } = await store.snapshot();
					const fly = flies[which % flies.length]!;
					const { id, revision, name } = fly;
					if (kind === 'create') {
						await store.create('fly', randomUUID(), { name: `New ${value}`, body: body(2e-3) });
					} else if (kind === 'delete' && flies.length > 2) {
						await store.remove('fly', id, revision);
					} else if (kind === 'rename') {
						await store.edit('fly', id, revision, { name: `Name ${value}`, body: fly.body });
					} else if (kind === 'bead') {
						await store.edit('fly', id, revision, { name, body: body(value * 1e-4) });
					} else {
						const recipe = { ...fly.body.recipe, dressing: { fullness: 'full' as const } };
						await store.edit('fly', id, revision, { name, body: { recipe } });
					}
				}
				const end = await seen();
				let steps = 0;
				while ((await store.snapshot()).history.undo !== 'Start: new fly') {
					await store.undo();
					steps++;
				}
				expect(await seen()).toEqual(start);
				for (let i = 0; i < steps; i++) await store.redo();
				expect(await seen()).toEqual(end);
				expect((await store.snapshot()).history.redo).toBeNull();
			}),
			{ numRuns: 8 }
		);
	}, 60_000);

	test('an edit that changes nothing is no action, and edits of different things are two', async () => {
		const id = randomUUID();
		const made = rowOf(await store.create('fly', id, { name: 'Quiet', body: body(2e-3) }));
		const same = await store.edit('fly', id, made.revision, { name: 'Quiet', body: body(2e-3) });
		expect(same.history.undo).toBe('Quiet: new fly');
		const bead = rowOf(
			await store.edit('fly', id, rowOf(same).revision, { name: 'Quiet', body: body(2.4e-3) })
		);
		const renamed = await store.edit('fly', id, bead.revision, {
			name: 'Loud',
			body: body(2.4e-3)
		});
		expect(renamed.history.undo).toBe('Loud: renamed from Quiet');
		expect((await store.undo()).history.undo).toBe('Quiet: bead 2 to 2.4');
	});

	test('lies and rivers are edited, named in the history and undone as flies are', async () => {
		const { lies, rivers } = await store.snapshot();
		const { id, revision, name, riverId, body: water } = lies[0]!;
		const deeper = { ...water, depthM: water.depthM + 0.5 };
		const edited = await store.edit('lie', id, revision, { name, riverId, body: deeper });
		expect(edited.history.undo).toBe(`${name}: depth ${water.depthM} m to ${water.depthM + 0.5} m`);
		const river = rivers[0]!;
		const warmer = await store.edit('river', river.id, river.revision, {
			name: river.name,
			body: { ...river.body, temperatureC: 14 }
		});
		expect(warmer.history.undo).toBe(`${river.name}: water 8 °C to 14 °C`);
		await store.undo();
		await store.undo();
		expect((await store.get('lie', id)).body).toEqual(water);
		expect((await store.get('river', river.id)).body).toEqual(river.body);
	});

	test('a run that is deleted gives back what it reserved, in one action; its place at the vise outlives that', async () => {
		const lot = (await store.snapshot()).lots.find(({ body }) => body.bead)!;
		const left = async () => leftOf(((await store.get('lot', lot.id)) as LotRow).body);
		const before = await left();
		const { flies } = await store.snapshot();
		const id = '00000000-0000-4000-8000-0000000000b1';
		const body: BatchBodyDocument = {
			on: '2026-02-03',
			state: 'tying',
			carry: 1,
			order: [],
			flies: [],
			times: [],
			items: [{ name: 'Quiet', recipe: flies[0]!.body.recipe, count: 4 }],
			taken: [{ lotId: lot.id, amount: 5 }]
		};
		const reserved = { on: '2026-02-03', kind: 'reserved', amount: 5 } as const;
		const more = { ...lot.body, entries: [...lot.body.entries, reserved] };
		await store.together(() =>
			Promise.resolve({
				result: null,
				label: 'begun',
				writes: [
					{ kind: 'batch' as const, id, content: { name: 'Run', body } },
					{ kind: 'lot' as const, id: lot.id, content: { name: lot.name, body: more } }
				]
			})
		);
		expect(await left()).toBe(before - 5);
		const place = { place: 3, counted: 1, drying: [], times: [] };
		await store.setTying(id, place);
		const row = await store.get('batch', id);
		await store.remove('batch', id, row.revision);
		expect(await left()).toBe(before);
		expect((await store.snapshot()).tying).toEqual([]);
		await store.undo();
		expect(await left()).toBe(before - 5);
		expect((await store.snapshot()).tying).toEqual([{ batchId: id, ...place }]);
		await expect(
			store.edit('batch', id, (await store.get('batch', id)).revision, {
				name: 'Run',
				body: { ...body, flies: [{ fly: 4, on: '2026-02-03' }] }
			})
		).rejects.toThrow(/has 4 flies/);
		await store.undo();
		expect(await left()).toBe(before);
		await expect(store.setTying(id, place)).rejects.toThrow(/not there/);
	});

	test('what was on the strip is there again', async () => {
		const { flies, lies, rigs } = await store.snapshot();
		const selection = { flyId: flies[2]!.id, lieId: lies[1]!.id, rigId: rigs[0]!.id };
		await store.setStrip(selection);
		expect((await store.snapshot()).strip).toMatchObject(selection);
		await store.setStrip({ flyId: null, lieId: null, rigId: null });
		// The rig that was put away stays the one that chances are meant by.
		const none = { flyId: null, lieId: null, rigId: null, lastRigId: selection.rigId };
		expect((await store.snapshot()).strip).toEqual(none);
	});

	test('a look at what is to come in asks about a weight that is hardly believable, and about no other', async () => {
		const recipe = recipeToDocument(starterRecipe);
		const { mass } = evaluate(starterRecipe, fluidAt(10));
		const grams = mass * 1e3;
		const json = JSON.stringify(recipe).replaceAll('"', '""');
		const rows = [grams, 10 * grams].map(
			(g) => `weighing,w,2026-02-03T10:00:00Z,fly,1,${g.toFixed(3)},0.001,"${json}"`
		);
		const columns = 'log_entry,name,at,weighed,count,mass_g,scale_step_g,recipe_json';
		const bytes = new TextEncoder().encode([columns, ...rows].join('\r\n'));
		const request = { look: true, label: null, different: 'keep', choices: {} } as const;
		const { items } = await importInto(store, { ...request, files: [{ name: 'log.csv', bytes }] });
		expect(items.map(({ source, question }) => [source, question])).toEqual([
			['log.csv, row 2', undefined],
			['log.csv, row 3', expect.stringContaining('Did the point slip')]
		]);
	}, 60_000);

	test('an import that was planned beside another change is planned anew, and one that nobody waits for does nothing', async () => {
		const id = randomUUID();
		const body = { recipe: recipeToDocument(starterRecipe) };
		const file = { format: 'gravitas/fly', version: 0, id, name: 'From a file', body };
		const files = [{ name: 'fly.json', bytes: new TextEncoder().encode(JSON.stringify(file)) }];
		const request = { look: false, label: null, different: 'keep', choices: {}, files } as const;
		const gone = new AbortController();
		const left = importInto(store, request, gone.signal);
		gone.abort();
		await expect(left).rejects.toMatchObject({ status: 503 });
		await expect(store.get('fly', id)).rejects.toMatchObject({ status: 404 });

		let meanwhile = false;
		const busy: Store = {
			...store,
			read: async (work) => {
				const seen = await store.read(work);
				if (!meanwhile) await store.create('fly', id, { name: 'Made meanwhile', body });
				meanwhile = true;
				return seen;
			}
		};
		const { items, written } = await importInto(busy, request);
		expect(items).toMatchObject([{ id, status: 'different', choice: 'keep' }]);
		expect(written).toBe(0);
		expect((await store.get('fly', id)).name).toBe('Made meanwhile');
	}, 60_000);
});
