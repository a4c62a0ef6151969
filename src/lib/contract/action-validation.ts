import { documentKinds, type DocumentKind } from './documents';
import { Document, Id, Many, OneOf, Sentence, Whole } from './fields';
import {
	BatchRequest,
	EntryRequest,
	FlyRequest,
	LieRequest,
	LotRequest,
	RigRequest,
	RiverRequest
} from './validation';

/** What a document of each kind is checked by as it comes in. */
export const documentRequests = {
	fly: FlyRequest,
	rig: RigRequest,
	lie: LieRequest,
	river: RiverRequest,
	lot: LotRequest,
	batch: BatchRequest,
	entry: EntryRequest
} as const satisfies Record<DocumentKind, new () => object>;

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
