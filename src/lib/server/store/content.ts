import { definitionOf } from '$lib/documents/definitions';
import type { DocumentContent, DocumentKind, DocumentRow } from '$lib/documents/kinds';
import { Refusal } from './refusal';

/**
 * What the contract's classes cannot say of a document.
 *
 * @param before the document as it is here; null for a new one
 * @throws Refusal with 422, or 409 where it does not go with what is here
 */
export function checkContent(
	kind: DocumentKind,
	content: DocumentContent,
	before: DocumentRow | null
): void {
	const fault = definitionOf(kind).fault?.(content.body, before?.body ?? null);
	if (!fault) return;
	const { status = 422, path, message } = fault;
	throw new Refusal(status, `${path}: ${message}`, { errors: [{ path, message }] });
}
