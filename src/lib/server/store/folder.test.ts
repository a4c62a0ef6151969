import { randomUUID } from 'node:crypto';
import {
	chmodSync,
	existsSync,
	mkdirSync,
	mkdtempSync,
	readFileSync,
	rmSync,
	statSync,
	truncateSync,
	writeFileSync
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { parse } from '$lib/contract/parse';
import { documentRequests } from '$lib/documents/requests';
import { rigFromDocument, type RigBodyDocument } from '$lib/documents/rig/body';
import { type EntryRow, type BatchRow, type LotRow } from '$lib/documents/kinds';
import { leftOf } from '$lib/documents/lot/body';
import { lockDataFolder } from '../db/lock';
import { migrate, migrations } from '../db/migrate';
import { openPglite } from '../db/pglite';
import { openStore, type Store } from './index';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-store-'));
let store: Store;
beforeAll(async () => {
	store = await openStore(folder, { demo: true });
}, 120_000);
afterAll(async () => {
	await store.close();
	rmSync(folder, { recursive: true });
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

test.each([
	['cut off', 'change_count', (file: string) => truncateSync(file)],
	['flipped', 'change_count', flip],
	['flipped', 'change_count_pkey', flip]
])(
	'the count of changes, %s with a page of %s, is begun anew',
	async (how, table, damage) => {
		const place = join(folder, `uncounted-${how}-${table}`);
		await (await openStore(place, { demo: false })).close();
		const db = await openPglite(join(place, 'database'));
		const [found] = await db.query<{ path: string }>(
			`select pg_relation_filepath('${table}') as path`
		);
		await db.close();
		damage(join(place, 'database', found!.path));
		const again = await openStore(place, { demo: false });
		const { snapshotVersion, flies } = await again.snapshot();
		const { revision, body, id } = flies[0]!;
		await again.edit('fly', id, revision, { name: 'Another', body });
		expect(await again.snapshotVersion()).toBe(snapshotVersion.replace(/\.0$/, '.1'));
		await again.close();
	},
	60_000
);

/** Turns the head of a file's first page round. */
function flip(file: string): void {
	const bytes = readFileSync(file);
	for (let k = 0; k < 24; k++) bytes[k] = ~bytes[k]!;
	writeFileSync(file, bytes);
}

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
