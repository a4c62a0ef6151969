import { documentKinds, type DocumentKind } from '$lib/documents/kinds';
import { documentRequests } from '$lib/documents/requests';
import { Document, Id, Many, OneOf, Sentence, Whole } from '$lib/contract/fields';

/** More than a person does at once. */
const MOST_CHANGES = 500;

/** A document made (no revision), changed (with the revision that was seen) or deleted (no document). */
class ChangeRequest {
	@OneOf('The kind', documentKinds) kind!: DocumentKind;
	@Id('The id must be a UUID.') id!: string;
	@Whole('The revision', [1, 2 ** 31 - 1], true) revision?: number;
	@Document('The document', () => Object.values(documentRequests)) document?: object;
}

/** Several changes that are one thing to the person: all are done or none. */
export class ActionRequest {
	/** What the undo list calls it. */
	@Sentence('The label', 120) label!: string;
	@Many('The changes', () => ChangeRequest, MOST_CHANGES) changes!: ChangeRequest[];
}
