import { spawn } from 'node:child_process';
import {
	cpSync,
	mkdirSync,
	mkdtempSync,
	readdirSync,
	rmSync,
	statSync,
	writeFileSync
} from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { type Database } from './database';
import { PlaceError } from './folder';
import { lockDataFolder } from './lock';
import { openPglite } from './pglite';

const folder = mkdtempSync(join(tmpdir(), 'gravitas-pglite-'));
let db: Database;
beforeAll(async () => {
	db = await openPglite(join(folder, 'database'));
	await db.script('create table note (id integer primary key, text text not null)');
}, 120_000);
afterAll(async () => {
	await db.close();
	rmSync(folder, { recursive: true });
});
function writeIn(path: string, name: string, text: string): void {
	mkdirSync(path, { recursive: true });
	writeFileSync(join(path, name), text);
}
function copyWith(path: string, name: string, text: string): void {
	cpSync(join(folder, 'stuck'), path, { recursive: true });
	writeFileSync(join(path, name), text);
}
function emptied(path: string, below: string): void {
	cpSync(join(folder, 'stuck'), path, { recursive: true });
	for (const name of readdirSync(join(path, below)))
		rmSync(join(path, below, name), { recursive: true });
}
describe('PGlite in a folder', () => {
	test('a creation that was cut off is begun anew, not opened', async () => {
		const half = join(folder, 'cut');
		mkdirSync(`${half}.new`);
		writeFileSync(join(`${half}.new`, 'PG_VERSION'), '18');
		const fresh = await openPglite(half);
		expect(await fresh.query('select 1 as one')).toEqual([{ one: 1 }]);
		await fresh.close();
		// And all that is made is for the person alone.
		const files = readdirSync(half, { recursive: true, encoding: 'utf8' });
		const open = files.filter((name) => statSync(join(half, name)).mode & 0o077);
		expect([statSync(half).mode & 0o077, files.length > 100, open]).toEqual([0, true, []]);
		expect(readdirSync(folder)).not.toContain('cut.new');
	}, 120_000);

	test('a stuck or dead engine is replaced; what it was doing fails, the rest goes on', async () => {
		const path = join(folder, 'stuck');
		const quick = await openPglite(path, { statementMs: 3000, checkpointEvery: 20 });
		await quick.script('create table note (id integer primary key)');
		await quick.transaction((tx) => tx.query('insert into note values (1)'));
		const stuck = quick.transaction(async (tx) => {
			await tx.query('insert into note values (2)');
			await tx.query('select pg_sleep(1000)');
		});
		const behind = quick.query('select * from note');
		await expect(stuck).rejects.toMatchObject({
			code: '57P02',
			message: 'The database did nothing for 3 seconds.'
		});
		expect(await behind).toEqual([{ id: 1 }]);

		// The log of changes is bounded by checkpoints of our own: PGlite makes none.
		const text = 'x'.repeat(20_000);
		await quick.script('create table large (text text)');
		for (let i = 0; i < 400; i++) {
			await quick.transaction((tx) =>
				tx.query('insert into large select $1 || random() from generate_series(1, 20)', [text])
			);
		}
		const segments = readdirSync(join(path, 'pg_wal')).filter((name) =>
			/^[0-9A-F]{24}$/.test(name)
		);
		expect(segments.length * 16).toBeLessThanOrEqual(96);
		await quick.close();
	}, 120_000);

	test.each<[string, (database: string) => void, RegExp]>([
		['a file in its place', (d) => writeFileSync(d, 'x'), /is a file.*Move the file away/],
		[
			'a folder of something else',
			(d) => writeIn(d, 'photo.jpg', 'x'),
			/no database.*npm run restore/
		],
		[
			'another version',
			(d) => copyWith(d, 'PG_VERSION', '17\n'),
			/another version.*“17”.*npm run restore/
		],
		[
			'an empty control file',
			(d) => copyWith(d, 'global/pg_control', ''),
			/damaged.*npm run restore/
		],
		['a lost log of changes', (d) => emptied(d, 'pg_wal'), /damaged.*checkpoint.*npm run restore/]
	])(
		'a folder that cannot be used is said with the way out: %s',
		async (name, damage, words) => {
			const database = join(folder, name.replaceAll(' ', '-'));
			damage(database);
			const error: unknown = await openPglite(database).catch((e: unknown) => e);
			expect(error).toBeInstanceOf(PlaceError);
			expect((error as Error).message).toMatch(words);
		},
		120_000
	);

	test('an empty mark of the engine, left by a kill in the middle of a start, keeps nothing shut', async () => {
		const path = join(folder, 'marked');
		copyWith(path, 'postmaster.pid', '');
		const again = await openPglite(path);
		expect(await again.query('select * from note')).toEqual([{ id: 1 }]);
		await again.close();
	}, 120_000);

	test('a full disk is said before anything is begun', async () => {
		const path = join(folder, 'stuck');
		const full = await openPglite(path, { roomBytes: 2 ** 60 });
		await expect(full.transaction(() => Promise.reject(new Error('begun')))).rejects.toMatchObject({
			code: '53100',
			message: expect.stringContaining('disk is nearly full') as string
		});
		expect(await full.query('select * from note')).toEqual([{ id: 1 }]);
		await full.close();
	}, 120_000);
});

describe('the lock on a data folder', () => {
	/** Another process that holds the folder until it is killed. */
	async function holder(path: string) {
		const locks = createRequire(import.meta.url).resolve('fs-native-extensions');
		const script = `const fd = require('fs').openSync(process.argv[1], 'a+');
			console.log(require(process.argv[2]).tryLock(fd)); setInterval(() => {}, 1000);`;
		const child = spawn(process.execPath, ['-e', script, join(path, 'lock'), locks]);
		await new Promise((resolve) => child.stdout.once('data', resolve));
		return child;
	}

	test('another process is told whose folder it is; a killed one is no hindrance', async () => {
		const path = join(folder, 'held');
		mkdirSync(path);
		const child = await holder(path);
		expect(() => lockDataFolder(path)).toThrow(PlaceError);
		const gone = new Promise((resolve) => child.once('exit', resolve));
		child.kill('SIGKILL');
		await gone;
		const release = lockDataFolder(path);
		expect(() => lockDataFolder(path)).toThrow(/already running/);
		release();
		lockDataFolder(path)();
	});

	test('a new folder is the person’s alone; one that cannot be made is said, with the way out', () => {
		const path = join(folder, 'deep', 'down');
		lockDataFolder(path)();
		expect(statSync(path).mode & 0o077).toBe(0);
		const file = join(folder, 'file');
		writeFileSync(file, '');
		expect(() => lockDataFolder(join(file, 'below'))).toThrow(/GRAVITAS_DATA/);
	});
});
