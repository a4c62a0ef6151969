import type { Queryable } from './database';

/** All tables that hold a person's data, each after those that it refers to. */
export async function tablesOf(db: Queryable): Promise<string[]> {
	const names = await db.query<{ name: string }>(
		`select tablename as name from pg_tables
		where schemaname = 'public' and tablename not in ('migration', 'tally', 'worked_out') order by tablename`
	);
	const references = await db.query<{ child: string; parent: string }>(
		`select child.relname as child, parent.relname as parent from pg_constraint
		join pg_class child on child.oid = conrelid join pg_class parent on parent.oid = confrelid
		where contype = 'f' and conrelid <> confrelid`
	);
	const ordered: string[] = [];
	const visit = (name: string) => {
		if (ordered.includes(name)) return;
		references.filter((r) => r.child === name).forEach((r) => visit(r.parent));
		ordered.push(name);
	};
	names.forEach(({ name }) => visit(name));
	return ordered;
}

/**
 * Reads every row of every table, once through the table and once through its primary key, counts them and adds
 * up their hashes, so that a damaged, lost or outdated page is found now and not in a year. What it rests on: one
 * fault at a time. A fault that takes rows and, in the same way, what the tally says of them is not seen.
 *
 * @param db a transaction
 * @returns what is wrong, in words; null when all is as it was written
 * @throws DatabaseError what the engine says of a page that it cannot read
 */
export async function findDamage(db: Queryable): Promise<string | null> {
	const tallies = await talliesOf(db);
	for (const table of await tablesOf(db)) {
		const straight = await counted(db, table, 'enable_indexscan');
		const byKey = await counted(db, table, 'enable_sort');
		const written = tallies ? tallies.get(table) : straight;
		if (!written) return `what was counted of table ${table} is lost`;
		if (straight.rows !== written.rows) {
			return `table ${table} has ${straight.rows} rows where ${written.rows} were written`;
		}
		if (straight.rows !== byKey.rows) {
			return `table ${table} has ${straight.rows} rows, its index ${byKey.rows}`;
		}
		if (straight.sum !== written.sum || byKey.sum !== written.sum) {
			return `table ${table} has rows that are not as they were written`;
		}
	}
	return null;
}

interface Tally {
	readonly rows: number;
	/** Of the rows' hashes; longer than a number holds. */
	readonly sum: string;
}

/** What was written into each table; null before the migration that began to count. */
async function talliesOf(db: Queryable): Promise<ReadonlyMap<string, Tally> | null> {
	const [there] = await db.query(`select 1 from pg_tables where tablename = 'tally'`);
	if (!there) return null;
	const rows = await db.query<Tally & { name: string }>(
		'select name, rows::int, sum::text from tally'
	);
	return new Map(rows.map(({ name, ...tally }) => [name, tally]));
}

/** What is in a table, read with one of the ways to read it turned off. */
async function counted(db: Queryable, table: string, off: string): Promise<Tally> {
	await db.query(`set local ${off} = off`);
	const [tally] = await db.query<Tally>(
		`select count(*)::int as rows, coalesce(sum(hash_record_extended(t, 0)), 0)::text as sum
		from (select * from "${table}" order by ${await keyOf(db, table)}) t`
	);
	await db.query(`set local ${off} = on`);
	return tally!;
}

async function keyOf(db: Queryable, table: string): Promise<string> {
	const rows = await db.query<{ name: string }>(
		`select attname as name from pg_index
		join pg_attribute on attrelid = indrelid and attnum = any (indkey)
		where indisprimary and indrelid = $1::regclass`,
		[table]
	);
	return rows.map(({ name }) => `"${name}"`).join(', ');
}
