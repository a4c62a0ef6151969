import type { Queryable } from './database';

/** All tables that hold a person's data, each after those that it refers to. */
export async function tablesOf(db: Queryable): Promise<string[]> {
	const names = await db.query<{ name: string }>(
		`select tablename as name from pg_tables
		where schemaname = 'public' and tablename not in ('migration', 'tally', 'worked_out', 'change_count') order by tablename`
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
 * Reads every row of every table, counts them and adds up their hashes; then looks each up once more through its
 * primary key, which must lead to the same rows in the same places. So a damaged, lost or outdated page, of a table
 * or of its key, is found now and not in a year. What it rests on: one fault at a time. A fault that takes rows and, in the same way, what the tally says of them is not seen.
 *
 * @param db a transaction
 * @returns what is wrong, in words; null when all is as it was written
 * @throws DatabaseError what the engine says of a page that it cannot read
 */
export async function findDamage(db: Queryable): Promise<string | null> {
	const tallies = await talliesOf(db);
	for (const table of await tablesOf(db)) {
		const key = await keyOf(db, table);
		const straight = await counted(db, table, key);
		const byKey = await countedByKey(db, table, key);
		const written = tallies ? tallies.get(table) : straight;
		if (!written) return `what was counted of table ${table} is lost`;
		if (straight.rows !== written.rows) {
			return `table ${table} has ${straight.rows} rows where ${written.rows} were written`;
		}
		if (straight.rows !== byKey.rows) {
			return `table ${table} has ${straight.rows} rows, its index ${byKey.rows}`;
		}
		if (straight.sum !== written.sum) {
			return `table ${table} has rows that are not as they were written`;
		}
		if (byKey.places !== straight.places) {
			return `the index of table ${table} does not lead to its rows`;
		}
	}
	return null;
}

/**
 * What the server's own checks say of the tables and their keys, where amcheck is installed there (“create extension
 * amcheck”); else nothing. The server refuses a page whose checksum is wrong by itself, when it is read.
 *
 * @param db a transaction
 * @returns what is wrong, in words; null when nothing was found
 */
export async function findServerDamage(db: Queryable): Promise<string | null> {
	const [there] = await db.query(
		`select 1 from pg_extension, pg_proc where extname = 'amcheck' and proname = 'verify_heapam'
		and has_function_privilege(pg_proc.oid, 'execute')`
	);
	if (!there) return null;
	for (const table of await tablesOf(db)) {
		const [wrong] = await db.query<{ msg: string }>(
			'select msg from verify_heapam($1::regclass, on_error_stop => true) limit 1',
			[table]
		);
		if (wrong) return `table ${table}: ${wrong.msg}`;
		// Throws where something is wrong.
		await db.query(
			`select bt_index_check(indexrelid, true) from pg_index join pg_class on oid = indexrelid
			where indrelid = $1::regclass and relam = (select oid from pg_am where amname = 'btree')`,
			[table]
		);
	}
	return null;
}

/** How many rows a table has, and what they say, whichever engine keeps them. */
export interface Contents {
	readonly table: string;
	readonly rows: number;
	/** Of a hash of each row as JSON; the same in whatever order they lie. */
	readonly sum: string;
}

/**
 * All rows of all tables, read through.
 *
 *   sum = Σ the first 64 bits of md5(row as JSON)
 */
export async function contentsOf(tx: Queryable): Promise<Contents[]> {
	const all: Contents[] = [];
	for (const table of await tablesOf(tx)) {
		const [found] = await tx.query<Omit<Contents, 'table'>>(
			`select count(*)::int as rows, coalesce(
				sum(('x' || left(md5(to_jsonb(t)::text), 16))::bit(64)::bigint), 0)::text as sum from "${table}" t`
		);
		all.push({ table, ...found! });
	}
	return all;
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

/** What tables hold, as one text that changes with any row of them; from what is counted, without reading them. */
export async function sumOf(db: Queryable, tables: readonly string[]): Promise<string> {
	const rows = await db.query<{ one: string }>(
		`select name || ' ' || rows || ' ' || sum as one from tally where name = any ($1) order by name`,
		[tables]
	);
	return rows.map(({ one }) => one).join(', ');
}

/** The sum of hashes of keys and of where their rows are; whatever else is in a row need not be read for it. */
const places = (key: string) =>
	`coalesce(sum(hash_record_extended(row(${key}, ctid), 0)), 0)::text as places`;

/** What is in a table, read from its first page to its last. */
async function counted(
	db: Queryable,
	table: string,
	key: string
): Promise<Tally & { readonly places: string }> {
	const [found] = await db.query<Tally & { places: string }>(
		`select count(*)::int as rows, coalesce(sum(hash_record_extended(t, 0)), 0)::text as sum, ${places(key)}
		from "${table}" t`
	);
	return found!;
}

/** What its primary key leads to; in its order, so that the engine cannot but go by it. */
async function countedByKey(
	db: Queryable,
	table: string,
	key: string
): Promise<Pick<Tally, 'rows'> & { readonly places: string }> {
	await db.query('set local enable_sort = off');
	const [found] = await db.query<{ rows: number; places: string }>(
		`select count(*)::int as rows, ${places(key)}
		from (select ${key}, ctid from "${table}" order by ${key}) t`
	);
	await db.query('set local enable_sort = on');
	return found!;
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
