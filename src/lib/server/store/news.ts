import { randomUUID } from 'node:crypto';
import type { ChangeNews, DocumentChange } from '$lib/api/answers';
import type { DocumentKind } from '$lib/documents/kinds';
import {
	DATA_CORRUPTED,
	DatabaseError,
	INDEX_CORRUPTED,
	MOST_WORDS,
	type Database,
	type Queryable
} from '../db/database';
import { newestSchema } from '../db/migrate';
import { historyEnds } from './actions';
import { findDocument } from './documents';
import { Refusal } from './refusal';

export type Listener = (news: ChangeNews | null) => void;

/** A change of this process is heard of before its commit is answered here; no longer than this, ms. */
const ANSWER_WITHIN = 1000;

/** What one process tells the others. */
interface Told {
	/** Who: an id of the one that told it; empty where it tells its windows like everybody. */
	readonly by: string;
	/** Of the snapshot with the change in it; null when no document was changed. */
	readonly snapshotVersion: string | null;
	/** Which documents; null when there are too many to name. */
	readonly changed: readonly (readonly [DocumentKind, string])[] | null;
}

/** What a snapshot says of itself: which counting, and how many changes are in it. */
export async function versionIn(tx: Queryable): Promise<string> {
	const [row] = await tx.query<{ version: string }>(
		`select epoch || '.' || count as version from change_count`
	);
	return row!.version;
}

/**
 * Begins to count anew where the count is lost or cannot be read, with a page of its table or of its key. It stands in
 * no copy and no tally: all that hangs on it is what windows have heard, and they read everything again when another
 * counting begins.
 */
export async function countOn(db: Database): Promise<void> {
	const kept = await db.query('select 1 from change_count').catch((error: unknown) => {
		if (error instanceof DatabaseError && DAMAGED.includes(error.code)) return [];
		throw error;
	});
	if (kept.length > 0) return;
	await db.transaction(async (tx) => {
		// With its key, which may still lead to what is lost.
		await tx.query('truncate change_count');
		await tx.query('insert into change_count default values');
	});
}
/** Codes of a page that cannot be read, of a table and of a key. */
const DAMAGED: readonly string[] = [DATA_CORRUPTED, INDEX_CORRUPTED];

/**
 * Counts one change more.
 *
 * @returns the version of the snapshot that has it
 * @throws Refusal with 503 when a newer Gravitas has brought the database to its own schema meanwhile
 */
async function counted(tx: Queryable): Promise<string> {
	const [row] = await tx.query<{ version: string; schema: number }>(
		`update change_count set count = count + 1
		returning epoch || '.' || count as version, (select max(number) from migration) as schema`
	);
	const { version, schema } = row!;
	if (schema > newestSchema) {
		throw new Refusal(
			503,
			'A newer Gravitas has taken over these data; this one can no longer write. Start it again in the newer version. Nothing was changed.'
		);
	}
	return version;
}

async function tellOthers({ others }: Database, tx: Queryable, told: Told): Promise<void> {
	if (!others) return;
	const words = JSON.stringify(told);
	const short = words.length <= MOST_WORDS ? words : JSON.stringify({ ...told, changed: null });
	await others.tell(tx, short);
}

async function countAndTell(
	db: Database,
	tx: Queryable,
	told: Omit<Told, 'snapshotVersion'>
): Promise<string> {
	const snapshotVersion = await counted(tx);
	await tellOthers(db, tx, { ...told, snapshotVersion });
	return snapshotVersion;
}

/** Counts that everything may be another, and has all processes hear of it. */
export const tellAll = (db: Database, tx: Queryable): Promise<string> =>
	countAndTell(db, tx, { by: '', changed: null });

/** Tells every window of what was changed, by this process or by another on the same database. */
export class News {
	private readonly me = randomUUID();
	private readonly listeners = new Set<Listener>();
	/** What this process changed and has not heard of yet: all is told in the order in which it was done. */
	private readonly own = new Map<string, ChangeNews>();
	/** What was heard of last. */
	private last = '';
	/** Heard of, and not answered yet. */
	private awaited: { version: string; answered: (news: ChangeNews | null) => void } | null = null;
	private hearing: Promise<void> = Promise.resolve();

