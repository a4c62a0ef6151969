import type { DocumentChange, Snapshot } from '$lib/api/answers';
import {
	documentKinds,
	forKinds,
	kinds,
	rowsIn,
	type DocumentKind,
	type DocumentRow,
	type RowOf
} from '$lib/documents/kinds';
import { withChange } from './rows';

/** The documents of a kind as this window shows them. */
class Shelf<Kind extends DocumentKind> {
	/** In the order in which they were made. */
	rows = $state.raw<readonly RowOf<Kind>[]>([]);
	readonly inOrder = $derived.by(() => this.order(this.rows));

	constructor(private readonly order: (rows: readonly RowOf<Kind>[]) => readonly RowOf<Kind>[]) {}
}
type Order = (rows: readonly DocumentRow[]) => readonly DocumentRow[];

/** What a window shows of each kind, and how the server last said that it is. */
export class Shelves {
	private readonly shelves = forKinds(
		(kind) => new Shelf<DocumentKind>(kinds[kind].order as Order)
	);
	/** Each document as the server last said it was: what a change of this window started from. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	readonly bases = new Map<string, DocumentRow>();

	constructor(data: Snapshot) {
		for (const kind of documentKinds) {
			this.shelves[kind].rows = data[kinds[kind].collection];
		}
		for (const row of rowsIn(data)) this.bases.set(row.id, row);
	}

	of<Kind extends DocumentKind>(kind: Kind): Shelf<Kind> {
		return this.shelves[kind] as unknown as Shelf<Kind>;
	}

	find<Kind extends DocumentKind>(kind: Kind, id: string | null | undefined) {
		return this.of(kind).rows.find((row) => row.id === id);
	}

	/** Shows a document as this window has it. */
	put(change: DocumentChange): void {
		const shelf = this.shelves[change.kind];
		shelf.rows = withChange(shelf.rows, change);
	}

	/** Shows what the server says of a document. */
	putKept(change: DocumentChange): void {
		if (change.row) this.bases.set(change.id, change.row);
		else this.bases.delete(change.id);
		this.put(change);
	}
}
