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
import { met, withChange } from './rows';

/** The documents of a kind as this window shows them. */
class KindRows<Kind extends DocumentKind> {
	/** In the order in which they were made. */
	rows = $state.raw<readonly RowOf<Kind>[]>([]);
	readonly inOrder = $derived.by(() => this.order(this.rows));

	constructor(private readonly order: (rows: readonly RowOf<Kind>[]) => readonly RowOf<Kind>[]) {}
}
type Order = (rows: readonly DocumentRow[]) => readonly DocumentRow[];

/** What a window shows of each kind, and how the server last said that it is. */
export class Shelves {
	private readonly shelves = forKinds(
		(kind) => new KindRows<DocumentKind>(kinds[kind].order as Order)
	);
	/** Each document as the server last said it was: what a change of this window started from. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	readonly bases = new Map<string, DocumentRow>();

	/** Documents that were deleted since this window was opened. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	private readonly gone = new Set<string>();

	constructor(data: Snapshot) {
		for (const kind of documentKinds) {
			this.shelves[kind].rows = data[kinds[kind].collection];
		}
		for (const row of rowsIn(data)) this.bases.set(row.id, row);
	}

	of<Kind extends DocumentKind>(kind: Kind): KindRows<Kind> {
		return this.shelves[kind] as unknown as KindRows<Kind>;
	}

	find<Kind extends DocumentKind>(kind: Kind, id: string | null | undefined) {
		return this.of(kind).rows.find((row) => row.id === id);
	}

	/** Shows all documents of a kind, of which some were here; what came or went meanwhile stays so. */
	fill(kind: DocumentKind, told: readonly DocumentRow[], toSend: (id: string) => boolean): void {
		const there = told.filter(({ id }) => !this.gone.has(id));
		this.take(kind, met(this.shelves[kind].rows, there, toSend, true));
	}

	/** Shows everything as the server says it is, but for what this window has still to send. */
	renew(data: Snapshot, toSend: (id: string) => boolean): void {
		for (const kind of documentKinds) {
			const told: readonly DocumentRow[] = data[kinds[kind].collection];
			this.take(kind, met(this.shelves[kind].rows, told, toSend, false));
		}
	}

	private take(kind: DocumentKind, { rows, taken, gone }: ReturnType<typeof met>): void {
		this.shelves[kind].rows = rows;
		for (const row of taken) this.bases.set(row.id, row);
		for (const { id } of gone) this.bases.delete(id);
	}

	/** Shows a document as this window has it. */
	put(change: DocumentChange): void {
		const shelf = this.shelves[change.kind];
		shelf.rows = withChange(shelf.rows, change);
	}

	/** Shows what the server says of a document. */
	putKept(change: DocumentChange): void {
		if (change.row) {
			this.bases.set(change.id, change.row);
			this.gone.delete(change.id);
		} else {
			this.bases.delete(change.id);
			this.gone.add(change.id);
		}
		this.put(change);
	}
}