	private constructor(private readonly db: Database) {}

	/** @param renewed called when the settings were changed by another process, or may have been */
	static async of(db: Database, renewed: () => Promise<void>): Promise<News> {
		const news = new News(db);
		await db.others?.hear((words) => news.inTurn(words, renewed));
		return news;
	}

	/**
	 * Counts a change in its transaction, and has the other processes hear of it.
	 *
	 * @returns the version of the snapshot that has it
	 */
	count(tx: Queryable, changes: readonly DocumentChange[]): Promise<string> {
		const changed = changes.map(({ kind, id }) => [kind, id] as const);
		return countAndTell(this.db, tx, { by: this.me, changed });
	}

	/** Has the other processes read the settings anew. */
	async settings(tx: Queryable): Promise<void> {
		await tellOthers(this.db, tx, { by: this.me, snapshotVersion: null, changed: [] });
	}

	/** To the windows, once it is on the disk. */
	tell(news: ChangeNews): void {
		if (!this.db.others) this.deliver(news);
		else if (this.awaited?.version === news.snapshotVersion) this.awaited.answered(news);
		else if (!isUpTo(news.snapshotVersion, this.last)) this.own.set(news.snapshotVersion, news);
	}

	/** Everything may be another, since a copy took its place; processes that share it heard of it from the database. */
	async tellAnew(): Promise<void> {
		if (!this.db.others) this.deliver(await this.db.read((tx) => newsOf(tx, null)));
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

	private inTurn(words: string | null, renewed: () => Promise<void>): void {
		const told = words === null ? null : (JSON.parse(words) as Told);
		this.hearing = this.hearing
			.then(() => this.heard(told, renewed))
			.catch((error: unknown) => console.error(`News: ${String(error)}`));
	}

	/** @param told null when something may have been missed */
	private async heard(told: Told | null, renewed: () => Promise<void>): Promise<void> {
		if (told === null || told.snapshotVersion === null) await renewed();
		if (told === null) this.own.clear();
		if (told?.snapshotVersion === null) return;
		this.last = told?.snapshotVersion ?? this.last;
		const own = told?.by === this.me ? await this.ownOf(told.snapshotVersion) : null;
		if (own) this.deliver(own);
		else if (this.listeners.size > 0) this.deliver(await this.db.read((tx) => newsOf(tx, told)));
	}

	/** What this process did; null when it never heard whether it did it. */
	private async ownOf(version: string): Promise<ChangeNews | null> {
		const news = this.own.get(version);
		this.own.delete(version);
		if (news) return news;
		const answer = new Promise<ChangeNews | null>((resolve) => {
			this.awaited = { version, answered: resolve };
			setTimeout(resolve, ANSWER_WITHIN, null).unref();
		});
		return answer.finally(() => (this.awaited = null));
	}

	private deliver(news: ChangeNews): void {
		for (const listener of this.listeners) listener(news);
	}
}
/** Whether a version is not after another one of the same counting. */
function isUpTo(version: string, other: string): boolean {
	const [epoch, count] = version.split('.');
	const [otherEpoch, otherCount] = other.split('.');
	return epoch === otherEpoch && Number(count) <= Number(otherCount);
}

/** @param told null when something may have been missed */
const newsOf = async (tx: Queryable, told: Told | null): Promise<ChangeNews> => ({
	changes: told?.changed ? await rowsOf(tx, told.changed) : null,
	history: await historyEnds(tx),
	snapshotVersion: told?.snapshotVersion ?? (await versionIn(tx))
});

/** As they are by now: a later change of one of them is told of once more. */
async function rowsOf(
	tx: Queryable,
	changed: NonNullable<Told['changed']>
): Promise<DocumentChange[]> {
	const changes: DocumentChange[] = [];
	for (const [kind, id] of changed)
		changes.push({ kind, id, row: await findDocument(tx, kind, id) });
	return changes;
}
