import { randomUUID } from 'node:crypto';
import type { ChangeNews } from '$lib/api/answers';
import { taughtBy } from '$lib/evidence/observations';

export type Listener = (news: ChangeNews | null) => void;

/** Tells every window of what was changed, and counts the changes. */
export class News {
	// The version is this process's own: a window that outlives it finds another one, and reads anew.
	private readonly epoch = randomUUID().slice(0, 8);
	private found = 0;
	private readonly listeners = new Set<Listener>();
	/** Changes so far. */
	count = 0;

	/** What a snapshot says of itself. @param count of the changes that are in it */
	snapshotVersion(count = this.count): string {
		return `${this.epoch}.${count}`;
	}

	/** Changes whenever something is kept that is learned from. */
	foundVersion(): string {
		return `${this.epoch}.${this.found}`;
	}

	tell(news: Omit<ChangeNews, 'snapshotVersion'>): void {
		this.count++;
		if (news.changes?.every(({ kind }) => !taughtBy.includes(kind)) !== true) this.found++;
		for (const listener of this.listeners)
			listener({ ...news, snapshotVersion: this.snapshotVersion() });
	}

	/** @returns ends it */
	listen(listener: Listener): () => void {
		this.listeners.add(listener);
		return () => void this.listeners.delete(listener);
	}

	/** The store closes. */
	end(): void {
		for (const listener of this.listeners) listener(null);
		this.listeners.clear();
	}
}
