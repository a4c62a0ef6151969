import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { DatabaseError, type Database } from './database';
import { engines, type EngineUnderTest } from './engines.testing';
import { migrate, migrations, runMigrations, schemaOf } from './migrate';

describe.each(engines)('a database of $name', ({ start }) => {
	let engine: EngineUnderTest;
	let db: Database;
	beforeAll(async () => {
		engine = await start();
		db = await engine.database();
		await db.script('create table note (id integer primary key, text text not null)');
	}, 120_000);
	afterAll(async () => {
		await db.close();
		await engine.end();
	});
	const count = async () =>
		(await db.query<{ n: number }>('select count(*)::int as n from note'))[0]!.n;

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

	test('who reads sees one state, whatever is written meanwhile; and cannot write', async () => {
		const [first, second] = await db.read(async (tx) => {
			const countIn = async () =>
				(await tx.query<{ n: number }>('select count(*)::int as n from note'))[0]!.n;
			const seen = await countIn();
			const written = db.query(`insert into note values (300, 'meanwhile')`);
			// PGlite has one line: there it is written afterwards.
			await Promise.race([written, new Promise((resolve) => setTimeout(resolve, 50))]);
			return [seen, await countIn()];
		});
		expect(second).toBe(first);
		await expect.poll(count).toBe(first! + 1);
		await expect(db.read((tx) => tx.query('delete from note'))).rejects.toMatchObject({
			code: '25006'
		});
	});

	test('numbers, times, lists and JSON come back alike', async () => {
		const [row] = await db.query(
			`select 9007199254740991::bigint as big, 1.5::float8 as half, '2026-02-03T04:05:06.007Z'::timestamptz as at,
				$1::text[] as words, '{"a":[1,null]}'::jsonb as json, true as yes`,
			[['a', 'b, "c"']]
		);
		expect(row).toEqual({
			big: 9007199254740991,
			half: 1.5,
			at: new Date('2026-02-03T04:05:06.007Z'),
			words: ['a', 'b, "c"'],
			json: { a: [1, null] },
			yes: true
		});
	});

	test('two that bring the schema up to date at once do it once; one that fails leaves nothing', async () => {
		const fresh = await engine.database();
		const broken = { number: 2, sql: 'create table half (id integer); select no_such_column' };
		await expect(migrate(fresh, undefined, [migrations[0]!, broken])).rejects.toThrow(
			/no_such_column/
		);
		expect(await schemaOf(fresh)).toBe(0);
		await fresh.transaction((tx) => runMigrations(tx, 0, 1));
		await Promise.all([migrate(fresh), migrate(fresh)]);
		expect(await schemaOf(fresh)).toBe(migrations.at(-1)!.number);
		const numbers = await fresh.query<{ number: number }>(
			'select number from migration order by number'
		);
		expect(numbers.map(({ number }) => number)).toEqual(migrations.map(({ number }) => number));
		await fresh.close();
	});
});
