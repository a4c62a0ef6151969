import type { Database, Queryable } from './database';
import { PlaceError } from './folder';

/** The numbered migrations, in order: 0001_documents.sql and on. They only go forward. */
const files = import.meta.glob<string>('../migrations/*.sql', {
	eager: true,
	query: '?raw',
	import: 'default'
});

export interface Migration {
	readonly number: number;
	readonly sql: string;
}

export const migrations: readonly Migration[] = Object.entries(files)
	.map(([path, sql]) => ({ number: Number(/(\d+)_[^/]*\.sql$/.exec(path)?.[1]), sql }))
	.sort((a, b) => a.number - b.number);

/** Number of the newest migration there is. */
export const newestSchema = migrations.at(-1)!.number;

const namedIn = (form: RegExp): string[] =>
	migrations.flatMap(({ sql }) => [...sql.matchAll(form)].map(([, name]) => name!));
/** All that migrations make, by what they say. */
const ours = {
	tables: [
		'migration',
		...namedIn(/^create table (\w+)/gm),
		...namedIn(/^select document_table\('(\w+)'\)/gm)
	],
	functions: namedIn(/^create (?:or replace )?function (\w+)/gm)
};

/** A table that none of these migrations made, by which a database is another program's, too; null when there is none. */
export async function foreignTable(db: Queryable): Promise<string | null> {
	// A newer Gravitas has tables that are not known here, and is told of by its schema.
	if ((await schemaOf(db)) > newestSchema) return null;
	const [other] = await db.query<{ name: string }>(
		`select tablename as name from pg_tables where schemaname = 'public' and tablename <> all ($1)
		order by tablename limit 1`,
		[ours.tables]
	);
	return other?.name ?? null;
}

/** Takes out all that migrations made, and nothing else. */
export async function dropAll(tx: Queryable): Promise<void> {
	const drops = await tx.query<{ drop: string }>(
		`select format('drop table %I cascade', tablename) as drop from pg_tables
		where schemaname = 'public' and tablename = any ($1)
		union all
		select format('drop function %s cascade', oid::regprocedure) from pg_proc
		where pronamespace = 'public'::regnamespace and proname = any ($2)`,
		[ours.tables, ours.functions]
	);
	for (const { drop } of drops) await tx.query(drop);
}

/** Number of the newest migration that was run here; 0 in a new database. */
export async function schemaOf(db: Queryable): Promise<number> {
	const [there] = await db.query(`select 1 from pg_tables where tablename = 'migration'`);
	if (!there) return 0;
	const [row] = await db.query<{ newest: number | null }>(
		'select max(number) as newest from migration'
	);
	return row?.newest ?? 0;
}

/**
 * Runs the migrations that this database lacks, up to `to`, in the caller's transaction.
 *
 * @param from the schema that the database has
 */
export async function runMigrations(
	tx: Queryable,
	from: number,
	to = Infinity,
	list = migrations
): Promise<void> {
	await tx.script(
		'create table if not exists migration (number integer primary key, at timestamptz not null default now())'
	);
	for (const { number, sql } of list.filter((m) => m.number > from && m.number <= to)) {
		await tx.script(sql);
		await tx.query('insert into migration (number) values ($1)', [number]);
	}
	const [counts] = await tx.query(`select 1 from pg_proc where proname = 'tally_anew'`);
	if (counts) await tx.query('select tally_anew()');
}

/**
 * Brings the schema up to date, all in one transaction.
 *
 * @param before called with the schema that is there, when it is not the newest; a copy is made then
 * @throws PlaceError when the database was made by a newer Gravitas
 */
export async function migrate(
	db: Database,
	before: (schema: number) => Promise<unknown> = () => Promise.resolve(),
	list = migrations
): Promise<void> {
	const schema = await schemaOf(db);
	const newest = list.at(-1)?.number ?? 0;
	if (schema > newest) {
		throw new PlaceError(
			`These data were written by a newer Gravitas (its schema is at ${schema}, this program knows ${newest}). Update the program; nothing was changed.`
		);
	}
	if (schema === newest) return;
	if (schema > 0) await before(schema);
	// Another process may have done it meanwhile.
	await db.transaction(async (tx) => runMigrations(tx, await schemaOf(tx), Infinity, list));
}
