import type { DocumentKind, DocumentRow } from '$lib/contract/documents';
import type { Queryable } from '../db/database';

/** What of a document is edited; the rest is bookkeeping. */
export interface DocumentContent {
	readonly name: string;
	readonly body: DocumentRow['body'];
	/** Of a lie. */
	readonly riverId?: string;
}

interface SqlRow {
	id: string;
	name: string;
	body: DocumentRow['body'];
	revision: number;
	river_id?: string;
}

const columns: Readonly<Record<DocumentKind, string>> = {
	fly: 'id, name, body, revision',
	rig: 'id, name, body, revision',
	river: 'id, name, body, revision',
	lot: 'id, name, body, revision',
	batch: 'id, name, body, revision',
	entry: 'id, name, body, revision',
	lie: 'id, name, body, revision, river_id'
};

function toRow(kind: DocumentKind, { river_id, ...row }: SqlRow): DocumentRow {
	return { kind, ...row, ...(river_id === undefined ? {} : { riverId: river_id }) } as DocumentRow;
}

export function contentOf(row: DocumentRow): DocumentContent {
	const { name, body } = row;
	return row.kind === 'lie' ? { name, body, riverId: row.riverId } : { name, body };
}

/** All documents of a kind, oldest first. */
export async function listDocuments<Row extends DocumentRow>(
	db: Queryable,
	kind: Row['kind']
): Promise<Row[]> {
	const rows = await db.query<SqlRow>(
		`select ${columns[kind]} from ${kind} order by created_at, id`
	);
	return rows.map((row) => toRow(kind, row) as Row);
}

export async function findDocument(
	db: Queryable,
	kind: DocumentKind,
	id: string
): Promise<DocumentRow | null> {
	const [row] = await db.query<SqlRow>(`select ${columns[kind]} from ${kind} where id = $1`, [id]);
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
	const lie = kind === 'lie';
	if (lie) values.push(content.riverId!);
	const [row] = await db.query<SqlRow>(
		`insert into ${kind} as t (id, name, body, revision${lie ? ', river_id' : ''})
		values ($1, $2, $3, $4${lie ? ', $5' : ''})
		on conflict (id) do update set name = excluded.name, body = excluded.body,
			revision = greatest(t.revision + 1, excluded.revision), updated_at = clock_timestamp()
			${lie ? ', river_id = excluded.river_id' : ''}
		returning ${columns[kind]}`,
		values
	);
	return toRow(kind, row!);
}

export async function removeDocument(db: Queryable, kind: DocumentKind, id: string): Promise<void> {
	await db.query(`delete from ${kind} where id = $1`, [id]);
}
