import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { documentKinds } from '$lib/documents/kinds';
import {
	checkBackup,
	dailyIsDue,
	listBackups,
	makeBackup,
	makeBackupBeforeRestore,
	restoreBackup
} from './backup';
import { BackupError } from './backup-file';
import type { Database } from './database';
import { migrate, migrations, runMigrations, schemaOf } from './migrate';
import { openPglite } from './pglite';
import { findDamage, tablesOf } from './tables';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-backup-'));
const backups = join(folder, 'backups');
let db: Database;
beforeAll(async () => {
	db = await openPglite(join(folder, 'database'));
	// As the first version of the program left it, with odd but possible content.
	await db.transaction((tx) => runMigrations(tx, 0, 1));
	await db.transaction(async (tx) => {
		for (let i = 0; i < 450; i++) {
			await tx.query(`insert into river (id, name, body) values (gen_random_uuid(), $1, $2)`, [
				`Ü 魚 "${i}" \\ \n ; --`,
				JSON.stringify({ temperatureC: 0.1 + i / 3, deep: { a: [1e-300] } })
			]);
		}
		await tx.query(
			`insert into lie (id, river_id, name, body) select gen_random_uuid(), id, name, body from river`
		);
		await tx.query(
			`insert into action (label, changes)
			select 'x', jsonb_build_array(jsonb_build_object('id', id)) from river limit 3`
		);
	});
}, 120_000);
afterAll(async () => {
	await db.close();
	rmSync(folder, { recursive: true });
});

const everything = async () => {
	const all: Record<string, unknown> = {};
	for (const table of await tablesOf(db)) {
		all[table] = await db.query(
			`select to_jsonb(t) - 'revision' as row from "${table}" t order by 1`
		);
	}
	return all;
};

test('a copy is made before a migration, and brought back it is the same, migrated', async () => {
	await migrate(db, () => makeBackup(db, backups, 'before-migration'));
	expect(await schemaOf(db)).toBe(migrations.at(-1)!.number);
	const before = await everything();
	const [copy] = listBackups(backups);
	expect(copy).toMatchObject({ kind: 'before-migration' });

	await db.query('delete from lie');
	await db.query(`update river set name = 'changed'`);
	await restoreBackup(db, join(backups, copy!.name));
	expect(await everything()).toEqual(before);
	expect(await schemaOf(db)).toBe(migrations.at(-1)!.number);
	// Numbers go on after the highest that was restored, and revisions lie above any that was seen.
	const [next] = await db.query<{ id: number }>(
		`insert into action (label, changes) values ('y', '[]') returning id`
	);
	expect(next!.id).toBe(4);
	const [low] = await db.query<{ min: number }>('select min(revision) from river');
	expect(low!.min).toBeGreaterThan(1000);
	expect(await db.read(findDamage)).toBeNull();
});

test('a copy that nobody waits for any more leaves nothing, and the database is free for others', async () => {
	const before = listBackups(backups).length;
	const gone = new AbortController();
	const copy = makeBackup(db, backups, 'by-hand', { gone: gone.signal });
	gone.abort();
	await expect(copy).rejects.toThrow(/abort/i);
	expect(readdirSync(backups)).toHaveLength(before);
	expect(await db.query('select 1 as one')).toEqual([{ one: 1 }]);
});

test('every kind of document has its table, and all but that of lies are alike: else a migration is missing', async () => {
	const shapeOf = async (table: string) => [
		await db.query(
			`select column_name, data_type, column_default, is_nullable from information_schema.columns
			where table_schema = 'public' and table_name = $1 and column_name <> 'river_id'
			order by column_name`,
			[table]
		),
		await db.query(
			`select pg_get_constraintdef(oid) as check from pg_constraint
			where conrelid = $1::regclass and contype in ('c', 'p') order by 1`,
			[table]
		)
	];
	await db.query(`select document_table('sample')`);
	const alike = await shapeOf('sample');
	await db.query('drop table sample');
	for (const kind of documentKinds) expect([kind, await shapeOf(kind)]).toEqual([kind, alike]);
});

