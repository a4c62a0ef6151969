import { existsSync, mkdirSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, expect, test } from 'vitest';
import { startPostgres } from '../../../../scripts/postgres.mjs';
import { restoreBackup } from '../db/backup';
import { openPglite } from '../db/pglite';
import { openPostgres } from '../db/postgres';
import { contentsOf } from '../db/tables';
import { openStore } from './index';
import { moveFromServer, moveToServer } from './move';

let server: Awaited<ReturnType<typeof startPostgres>>;
const folder = mkdtempSync(join(tmpdir(), 'gravitas-move-'));
beforeAll(async () => {
	server = await startPostgres();
}, 120_000);
afterAll(async () => {
	await server.stop();
	rmSync(folder, { recursive: true, force: true });
});

test('all goes to a server and back with its history and its revisions; what cannot be moved changes neither side', async () => {
	const here = join(folder, 'here');
	const url = server.database('there');
	const store = await openStore(here, { demo: true });
	const { flies } = await store.snapshot();
	const { id, revision, body } = flies[0]!;
	await store.edit('fly', id, revision, { name: 'Moved fly', body });
	const before = await store.snapshot();
	const history = await store.history('fly', id);
	// Gravitas runs on the folder: it is not read beside it.
	await expect(moveToServer(here, url)).rejects.toThrow(/already running/);
	await store.close();

	// What does not arrive as it was sent is taken back, and can be moved afterwards.
	server.sql(
		'there',
		`create schema odd; create function odd.md5(text) returns text language sql as $$ select pg_catalog.md5($1 || ' ') $$`
	);
	const altered = `${url}&options=${encodeURIComponent('-c search_path=public,odd,pg_catalog')}`;
	await expect(moveToServer(here, altered)).rejects.toThrow(/not what was sent/);
	const moved = await moveToServer(here, url);
	expect(moved).toMatchObject({ from: here, already: false });
	expect(existsSync(moved.copy)).toBe(true);
	expect(moved.contents.find(({ table }) => table === 'fly')!.rows).toBe(flies.length);
	expect((await moveToServer(here, url)).already).toBe(true);

	const there = await openStore(join(folder, 'copies'), { demo: false, url });
	const { snapshotVersion, ...after } = await there.snapshot();
	expect({ ...after, snapshotVersion: before.snapshotVersion }).toEqual(before);
	expect(snapshotVersion).not.toBe(before.snapshotVersion);
	expect(await there.history('fly', id)).toEqual(history);
	expect(history.map(({ holds }) => holds)).toContain(true);
	await there.undo();
	const [undone] = await there.history('fly', id);
	expect(undone).toMatchObject({ id: history[0]!.id, holds: false });
	expect((await there.get('fly', id)).name).toBe(flies[0]!.name);
	// Other data there are left alone, and so is a server on which Gravitas runs.
	await expect(moveToServer(here, url)).rejects.toThrow(/other data of Gravitas already/);
	await expect(moveFromServer(here, url)).rejects.toThrow(/Gravitas runs on .*Stop it/);
	await there.close();

	const back = await moveFromServer(here, url);
	expect(back.contents.map(({ table }) => table)).toEqual(moved.contents.map(({ table }) => table));
	expect(
		readdirSync(here).filter((name) => name.startsWith('database.before-restore'))
	).toHaveLength(1);
	const again = await openStore(here, { demo: false });
	expect((await again.get('fly', id)).name).toBe(flies[0]!.name);
	await again.redo();
	expect((await again.get('fly', id)).name).toBe('Moved fly');
	await again.close();
}, 180_000);

test('a copy is put only where that is as it should be', async () => {
	const url = server.database('first');
	const store = await openStore(join(folder, 'first'), { demo: false, url });
	const { name } = await store.backups.make('by-hand');
	await store.close();
	const db = await openPostgres(url);
	const before = await db.read(contentsOf);
	const first = () => Promise.reject(new Error('not so'));
	const copy = join(folder, 'first', 'backups', name);
	await expect(restoreBackup(db, copy, { first })).rejects.toThrow('not so');
	expect(await db.read(contentsOf)).toEqual(before);
	await db.close();
});

test('there must be something to move', async () => {
	const empty = server.database('empty');
	await expect(moveFromServer(join(folder, 'new'), empty)).rejects.toThrow(/nothing of Gravitas/);
	expect(existsSync(join(folder, 'new', 'database'))).toBe(false);
	mkdirSync(join(folder, 'bare'));
	const bare = await openPglite(join(folder, 'bare', 'database'));
	await bare.close();
	await expect(moveToServer(join(folder, 'bare'), empty)).rejects.toThrow(/nothing of Gravitas/);
}, 120_000);

test('the checksum of a table changes with any of its rows, and not with their order', async () => {
	const db = await openPostgres(server.database('sums'));
	await db.script(`create table note (id integer primary key, text text)`);
	const sum = async () => (await db.read(contentsOf))[0]!;
	await db.query(`insert into note values (1, 'a'), (2, 'b')`);
	const first = await sum();
	await db.query(`delete from note where id = 1`);
	await db.query(`insert into note values (1, 'a')`);
	expect(await sum()).toEqual(first);
	for (const change of [
		`update note set text = 'c' where id = 1`,
		`update note set text = null where id = 2`
	]) {
		const before = await sum();
		await db.query(change);
		expect(await sum()).toMatchObject({ rows: 2 });
		expect((await sum()).sum).not.toBe(before.sum);
	}
	await db.close();
});
