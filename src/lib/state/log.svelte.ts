import { without } from '$core/quantity/index';
import type { EntryBodyDocument } from '$lib/documents/entry/body';
import type { EntryRow } from '$lib/documents/kinds';
import { clipped } from '$lib/contract/names';
import type { Documents } from './documents.svelte';

/** The log: what was weighed, timed and seen. */
export class Log {
	constructor(private readonly documents: Documents) {}

	/** @returns the id of the entry; null when it was not kept */
	async keepEntry(name: string, body: Omit<EntryBodyDocument, 'at'>): Promise<string | null> {
		const id = crypto.randomUUID();
		const document = { name: clipped(name, 80), body: { at: Date.now(), ...body } };
		const label = `${document.name}: new entry of the log`;
		const done = await this.documents.act(label, () => [{ kind: 'entry', id, document }]);
		return done ? id : null;
	}

	/** Leaves an entry out of the learning, or takes it in again. */
	leaveOut(row: EntryRow, excluded: boolean): void {
		const body = without(row.body, 'excluded');
		this.documents.change({ ...row, body: excluded ? { ...body, excluded } : body });
	}
}
