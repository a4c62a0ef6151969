import type { DocumentRow } from '$lib/documents/kinds';

/** A change that is on a page alone: the document as it is shown, and as the server last said it was. */
export interface UnsentChange {
	readonly row: DocumentRow;
	readonly base: DocumentRow | null;
}

const PREFIX = 'gravitas-unsent';

/**
 * Changes that could not be sent, in the browser's storage: by database, since another one's documents are
 * others, and by window, since two windows have changes of their own. What a window that is closed left behind
 * is found at the next opening.
 */
export class Unsent {
	private readonly prefix: string;
	private readonly key: string;
	private kept = false;

	/**
	 * @param database id of the database that they are changes of
	 * @param storage null where there is none, as while the page is made on the server
	 */
	constructor(
		database: string,
		private readonly storage: Storage | null
	) {
		this.prefix = `${PREFIX} ${database} `;
		this.key = this.prefix + crypto.randomUUID();
		// Held for as long as this window lives: what it keeps is its own until then.
		if (storage) void navigator.locks?.request(this.key, () => new Promise(() => undefined));
	}

	/** Keeps these, and no others of this window. */
	keep(changes: readonly UnsentChange[]): void {
		if (changes.length === 0 && !this.kept) return;
		this.kept = changes.length > 0;
		try {
			if (this.kept) this.storage?.setItem(this.key, JSON.stringify(changes));
			else this.storage?.removeItem(this.key);
		} catch {
			// Storage is full or forbidden: they live as long as the page, which asks before it closes.
		}
	}

	/** What windows that are gone left behind. */
	async left(): Promise<readonly UnsentChange[]> {
		const keys = await this.keysLeft();
		return keys.flatMap((key) => {
			try {
				return JSON.parse(this.storage!.getItem(key)!) as UnsentChange[];
			} catch {
				return [];
			}
		});
	}

	/** Forgets what windows that are gone left behind. */
	async forget(): Promise<void> {
		for (const key of await this.keysLeft()) this.storage!.removeItem(key);
	}

	private async keysLeft(): Promise<string[]> {
		const { storage } = this;
		if (!storage) return [];
		const held = (await navigator.locks?.query())?.held ?? [];
		const alive = new Set(held.map(({ name }) => name));
		return Array.from({ length: storage.length }, (_, i) => storage.key(i)!).filter(
			(key) => key.startsWith(this.prefix) && key !== this.key && !alive.has(key)
		);
	}
}
