import { without } from '$core/quantity/index';
import type { EntryBodyDocument } from '$lib/contract/entries';
import type { EntryRow } from '$lib/contract/documents';
import { clipped } from '$lib/contract/names';
import { Batches } from './batches.svelte';

/** The log: what was weighed, timed and seen. */
export class Log extends Batches {
	/** @returns the id of the entry; null when it was not kept */
	keepEntry(name: string, body: Omit<EntryBodyDocument, 'at'>): Promise<string | null> {
		return this.create('entry', { name: clipped(name, 80), body: { at: Date.now(), ...body } });
	}

	/** Leaves an entry out of the learning, or takes it in again. */
	leaveOut(row: EntryRow, excluded: boolean): void {
		const body = without(row.body, 'excluded');
		this.change({ ...row, body: excluded ? { ...body, excluded } : body });
	}

	removeEntry(row: EntryRow): Promise<boolean> {
		return this.erase(row);
	}
}
