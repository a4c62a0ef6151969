import { documentKinds, type DocumentKind, type DocumentRow } from '$lib/documents/kinds';
import type { Queryable } from '../db/database';
import { columnsOf, toRow, type SqlRow } from './documents';

/** All documents as JSON, some rows in each piece, by kind: what goes to a thread without being read on the way. */
export type DocumentTexts = Readonly<Partial<Record<DocumentKind, readonly string[]>>>;

const AT_ONCE = 500;

/** @param db a transaction @param wanted kinds */
export async function documentTexts(
	db: Queryable,
	wanted: readonly DocumentKind[] = documentKinds
): Promise<DocumentTexts> {
	const texts: Partial<Record<DocumentKind, string[]>> = {};
	for (const kind of wanted) {
		const pieces: string[] = [];
		await db.query(
			`declare texts no scroll cursor for
			select to_jsonb(t)::text as row from (select ${columnsOf(kind)} from ${kind} order by created_at, id) t`
		);
		for (;;) {
			const rows = await db.query<{ row: string }>(`fetch ${AT_ONCE} from texts`);
			if (rows.length > 0) pieces.push(`[${rows.map(({ row }) => row).join(',')}]`);
			if (rows.length < AT_ONCE) break;
		}
		await db.query('close texts');
		texts[kind] = pieces;
	}
	return texts;
}

/** The documents again, oldest first of each kind. */
export const rowsFrom = (texts: DocumentTexts): DocumentRow[] =>
	documentKinds.flatMap((kind) =>
		(texts[kind] ?? []).flatMap((piece) =>
			(JSON.parse(piece) as SqlRow[]).map((row) => toRow(kind, row))
		)
	);