describe('the tally', () => {
	const tally = () => db.query('select name, rows::int, sum from tally order by name');
	const fly = `insert into fly (id, name, body) values (gen_random_uuid(), $1, '{"a": 1.5}')`;

	test('is of what is there, whatever a transaction did and however it ended', async () => {
		const before = await tally();
		await db.transaction(async (tx) => {
			for (let i = 0; i < 30; i++) await tx.query(fly, [`fly ${i}`]);
			await tx.query(`update fly set name = 'Ü' || name where name like '%1'`);
			await tx.query(`delete from fly where name like '%2'`);
			await tx.query(`update river set name = name || '.' where name like '%7%'`);
		});
		await expect(
			db.transaction(async (tx) => {
				await tx.query('delete from fly');
				throw new Error('no');
			})
		).rejects.toThrow('no');
		await db.query(fly, ['alone']);
		expect(await tally()).not.toEqual(before);
		expect(await db.read(findDamage)).toBeNull();
		// Another time zone shows times otherwise; the rows are the same.
		await db.query(`set time zone 'Asia/Tokyo'`);
		expect(await db.read(findDamage)).toBeNull();
		await db.query(`set time zone 'UTC'`);
		const now = await tally();
		await db.query('select tally_anew()');
		expect(await tally()).toEqual(now);
	});

	// What a lost or an old page does is done here with the triggers off.
	const unseen = (sql: string) =>
		db.transaction((tx) => tx.script(`set local session_replication_role = replica; ${sql};`));
	const refused = async (words: string) => {
		expect(await db.read(findDamage)).toMatch(words);
		await expect(makeBackup(db, backups, 'by-hand')).rejects.toMatchObject({
			code: 'XX001',
			message: expect.stringContaining(words) as string
		});
	};

	test('tells lost rows, a row that came back, and one that is as it was; no copy is made of it', async () => {
		await unseen(
			"create temp table kept as select * from fly; delete from fly where name like '%3'"
		);
		await refused('table fly has 25 rows where 28 were written');
		await unseen("insert into fly select * from kept where name like '%3'");
		expect(await db.read(findDamage)).toBeNull();
		await unseen(`update fly set name = 'as it was' where name = 'alone'`);
		await refused('table fly has rows that are not as they were written');
		await unseen(`update fly set name = 'alone' where name = 'as it was'; drop table kept`);
		await unseen(`delete from tally where name = 'fly'`);
		await refused('what was counted of table fly is lost');
		await db.query('select tally_anew()');
		expect(await db.read(findDamage)).toBeNull();
	});

	test('before another copy takes its place, one of what is left is made, and called damaged', async () => {
		const { name } = await makeBackup(db, backups, 'by-hand');
		const whole = await everything();
		await unseen('delete from fly');
		expect(await makeBackupBeforeRestore(db, backups, name)).toMatchObject({ kind: 'damaged' });
		await restoreBackup(db, join(backups, name));
		expect(await everything()).toEqual(whole);
		expect(await db.read(findDamage)).toBeNull();
		expect(await makeBackupBeforeRestore(db, backups, name)).toMatchObject({
			kind: 'before-restore'
		});
	});
});

test('a page of a table that reads as empty is found at the next start, where nothing else finds it', async () => {
	const place = join(folder, 'page');
	const page = await openPglite(place);
	await migrate(page);
	await page.transaction(async (tx) => {
		const body = JSON.stringify({ long: 'x'.repeat(300) });
		const sql = 'insert into fly (id, name, body) values (gen_random_uuid(), $1, $2)';
		for (let i = 0; i < 60; i++) await tx.query(sql, [`fly ${i}`, body]);
	});
	const [found] = await page.query<{ path: string }>(`select pg_relation_filepath('fly') as path`);
	await page.close();
	const file = join(place, found!.path);
	const bytes = readFileSync(file);
	writeFileSync(file, bytes.fill(0, 0, 8192));
	const opened = await openPglite(place);
	await expect(opened.read(findDamage)).resolves.toMatch(/table fly has \d+ rows where 60 were/);
	await opened.close();
}, 60_000);

