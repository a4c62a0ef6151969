import type { Queryable } from './database';

/** All tables that hold a person's data, each after those that it refers to. */
export async function tablesOf(db: Queryable): Promise<string[]> {
	const names = await db.query<{ name: string }>(
		`select tablename as name from pg_tables
		where schemaname = 'public' and tablename <> 'migration' order by tablename`
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
 * Reads every row of every table, once through the table and once through its primary key, so that
 * a damaged or a lost page is found now and not in a year.
 *
 * @returns what is wrong, in the engine's words; null when all could be read
 * @throws what the engine throws on a damaged page
 */
export async function findDamage(db: Queryable): Promise<string | null> {
	for (const table of await tablesOf(db)) {
		const count = async (way: string) => {
			await db.query(`set local ${way} = off`);
			const [row] = await db.query<{ rows: number }>(
				`select count(t.*::text)::int as rows from (select * from "${table}" order by ${await keyOf(db, table)}) t`
			);
			await db.query(`set local ${way} = on`);
			return row!.rows;
		};
		const straight = await count('enable_indexscan');
		const byKey = await count('enable_sort');
		if (straight !== byKey) {
			return `table ${table} has ${straight} rows, its index ${byKey}`;
		}
	}
	return null;
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
