import {
	DOCUMENT_VERSION,
	type BatchRow,
	type EntryRow,
	type DocumentKind,
	type FlyRow,
	type LieRow,
	type LotRow,
	type RigRow,
	type RiverRow
} from './documents';

/** Documents as files of their own: open JSON with format and version, the units in the names. */
export function flyFile({ id, name, body }: FlyRow) {
	return { format: 'gravitas/fly', version: DOCUMENT_VERSION, id, name, body };
}

export function lieFile({ id, name, body }: LieRow, river: RiverRow) {
	return {
		format: 'gravitas/lie',
		version: DOCUMENT_VERSION,
		id,
		name,
		body,
		river: { id: river.id, name: river.name, body: river.body }
	};
}

export function rigFile({ id, name, body }: RigRow) {
	return { format: 'gravitas/rig', version: DOCUMENT_VERSION, id, name, body };
}

export function lotFile({ id, name, body }: LotRow) {
	return { format: 'gravitas/lot', version: DOCUMENT_VERSION, id, name, body };
}

export function batchFile({ id, name, body }: BatchRow) {
	return { format: 'gravitas/batch', version: DOCUMENT_VERSION, id, name, body };
}

export function entryFile({ id, name, body }: EntryRow) {
	return { format: 'gravitas/entry', version: DOCUMENT_VERSION, id, name, body };
}

export function riverFile({ id, name, body }: RiverRow, lies: readonly LieRow[]) {
	return {
		format: 'gravitas/river',
		version: DOCUMENT_VERSION,
		id,
		name,
		body,
		lies: lies.filter((lie) => lie.riverId === id).map(({ id, name, body }) => ({ id, name, body }))
	};
}

/** What an import would do, or did, with one document. */
export interface ImportItem {
	readonly kind: DocumentKind;
	/** The id that it has or gets here; choices name it as `kind:id`. */
	readonly id: string;
	readonly name: string;
	/** The file it came in. */
	readonly source: string;
	readonly status: 'new' | 'same' | 'different';
	/** Of a different one: from what is here to what the file says. */
	readonly words: string;
	/** What is done with it. */
	readonly choice: ImportChoice;
	/** Of a look: what is asked about a weight or a time in it that is hardly believable. Brought in, it is kept as it is. */
	readonly question?: string;
}

/** With a document that is here and differs: keep what is here, take the file's, or keep both. */
export const importChoices = ['keep', 'take', 'both'] as const;
export type ImportChoice = (typeof importChoices)[number];

export interface ImportAnswer {
	readonly items: readonly ImportItem[];
	/** How many documents were written; 0 in a look beforehand. */
	readonly written: number;
	/** Files in an archive that are no documents. */
	readonly passedOver: readonly string[];
}
