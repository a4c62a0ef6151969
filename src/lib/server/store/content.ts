import { batchFault } from '$lib/contract/batches';
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
	if (kind !== 'batch') return;
	const fault = batchFault(content.body as Parameters<typeof batchFault>[0]);
	if (fault) throw new Refusal(422, `${fault.path}: ${fault.message}`, { errors: [fault] });
}
