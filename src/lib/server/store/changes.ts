import { difference } from '$lib/documents/changes';
import type { DocumentChange } from '$lib/api/answers';
import {
	kinds,
	withinOf,
	type DocumentContent,
	type DocumentKind,
	type DocumentRow
} from '$lib/documents/kinds';
import type { Queryable } from '../db/database';
import { stateAt, type ChangeRecord } from './actions';
import { checkContent } from './content';
import { findDocument, findWithin, putDocument, removeDocument } from './documents';
import type { Write } from './import';
import { Refusal } from './refusal';
import { returnReserved } from './reserved';

/** One of several changes. */
export interface ActionPart {
	readonly kind: DocumentKind;
	readonly id: string;
	/** That it started from; null for a new document. */
	readonly revision: number | null;
	/** null: it is deleted. */
	readonly content: DocumentContent | null;
}

/** @throws Refusal with 404 when it is not there */
export async function current(tx: Queryable, kind: DocumentKind, id: string): Promise<DocumentRow> {
	const row = await findDocument(tx, kind, id);
	if (!row)
		throw new Refusal(404, `This ${kinds[kind].one} is not there; it may have been deleted.`);
	return row;
}

/** @throws Refusal with 409, and what was changed since, when the document is at another revision */
async function expectRevision(tx: Queryable, row: DocumentRow, revision: number): Promise<void> {
	if (row.revision === revision) return;
	const seen = await stateAt(tx, row.id, revision);
	const changed = seen ? difference(seen, row).words : '';
	const what = changed ? `: ${changed}` : '';
	throw new Refusal(
		409,
		`“${row.name}” was changed after revision ${revision} was read${what}. It is at revision ${row.revision} now.`,
		{ current: row, changed }
	);
}

/** @throws Refusal with 422 when what the document lies within is not there */
async function needOuter(
	tx: Queryable,
	kind: DocumentKind,
	content: DocumentContent
): Promise<void> {
	const within = withinOf(kind);
	if (!within || (await findDocument(tx, within.kind, content[within.key]!))) return;
	const outer = `${kinds[within.kind].one} (${within.key})`;
	throw new Refusal(422, `The ${outer} of this ${kinds[kind].one} is not there.`);
}

/** A document that was put, with what it was before. */
export interface Put extends ChangeRecord {
	readonly after: DocumentRow;
}

/** Checks and puts. */
async function put(
	tx: Queryable,
	{ kind, id, content }: Write,
	before: DocumentRow | null
): Promise<Put> {
	await needOuter(tx, kind, content);
	checkContent(kind, content, before);
	return { kind, id, before, after: await putDocument(tx, kind, id, content) };
}

/** A new document. @throws Refusal with 409 when its id is taken */
export async function made(tx: Queryable, write: Write): Promise<Put> {
	if (await findDocument(tx, write.kind, write.id)) {
		throw new Refusal(409, `A ${kinds[write.kind].one} with this id is already there.`);
	}
	return put(tx, write, null);
}

/** A document as it is changed. @param revision that the change started from */
export async function changed(
	tx: Queryable,
	write: Write,
	revision: number
): Promise<Put & { readonly before: DocumentRow }> {
	const before = await current(tx, write.kind, write.id);
	await expectRevision(tx, before, revision);
	return { ...(await put(tx, write, before)), before };
}

/** What an import writes: in place of what is there, or new. */
export const written = async (tx: Queryable, write: Write): Promise<Put> =>
	put(tx, write, await findDocument(tx, write.kind, write.id));

/** A document that goes, and what goes with it. */
export async function removed(
	tx: Queryable,
	kind: DocumentKind,
	id: string,
	revision: number
): Promise<{ readonly before: DocumentRow; readonly records: readonly ChangeRecord[] }> {
	const before = await current(tx, kind, id);
	await expectRevision(tx, before, revision);
	const inner = await findWithin(tx, kind, id);
	if (inner) {
		const { many } = kinds[inner];
		throw new Refusal(409, `“${before.name}” still has ${many}. Delete or move them first.`);
	}
	const returned = before.kind === 'batch' ? await returnReserved(tx, before) : [];
	await removeDocument(tx, kind, id);
	return { before, records: [...returned, { kind, id, before, after: null }] };
}

async function part(tx: Queryable, change: ActionPart): Promise<readonly ChangeRecord[]> {
	const { kind, id, revision, content } = change;
	if (content === null) {
		if (revision === null) {
			throw new Refusal(422, 'To delete takes the revision that was seen; to make, a document.');
		}
		return (await removed(tx, kind, id, revision)).records;
	}
	const write = { kind, id, content };
	return [revision === null ? await made(tx, write) : await changed(tx, write, revision)];
}

/** Several changes. @throws Refusal that names the one which cannot be */
export async function parts(
	tx: Queryable,
	changes: readonly ActionPart[]
): Promise<readonly ChangeRecord[]> {
	const records: ChangeRecord[] = [];
	for (const [k, change] of changes.entries()) {
		try {
			records.push(...(await part(tx, change)));
		} catch (error) {
			if (!(error instanceof Refusal)) throw error;
			throw new Refusal(error.status, error.message, { ...error.more, change: k });
		}
	}
	return records;
}

/** What windows are told of it. */
export const told = (records: readonly ChangeRecord[]): DocumentChange[] =>
	records.map(({ kind, id, after }) => ({ kind, id, row: after }));
