import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { documentKinds } from '$lib/documents/kinds';
import { dailyIsDue, listBackups, makeBackup, restoreBackup } from './backup';
import { BackupError, checkBackup } from './backup-file';
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
	const failing = (error: Error): Database => ({ ...db, read: () => Promise.reject(error) });
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
