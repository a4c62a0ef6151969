import type { ActionAnswer } from '$lib/api/answers';
import { contentOf, type DocumentRow } from '$lib/documents/kinds';
import { api, RequestError } from './client';

/** What the page does with the outcome of a save. */
export interface SaverEvents {
	saved(answer: ActionAnswer, newerWaiting: boolean): void;
	/** The row that was to be saved, and why it was not. `retrying` when it will be tried again. */
	failed(row: DocumentRow, error: RequestError, retrying: boolean): void;
}

const PAUSE = 120;
const RETRY = 2000;

/**
 * Keeps what is on the page: the newest state of each document, one request at a time, so that a
 * held key costs a handful of requests and the server sees them in order.
 */
export class Saver {
	private waiting = new Map<string, DocumentRow>();
	private timer: ReturnType<typeof setTimeout> | null = null;
	private running: Promise<void> | null = null;
	private sending: DocumentRow | null = null;
	/** The server does not answer; the next try is on the timer. */
	private backingOff = false;

	constructor(private readonly events: SaverEvents) {}

	get idle(): boolean {
		return this.waiting.size === 0 && this.running === null;
	}

	save(row: DocumentRow): void {
		// What was changed last is sent last, so that undo takes it back first.
		this.waiting.delete(row.id);
		this.waiting.set(row.id, row);
		this.timer ??= setTimeout(() => void this.flush(), PAUSE);
	}

	/** Whether a change of this document waits or is on its way. */
	has(id: string): boolean {
		return this.waiting.has(id) || this.sending?.id === id;
	}

	/** The newest state of each document that is not on the server yet. */
	get pending(): DocumentRow[] {
		const { sending } = this;
		const rows = [...this.waiting.values()];
		return sending && !this.waiting.has(sending.id) ? [sending, ...rows] : rows;
	}

	/** The server said how this document stands: a change of it that waits goes on from there. */
	movedOn(id: string, revision: number): void {
		const row = this.waiting.get(id);
		if (row) this.waiting.set(id, { ...row, revision });
	}

	/** Forgets what waits for this document. */
	drop(id: string): void {
		this.waiting.delete(id);
	}

	/** Sends all that waits; settles when it is kept or has failed. */
	async flush(): Promise<void> {
		if (this.timer) clearTimeout(this.timer);
		this.timer = null;
		this.backingOff = false;
		while (!this.backingOff && (this.running || this.waiting.size > 0)) {
			this.running ??= this.next().finally(() => (this.running = null));
			await this.running;
		}
	}

	/** Does something that the server is asked for, after all that waits, and before what comes meanwhile. */
	async alone<T>(work: () => Promise<T>): Promise<T> {
		await this.flush();
		while (this.running) await this.running;
		const result = work();
		this.running = result
			.then(
				() => undefined,
				() => undefined
			)
			.finally(() => (this.running = null));
		return result;
	}

	private async next(): Promise<void> {
		const row = this.waiting.values().next().value!;
		this.waiting.delete(row.id);
		this.sending = row;
		try {
			const { kind, id, revision } = row;
			const answer = await api
				.edit(kind, id, { ...contentOf(row), revision })
				.finally(() => (this.sending = null));
			const newer = this.waiting.get(id);
			const kept = answer.changes.find((change) => change.id === id)?.row;
			if (newer && kept) this.waiting.set(id, { ...newer, revision: kept.revision });
			this.events.saved(answer, newer !== undefined);
		} catch (error) {
			if (!(error instanceof RequestError)) throw error;
			const retrying = error.status === 0 || error.status >= 500;
			if (retrying) {
				if (!this.waiting.has(row.id)) this.waiting = new Map([[row.id, row], ...this.waiting]);
				this.backingOff = true;
				this.timer ??= setTimeout(() => void this.flush(), RETRY);
			}
			this.events.failed(row, error, retrying);
		}
	}
}
