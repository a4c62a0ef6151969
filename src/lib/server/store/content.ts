import { batchFault, type BatchBodyDocument } from '$lib/contract/batches';
import { entryFault, type EntryBodyDocument } from '$lib/contract/entries';
import type { DocumentKind, DocumentRow } from '$lib/contract/documents';
import type { DocumentContent } from './documents';
import { checkLot } from './lots';
import { Refusal } from './refusal';

/**
 * What the contract's classes cannot say of a document.
 *
 * @param before the document as it is here; null for a new one
 * @throws Refusal with 422, or 409 where a ledger was rewritten
 */
export function checkContent(
	kind: DocumentKind,
	content: DocumentContent,
	before: DocumentRow | null
): void {
	if (kind === 'lot') checkLot(kind, content, before);
	const fault =
		kind === 'batch'
			? batchFault(content.body as BatchBodyDocument)
			: kind === 'entry'
				? entryFault(content.body as EntryBodyDocument)
				: null;
	if (fault) throw new Refusal(422, `${fault.path}: ${fault.message}`, { errors: [fault] });
}