test('a copy that was cut off, altered or is another thing is refused, and nothing changes', async () => {
	const { name } = await makeBackup(db, backups, 'by-hand');
	const whole = readFileSync(join(backups, name));
	const lines = gunzipSync(whole).toString().trimEnd().split('\n');
	const before = await everything();
	const bad: [string, Buffer][] = [
		['cut', whole.subarray(0, whole.length - 40)],
		['altered', gzipSync(lines.join('\n').replace('魚', '犬'))],
		['short', gzipSync(lines.filter((_, i) => i !== 5).join('\n'))],
		['without its end', gzipSync(lines.slice(0, -1).join('\n'))],
		['newer', gzipSync(lines.join('\n').replace(/"schema":\d+/, '"schema":99'))],
		['other', gzipSync('hello\nworld')],
		['empty', Buffer.alloc(0)],
		['plain', Buffer.from('{}')]
	];
	for (const [what, bytes] of bad) {
		const path = join(folder, `${what}.gz`);
		writeFileSync(path, bytes);
		await expect(checkBackup(path), what).rejects.toBeInstanceOf(BackupError);
		await expect(restoreBackup(db, path), what).rejects.toBeInstanceOf(BackupError);
	}
	expect(await everything()).toEqual(before);
});

test('copies are kept by count, each kind for itself, and unfinished ones leave nothing', async () => {
	for (let day = 1; day <= 17; day++) {
		await makeBackup(db, backups, 'daily', { now: new Date(Date.UTC(2026, 0, day)) });
	}
	const daily = listBackups(backups).filter(({ kind }) => kind === 'daily');
	expect(daily.map(({ madeAt }) => madeAt.slice(8, 10))).toEqual(
		Array.from({ length: 14 }, (_, i) => String(17 - i).padStart(2, '0'))
	);
	expect(listBackups(backups).some(({ kind }) => kind === 'before-migration')).toBe(true);
	const failing = (error: Error): Database =>
		Object.assign(Object.create(db) as Database, { read: () => Promise.reject(error) });
	await expect(makeBackup(failing(new Error('no')), backups, 'by-hand')).rejects.toThrow('no');
	const full = Object.assign(new Error('ENOSPC'), { code: 'ENOSPC' });
	await expect(makeBackup(failing(full), backups, 'by-hand')).rejects.toMatchObject({
		code: '53100',
		message: expect.stringContaining('is full, so no copy was made') as string
	});
	const closed = Object.assign(new Error('EROFS'), { code: 'EROFS' });
	await expect(makeBackup(failing(closed), backups, 'by-hand')).rejects.toThrow(
		/may not write.*Make it writable/
	);
	expect(readdirSync(backups).filter((name) => name.endsWith('.part'))).toEqual([]);
});

test('a clock that is set back neither stops the daily copy nor lets copies of before push it out', async () => {
	const days = join(folder, 'days');
	const noon = (day: number) => new Date(Date.UTC(2026, 5, day, 12));
	for (let day = 1; day <= 15; day++) await makeBackup(db, days, 'daily', { now: noon(day) });
	expect(dailyIsDue(listBackups(days), +noon(15) + 23 * 3600_000)).toBe(false);
	expect(dailyIsDue(listBackups(days), +noon(16))).toBe(true);
	// To the first of May: all of June seems to come.
	for (const day of [-30, -29]) {
		expect(dailyIsDue(listBackups(days), +noon(day))).toBe(true);
		const { name } = await makeBackup(db, days, 'daily', { now: noon(day) });
		expect(listBackups(days).map((backup) => backup.name)).toContain(name);
		expect(dailyIsDue(listBackups(days), +noon(day) + 600_000)).toBe(false);
	}
	expect(listBackups(days)).toHaveLength(16);
}, 120_000);
