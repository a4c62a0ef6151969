import { spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DatabaseError, type Database } from './database';
import { DataFolderError } from './folder';
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
const count = async () =>
	(await db.query<{ n: number }>('select count(*)::int as n from note'))[0]!.n;

describe('the database behind its small interface', () => {
	test('a transaction that throws leaves nothing, and the next one works', async () => {
		const before = await count();
		const failing = db.transaction(async (tx) => {
			await tx.query('insert into note values (1, $1)', ['half']);
			throw new Error('changed my mind');
		});
		await expect(failing).rejects.toThrow('changed my mind');
		expect(await count()).toBe(before);
		await db.transaction((tx) => tx.query('insert into note values (1, $1)', ['whole']));
		expect(await count()).toBe(before + 1);
	});

	test('a failed statement is an error with its code, and without the person’s data', async () => {
		const secret = 'a very private note';
		const error = await db
			.query('insert into note values (1, $1)', [secret])
			.catch((e: unknown) => e);
		expect(error).toBeInstanceOf(DatabaseError);
		expect((error as DatabaseError).code).toBe('23505');
		expect(JSON.stringify(error) + String(error)).not.toContain(secret);
		await expect(db.query('selec 1')).rejects.toMatchObject({ code: '42601' });
	});

	test('transactions take turns, and nothing slips in between', async () => {
		await db.query('insert into note values (100, $1)', ['0']);
		const bump = () =>
			db.transaction(async (tx) => {
				const [row] = await tx.query<{ text: string }>('select text from note where id = 100');
				await new Promise((resolve) => setTimeout(resolve, 1));
				await tx.query('update note set text = $1 where id = 100', [String(Number(row!.text) + 1)]);
			});
		const readings = Promise.all(Array.from({ length: 10 }, () => count()));
		await Promise.all(Array.from({ length: 25 }, bump));
		await readings;
		expect(await db.query('select text from note where id = 100')).toEqual([{ text: '25' }]);
	});

	test('text of every kind comes back as it went', async () => {
		for (const [i, text] of [
			'Ü ñ 魚 🪰',
			"it's; drop table note; --",
			'',
			'a'.repeat(100_000)
		].entries()) {
			await db.query('insert into note values ($1, $2)', [200 + i, text]);
			expect(await db.query('select text from note where id = $1', [200 + i])).toEqual([{ text }]);
		}
	});

	test('a creation that was cut off is begun anew, not opened', async () => {
		const half = join(folder, 'cut');
		mkdirSync(`${half}.new`);
		writeFileSync(join(`${half}.new`, 'PG_VERSION'), '18');
		const fresh = await openPglite(half);
		expect(await fresh.query('select 1 as one')).toEqual([{ one: 1 }]);
		await fresh.close();
		expect(readdirSync(folder)).not.toContain('cut.new');
	}, 120_000);

	test('a folder that is no database is an error, not a hang', async () => {
		const wrong = join(folder, 'wrong');
		writeFileSync(wrong, 'a file where a folder should be');
		await expect(openPglite(wrong)).rejects.toBeInstanceOf(Error);
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
		expect(() => lockDataFolder(path)).toThrow(DataFolderError);
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
