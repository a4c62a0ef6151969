import type { DocumentChange, Done, HistoryEnds, HistoryEntry } from '$lib/api/answers';
import { contentOf, type DocumentKind, type DocumentRow } from '$lib/documents/kinds';
import { difference } from '$lib/documents/changes';
import type { Queryable } from '../db/database';
import { putDocument, removeDocument } from './documents';

/** One document before and after an action; null where it did not exist. */
export interface ChangeRecord {
	readonly kind: DocumentKind;
	readonly id: string;
	readonly before: DocumentRow | null;
	readonly after: DocumentRow | null;
}

interface ActionRow {
	id: number;
	label: string;
	changes: ChangeRecord[];
}

/** Records what was just done; what had been undone can no longer be redone. */
export async function recordAction(
	tx: Queryable,
	label: string,
	paths: readonly string[],
	changes: readonly ChangeRecord[]
): Promise<void> {
	await tx.query(`update action set state = 'dropped' where state = 'undone'`);
	await tx.query(`insert into action (label, paths, changes, documents) values ($1, $2, $3, $4)`, [
		label,
		paths,
		JSON.stringify(changes),
		changes.map((change) => change.id)
	]);
}

/**
 * Records an edit of one document. A run of edits of the same value is kept as one action from its
 * first state to its last; a run that ends where it began leaves none. An edit that changes nothing
 * is no action.
 *
 * @param soon whether the last action was so short a time ago that this may go on with it; or how short that is, ms,
 *   by the database's clock, where processes must agree that have no other in common
 */
export async function recordEdit(
	tx: Queryable,
	before: DocumentRow,
	after: DocumentRow,
	soon: boolean | number
): Promise<void> {
	const { paths, words } = difference(before, after);
	if (paths.length === 0) return;
	const [last] =
		soon === false
			? []
			: await tx.query<ActionRow & { paths: string[] }>(
					`select id, label, paths, changes from action
					where id = (select max(id) from action where state <> 'dropped') and state = 'done'
						and ($1::float8 is null
							or clock_timestamp() - at between interval '0' and $1 * interval '1 millisecond')`,
					[soon === true ? null : soon]
				);
	const run = last?.changes.length === 1 ? last.changes[0] : undefined;
	const sameRun =
		last && run?.before && run.after && run.id === after.id && String(last.paths) === String(paths);
	if (!sameRun) {
		const change: ChangeRecord = { kind: after.kind, id: after.id, before, after };
		await recordAction(tx, labelOf(after, words), paths, [change]);
		return;
	}
	const whole = difference(run.before!, after);
	if (whole.paths.length === 0) {
		await tx.query('delete from action where id = $1', [last.id]);
		return;
	}
	await tx.query(
		'update action set label = $2, changes = $3, at = clock_timestamp() where id = $1',
		[last.id, labelOf(after, whole.words), JSON.stringify([{ ...run, after }])]
	);
}

const labelOf = (row: DocumentRow, words: string) => `${row.name}: ${words}`;

/** What undo and redo would do now. */
export async function historyEnds(db: Queryable): Promise<HistoryEnds> {
	const [row] = await db.query<HistoryEnds>(
		`select
			(select label from action where state = 'done' order by id desc limit 1) as undo,
			(select label from action where state = 'undone' order by id limit 1) as redo`
	);
	return row!;
}

/** Takes the last action back, or does the next undone one again; null when there is none. */
export async function stepHistory(
	tx: Queryable,
	direction: 'undo' | 'redo'
): Promise<DocumentChange[] | null> {
	const back = direction === 'undo';
	const [action] = await tx.query<ActionRow>(
		back
			? `select id, label, changes from action where state = 'done' order by id desc limit 1`
			: `select id, label, changes from action where state = 'undone' order by id limit 1`
	);
	if (!action) return null;
	const changes: DocumentChange[] = [];
	const records = back ? [...action.changes].reverse() : action.changes;
	for (const { kind, id, before, after } of records) {
		const target = back ? before : after;
		if (target === null) {
			await removeDocument(tx, kind, id);
			changes.push({ kind, id, row: null });
		} else {
			const seen = Math.max(before?.revision ?? 0, after?.revision ?? 0);
			changes.push({ kind, id, row: await putDocument(tx, kind, id, contentOf(target), seen) });
		}
	}
	await tx.query('update action set state = $2 where id = $1', [
		action.id,
		back ? 'undone' : 'done'
	]);
	return changes;
}

/** How much of a history is told. */
const HISTORY_LENGTH = 200;

/** What was done last, newest first, and what of it was undone. */
export async function doneLately(db: Queryable): Promise<Done[]> {
	const rows = await db.query<{ id: number; at: Date; label: string; holds: boolean }>(
		`select id, at, label, state = 'done' as holds from action
		where state <> 'dropped' order by id desc limit $1`,
		[HISTORY_LENGTH]
	);
	return rows.map(({ at, ...row }) => ({ ...row, at: at.toISOString() }));
}

/** What was done to a document, newest first, undone actions included. */
export async function historyOf(db: Queryable, id: string): Promise<HistoryEntry[]> {
	const rows = await db.query<ActionRow & { at: Date; state: string }>(
		`select id, at, label, state, changes from action
		where documents @> array[$1::uuid] order by id desc limit $2`,
		[id, HISTORY_LENGTH]
	);
	return rows.map(({ id: action, at, label, state, changes }) => {
		const { before, after } = changes.find((change) => change.id === id)!;
		return { id: action, at: at.toISOString(), label, holds: state === 'done', before, after };
	});
}

/** A document as it was at a revision, where the log still has it. */
export async function stateAt(
	db: Queryable,
	id: string,
	revision: number
): Promise<DocumentRow | null> {
	const entries = await historyOf(db, id);
	const states = entries.flatMap(({ before, after }) => [after, before]);
	return states.find((row) => row?.revision === revision) ?? null;
}
