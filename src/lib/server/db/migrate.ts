import type { Database } from './database';

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

/**
 * Brings the schema up to date, each migration in a transaction of its own.
 *
 * @throws Error when the database was made by a newer Gravitas
 */
export async function migrate(db: Database, list = migrations): Promise<void> {
	await db.script(
		'create table if not exists migration (number integer primary key, at timestamptz not null default now())'
	);
	const done = await db.query<{ number: number }>('select number from migration');
	const newest = list.at(-1)?.number ?? 0;
	const beyond = done.find((row) => row.number > newest);
	if (beyond) {
		throw new Error(
			`This data was written by a newer Gravitas (its schema is at ${beyond.number}, this program knows ${newest}). Update the program; nothing was changed.`
		);
	}
	for (const { number, sql } of list) {
		if (done.some((row) => row.number === number)) continue;
		await db.transaction(async (tx) => {
			await tx.script(sql);
			await tx.query('insert into migration (number) values ($1)', [number]);
		});
	}
}
