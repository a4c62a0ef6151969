import { localDay } from '$lib/contract/day';
import type { BatchRow } from '$lib/documents/kinds';
import type { LotBodyDocument, LotEntry } from '$lib/documents/lot/body';
import type { Queryable } from '../db/database';
import type { ChangeRecord } from './actions';
import { findDocument, putDocument } from './documents';

/** What is reserved for a run that is under way goes back to its lots; lots that are gone are passed over. */
export async function returnReserved(
	tx: Queryable,
	{ id: batchId, body }: BatchRow
): Promise<ChangeRecord[]> {
	if (body.state !== 'tying') return [];
	const on = localDay();
	const records: ChangeRecord[] = [];
	for (const { lotId, amount } of body.taken) {
		const before = await findDocument(tx, 'lot', lotId);
		if (!before) continue;
		const lot = before.body as LotBodyDocument;
		const entry: LotEntry = { on, kind: 'returned', amount, batchId };
		const content = { name: before.name, body: { ...lot, entries: [...lot.entries, entry] } };
		const after = await putDocument(tx, 'lot', lotId, content);
		records.push({ kind: 'lot', id: lotId, before, after });
	}
	return records;
}
