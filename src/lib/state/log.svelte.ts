import { without } from '$core/quantity/index';
import type { EntryBodyDocument } from '$lib/documents/entry/body';
import type { EntryRow } from '$lib/documents/kinds';
import { clipped } from '$lib/contract/names';
import type { Documents } from './documents.svelte';

/** The log: what was weighed, timed and seen. */
export class Log {
	constructor(private readonly documents: Documents) {}

	/** @returns the id of the entry; null when it was not kept */
	keepEntry(name: string, body: Omit<EntryBodyDocument, 'at'>): Promise<string | null> {
		return this.documents.create('entry', {
			name: clipped(name, 80),
			body: { at: Date.now(), ...body }
		});
	}

	/** Leaves an entry out of the learning, or takes it in again. */
	leaveOut(row: EntryRow, excluded: boolean): void {
		const body = without(row.body, 'excluded');
		this.documents.change({ ...row, body: excluded ? { ...body, excluded } : body });
	}
}
