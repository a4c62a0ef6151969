import type { PartName } from '$core/fly/index';
import type { LotRow } from '$lib/documents/kinds';
import { clipped } from '$lib/contract/names';
import type { LotBodyDocument, LotEntry } from '$lib/documents/lot/body';
import { withLot } from '$lib/documents/lot/from-stock';
import type { Documents } from './documents.svelte';
import { freeName } from './rows';
import type { Selection } from './selection.svelte';

/** Lots of the stock, and what the fly on the strip takes from them. */
export class Stock {
	constructor(
		private readonly documents: Documents,
		private readonly selection: Selection
	) {}

	/** @returns the id of the new lot; null when it was not made */
	newLot(name: string, body: LotBodyDocument): Promise<string | null> {
		const free = freeName(name, this.documents.made('lot'));
		return this.documents.create('lot', { name: free, body });
	}

	setLot(row: LotRow, body: LotBodyDocument): void {
		this.documents.change({ ...row, body });
	}

	/** Writes in a lot's ledger, after what another window may have written there meanwhile. */
	enter(id: string, what: string, entryOf: (body: LotBodyDocument) => LotEntry): void {
		const shown = this.documents.find('lot', id);
		if (!shown) return;
		void this.documents.act(`${clipped(shown.name, 60)}: ${what}`, () => {
			const lot = this.documents.find('lot', id);
			if (!lot) return null;
			const { name, revision } = lot;
			const body = { ...lot.body, entries: [...lot.body.entries, entryOf(lot.body)] };
			return [{ kind: 'lot', id, revision, document: { name, body } }];
		});
	}

	/** Takes a part of the fly on the strip from a lot. */
	takeFrom(lot: LotRow, part: PartName): void {
		const { fly } = this.selection;
		if (!fly) return;
		this.documents.change({
			...fly,
			body: { ...fly.body, recipe: withLot(fly.body.recipe, lot, part) }
		});
	}
}
