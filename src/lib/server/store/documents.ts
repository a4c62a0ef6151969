import {
	collectionsOf,
	documentKinds,
	kindsWithin,
	withinOf,
	type Collections,
	type DocumentContent,
	type DocumentKind,
	type DocumentRow
} from '$lib/documents/kinds';
import { without } from '$core/quantity/index';
import type { Queryable } from '../db/database';

export interface SqlRow {
	id: string;
	name: string;
	body: DocumentRow['body'];
	revision: number;
	/** Of one within another. */
	outer_id?: string;
}

/** The column that holds the id of what a document is within: of a lie river_id. */
const outerColumn = (kind: DocumentKind) => {
	const within = withinOf(kind);
	return within && `${within.kind}_id`;
};

export function columnsOf(kind: DocumentKind): string {
	const outer = outerColumn(kind);
	return `id, name, body, revision${outer ? `, ${outer} as outer_id` : ''}`;
}

export function toRow(kind: DocumentKind, { outer_id, ...row }: SqlRow): DocumentRow {
	const key = withinOf(kind)?.key;
	return { kind, ...row, ...(key && { [key]: outer_id }) } as DocumentRow;
}

/** All documents of a kind, oldest first. */
export async function listDocuments<Row extends DocumentRow>(
	db: Queryable,
	kind: Row['kind']
): Promise<Row[]> {
	const rows = await db.query<SqlRow>(
		`select ${columnsOf(kind)} from ${kind} order by created_at, id`
	);
	return rows.map((row) => toRow(kind, row) as Row);
}

/** Some documents of a kind, oldest first, and where the next ones begin; null after the last. */
export interface ListPage {
	readonly rows: DocumentRow[];
	readonly next: string | null;
}

/** What `next` of a page looks like: when the last of it was made, and its id. */
const CURSOR = /^(\d{4}-\d\d-\d\dT\d\d:\d\d:\d\d\.\d{6}Z)~([0-9a-f-]{36})$/;

/**
 * @param after `next` of the page before; null for the first
 * @param most documents of a page
 * @returns null when `after` is none
 */
export async function listPage(
	db: Queryable,
	kind: DocumentKind,
	after: string | null,
	most: number
): Promise<ListPage | null> {
	const [, made = '-infinity', id = NO_ID] = CURSOR.exec(after ?? '') ?? [];
	if (after !== null && id === NO_ID) return null;
	const found = await db.query<SqlRow & { made: string }>(
		`select ${columnsOf(kind)},
			to_char(created_at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as made
		from ${kind} where (created_at, id) > ($1::timestamptz, $2::uuid)
		order by created_at, id limit $3`,
		[made, id, most]
	);
	const last = found.at(-1);
	return {
		rows: found.map((row) => toRow(kind, without(row, 'made'))),
		next: last && found.length === most ? `${last.made}~${last.id}` : null
	};
}
const NO_ID = '00000000-0000-0000-0000-000000000000';

/** The fly that was made first: a list by name would be read whole for its beginning. */
export async function firstFly(db: Queryable): Promise<DocumentRow | null> {
	const [row] = await db.query<SqlRow>(
		`select ${columnsOf('fly')} from fly order by created_at, id limit 1`
	);
	return row ? toRow('fly', row) : null;
}

/** All documents, by collection. */
export async function listCollections(db: Queryable): Promise<Collections> {
	const all: DocumentRow[] = [];
	for (const kind of documentKinds) all.push(...(await listDocuments(db, kind)));
	return collectionsOf(all);
}

export async function findDocument(
	db: Queryable,
	kind: DocumentKind,
	id: string
): Promise<DocumentRow | null> {
	const [row] = await db.query<SqlRow>(`select ${columnsOf(kind)} from ${kind} where id = $1`, [
		id
	]);
	return row ? toRow(kind, row) : null;
}

/**
 * Writes a document, new or not, and gives it a revision above any that it had.
 *
 * @param above the highest revision that a window may have seen; matters when a deleted row returns
 */
export async function putDocument(
	db: Queryable,
	kind: DocumentKind,
	id: string,
	content: DocumentContent,
	above = 0
): Promise<DocumentRow> {
	const values = [id, content.name, JSON.stringify(content.body), above + 1];
	const outer = outerColumn(kind);
	if (outer) values.push(content[withinOf(kind)!.key]!);
	const [row] = await db.query<SqlRow>(
		`insert into ${kind} as t (id, name, body, revision${outer ? `, ${outer}` : ''})
		values ($1, $2, $3, $4${outer ? ', $5' : ''})
		on conflict (id) do update set name = excluded.name, body = excluded.body,
			revision = greatest(t.revision + 1, excluded.revision), updated_at = clock_timestamp()
			${outer ? `, ${outer} = excluded.${outer}` : ''}
		returning ${columnsOf(kind)}`,
		values
	);
	return toRow(kind, row!);
}

export async function removeDocument(db: Queryable, kind: DocumentKind, id: string): Promise<void> {
	await db.query(`delete from ${kind} where id = $1`, [id]);
}

/** A kind of which some document is within this one; null when there is none. */
export async function findWithin(
	db: Queryable,
	kind: DocumentKind,
	id: string
): Promise<DocumentKind | null> {
	for (const inner of kindsWithin(kind)) {
		const [row] = await db.query(`select id from ${inner} where ${kind}_id = $1 limit 1`, [id]);
		if (row) return inner;
	}
	return null;
}
