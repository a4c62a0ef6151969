import { collectionsOf, type DocumentRow, type EntryRow, type LotRow } from '$lib/documents/kinds';
import { makeArchive, type ArchivedPhoto } from './archive';
import { planOf, type ImportAsked, type ImportPlanned } from './import-plan';
import { logAsCsv } from './log-csv';
import { stockAsCsv } from './stock-csv';
import { rowsFrom, type DocumentTexts } from './store/document-texts';
import { Refusal } from './store/refusal';

/** What goes in or out as files, worked out in a thread of its own: all that is kept may be in it. */
export type ExchangeAsked =
	| {
			readonly kind: 'file';
			readonly file: ExchangeFile;
			readonly here: DocumentTexts;
			readonly photos: readonly ArchivedPhoto[];
	  }
	| { readonly kind: 'import'; readonly here: DocumentTexts; readonly asked: ImportAsked };

export type ExchangeAnswer =
	| { readonly kind: 'file'; readonly bytes: Uint8Array<ArrayBuffer> }
	/** In pieces of JSON, which are read a piece at a time. */
	| {
			readonly kind: 'import';
			readonly items: readonly string[];
			readonly writes: readonly string[];
			readonly passedOver: readonly string[];
			readonly photos: readonly ArchivedPhoto[];
	  }
	/** An error loses its class on the way. */
	| { readonly kind: 'refused'; readonly refusal: Pick<Refusal, 'status' | 'message' | 'more'> };

/** The files that hold all of something: everything that a person describes as a ZIP, and the tables of log and stock. */
export type ExchangeFile = 'archive' | 'log' | 'stock';
const text = (words: string) => new TextEncoder().encode(words) as Uint8Array<ArrayBuffer>;
const madeOf: Readonly<
	Record<
		ExchangeFile,
		(rows: readonly DocumentRow[], photos: readonly ArchivedPhoto[]) => Uint8Array<ArrayBuffer>
	>
> = {
	archive: (rows, photos) => makeArchive(collectionsOf(rows), photos),
	log: (rows) => text(logAsCsv(rows as readonly EntryRow[])),
	stock: (rows) => text(stockAsCsv(rows as readonly LotRow[]))
};

/** As many documents as are read in a few milliseconds. */
const AT_ONCE = 100;

const pieces = (all: readonly (ImportPlanned['items'] | ImportPlanned['writes'])[number][]) =>
	Array.from({ length: Math.ceil(all.length / AT_ONCE) }, (_, k) =>
		JSON.stringify(all.slice(k * AT_ONCE, (k + 1) * AT_ONCE))
	);

export default function exchange(task: ExchangeAsked): ExchangeAnswer {
	try {
		const here = rowsFrom(task.here);
		switch (task.kind) {
			case 'file':
				return { kind: 'file', bytes: madeOf[task.file](here, task.photos) };
			case 'import': {
				const { items, writes, passedOver, photos } = planOf(task.asked, here);
				return { kind: 'import', items: pieces(items), writes: pieces(writes), passedOver, photos };
			}
		}
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		const { status, message, more } = error;
		return { kind: 'refused', refusal: { status, message, more } };
	}
}
