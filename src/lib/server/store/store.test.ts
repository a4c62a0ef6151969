import { randomUUID } from 'node:crypto';
import {
	chmodSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import fc from 'fast-check';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { parse } from '$lib/contract/parse';
import { starterRecipe } from '$core/fly/index';
import { evaluate } from '$core/match/index';
import { fluidAt } from '$core/water/index';
import type { BatchBodyDocument } from '$lib/documents/batch/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { documentRequests } from '$lib/documents/requests';
import { rigFromDocument, type RigBodyDocument } from '$lib/documents/rig/body';
import { type DocumentRow, type EntryRow, type BatchRow, type LotRow } from '$lib/documents/kinds';
import { leftOf } from '$lib/documents/lot/body';
import { lockDataFolder } from '../db/lock';
import { migrate, migrations } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { importInto } from '../import-request';
import { openStore, Refusal, type Store } from './index';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-store-'));
let store: Store;
beforeAll(async () => {
	store = await openStore(folder, { demo: true });
}, 120_000);
afterAll(async () => {
	await store.close();
	rmSync(folder, { recursive: true });
});

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

test('what is learned from has a snapshot version and a sum of its own', async () => {
	const before = store.foundVersion();
	const sum = await store.foundSum();
	const id = randomUUID();
	await store.create('fly', id, { name: 'Not found', body: body(2.8e-3) });
	expect(store.foundVersion()).toBe(before);
	expect(await store.foundSum()).toBe(sum);
	const { lots } = await store.snapshot();
	const { name, body: lot, revision } = lots[0]!;
	await store.edit('lot', lots[0]!.id, revision, { name: `${name} again`, body: lot });
	expect(store.foundVersion()).not.toBe(before);
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
	expect((await refused(store.remove('river', id, revision))).message).toContain('still has lies');
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
	const renamed = await store.edit('fly', id, bead.revision, { name: 'Loud', body: body(2.4e-3) });
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

test('what a killed program left half made is swept, and what others could read is closed', async () => {
	const old = join(folder, 'old');
	await (await openStore(old, { demo: false })).close();
	const part = join(old, 'backups', 'gravitas-20260101T000000000Z-before-restore.jsonl.gz.part');
	const own = join(old, 'backups', 'notes.part');
	const making = join(old, 'database.restoring');
	mkdirSync(join(old, 'backups'), { recursive: true });
	mkdirSync(making);
	for (const file of [part, own, join(making, 'PG_VERSION')]) writeFileSync(file, 'half');
	for (const open of [old, join(old, 'database'), join(old, 'backups')]) chmodSync(open, 0o755);
	chmodSync(join(old, 'lock'), 0o666);
	const again = await openStore(old, { demo: false });
	expect([part, own, making].map((path) => existsSync(path))).toEqual([false, true, false]);
	const modes = ['.', 'database', 'backups', 'lock', 'backups/notes.part', 'database/PG_VERSION'];
	// A folder that a person named stays as they have it.
	expect(modes.map((name) => (statSync(join(old, name)).mode & 0o777).toString(8))).toEqual([
		'755',
		'700',
		'700',
		'600',
		'600',
		'600'
	]);
	await again.close();
}, 60_000);

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

test('a second holder of the folder is told so', async () => {
	expect(() => lockDataFolder(folder)).toThrow(/already running/);
	await expect(openStore(folder, { demo: true })).rejects.toThrow(/already running/);
	expect(existsSync(join(folder, 'database', 'PG_VERSION'))).toBe(true);
});

test('rigs of before get a flag a control, and have what their way asks for; every number stays', async () => {
	const db = await openPglite(join(folder, 'before'));
	await migrate(db, undefined, migrations.slice(0, 6));
	const stretch = (lengthM: number) => ({ lengthM, diameterMm: 0.127, material: 'nylon' });
	const old = {
		way: 'tight line',
		rodM: 3,
		tipHeightM: 2,
		lead: 0.8,
		floatMm: 14,
		carriesG: 0.25,
		countdownS: 8,
		retrieveMs: 0.25,
		landing: 'slack',
		leader: stretch(2.4),
		tippet: stretch(1.3)
	};
	const lie = { depthM: 0.8, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2 };
	const [rigId, riverId, usual, own] = Array.from({ length: 4 }, () => randomUUID());
	const put = (sql: string, ...values: unknown[]) => db.query(sql, values);
	await put(
		'insert into rig (id, name, body) values ($1, $2, $3)',
		rigId,
		'Old',
		JSON.stringify(old)
	);
	await put('insert into river (id, name, body) values ($1, $2, $3)', riverId, 'R', '{}');
	const lies = 'insert into lie (id, river_id, name, body) values ($1, $2, $3, $4)';
	await put(lies, usual, riverId, 'A', JSON.stringify({ ...lie, approachM: 3 }));
	await put(lies, own, riverId, 'B', JSON.stringify({ ...lie, approachM: 3.4 }));
	const fit = (slope: object) => ({ model: 1, logOdds: 0.5, slopes: [{ slope: 2, ...slope }] });
	const outing = {
		saw: 'touched',
		rig: { ...old, way: 'float' },
		fit: fit({ belief: 'water.depth' })
	};
	await put(
		'insert into entry (id, name, body) values ($1, $2, $3)',
		randomUUID(),
		'Outing',
		JSON.stringify({ at: 1, outing })
	);
	await migrate(db);
	const [row] = await db.query<{ body: RigBodyDocument }>('select body from rig');
	const set = {
		line: false,
		hangs: true,
		countdown: false,
		retrieve: true,
		lead: false,
		landing: false
	};
	const { way, rodM, tipHeightM, leader, lead, tippet, landing, ...kept } = old;
	const tight = { way, rodM, tipHeightM, leader, lead, tippet, landing, set, kept };
	expect(row!.body).toEqual(tight);
	const [entry] = await db.query<{ body: { outing: { rig: object } } }>('select body from entry');
	const { floatMm, ...others } = { ...kept, rodM, tipHeightM, leader, lead };
	const float = { way: 'float', floatMm, tippet, landing, kept: others };
	expect(entry!.body.outing).toEqual({
		saw: 'touched',
		rig: float,
		fit: fit({ parameter: 'water.depth' })
	});
	// The same by reading a file of before, which has no flags.
	const read = parse(documentRequests.rig, { name: 'Old', body: old });
	expect(read.ok && rigFromDocument(read.value.body as RigBodyDocument)).toEqual(
		rigFromDocument(tight as RigBodyDocument)
	);
	expect(read.ok && JSON.parse(JSON.stringify(read.value.body))).toEqual({
		...tight,
		set: undefined
	});
	const found = await db.query<{ body: object }>('select body from lie order by name');
	expect(found.map(({ body: its }) => its)).toEqual([lie, { ...lie, approachM: 3.4 }]);
	await db.close();
}, 60_000);

test('ledgers and names of before say plainly what they meant', async () => {
	const db = await openPglite(join(folder, 'unplain'));
	await migrate(db, undefined, migrations.slice(0, 7));
	const entry = (kind: string, amount: number) => ({ on: '2026-01-10', kind, amount });
	const dressing = { kind: 'he\u200brl' };
	const entries = [
		{ ...entry('bought', 50), price: 5 },
		{ ...entry('bought', -2), price: 1 },
		entry('used', -5),
		entry('used', 7),
		entry('returned', -3),
		entry('corrected', -4)
	];
	const put = (kind: string, name: string, body: object) =>
		db.query(`insert into ${kind} (id, name, body) values ($1, $2, $3)`, [
			randomUUID(),
			name,
			JSON.stringify(body)
		]);
	await put('lot', 'a\u202eb \u{1f41f}\u200d\u{1f525}', { dressing, entries });
	await put('lot', '\u00ad', { thread: { denier: 70 }, entries: [] });
	const outing = { lieName: 'x\u0007', rigName: 'Long arm' };
	await put('entry', 'e', { at: 1, outing, note: 'first\nsecond' });
	await put('batch', 'b', { items: [{ name: 'Rust\u2066', count: 2 }], flies: [] });
	await migrate(db);
	const lots = await db.query<LotRow>('select name, body from lot order by created_at');
	expect(lots.map(({ name }) => name)).toEqual(['ab \u{1f41f}\u200d\u{1f525}', 'Without a name']);
	expect(lots[0]!.body).toEqual({
		dressing: { kind: 'herl' },
		entries: [
			entries[0],
			entry('corrected', -2),
			entry('returned', 5),
			entries[3],
			entry('used', 3),
			entries[5]
		]
	});
	expect(leftOf(lots[0]!.body)).toBe(50 - 2 + 5 - 7 - 3 - 4);
	const [{ body: logged }] = (await db.query<EntryRow>('select body from entry')) as [EntryRow];
	expect(logged).toEqual({ at: 1, outing: { ...outing, lieName: 'x' }, note: 'first\nsecond' });
	const [{ body: run }] = (await db.query<BatchRow>('select body from batch')) as [BatchRow];
	expect(run).toEqual({ items: [{ name: 'Rust', count: 2 }], flies: [] });
	await db.close();
}, 60_000);

test('a migration that fails leaves nothing of itself, and newer data are not touched', async () => {
	const db = await openPglite(join(folder, 'other'));
	const half = {
		number: migrations.length + 1,
		sql: 'create table half (id integer); select nonsense'
	};
	await migrate(db);
	await expect(migrate(db, undefined, [...migrations, half])).rejects.toThrow();
	expect(await db.query(`select to_regclass('half') as half`)).toEqual([{ half: null }]);
	await db.query('insert into migration (number) values (99)');
	await expect(migrate(db)).rejects.toThrow(/newer Gravitas/);
	await db.close();
	await expect(db.query('select 1')).rejects.toThrow(/closed/);
}, 120_000);
