import type { DocumentKind } from '$lib/documents/kinds';

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
