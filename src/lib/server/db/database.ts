/** What the rest of the server may ask of a database: PGlite in a folder, or one of a PostgreSQL server. */
export interface Queryable {
	/** One statement. @throws DatabaseError with PostgreSQL's code when the statement fails */
	query<Row>(sql: string, params?: readonly unknown[]): Promise<Row[]>;
	/** Several statements without parameters, for migrations. */
	script(sql: string): Promise<void>;
}

export interface Database extends Queryable {
	/**
	 * Runs `work` in one transaction; rolls back and throws what it throws. One writes at a time, never nested.
	 * What it has answered is on the disk.
	 *
	 * @param work may be called again when a server took its transaction back: it changes nothing but through `tx`
	 * @throws DatabaseError with code DISK_FULL, before anything is done, when there is no room to write;
	 *   with code UNKNOWN_OUTCOME when the engine or the server was lost while committing
	 */
	transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/**
	 * As transaction, for work that only reads: it sees one state of everything.
	 *
	 * @param once whether `work` must not be called again
	 */
	read<T>(work: (tx: Queryable) => Promise<T>, once?: boolean): Promise<T>;
	/** What keeps it small and quick, where nothing else sees to that. */
	tidy(): Promise<void>;
	/** The other processes that may be on it; null when this one is alone. */
	readonly others: Others | null;
	/** Waits for what is under way, then closes; afterwards every call is refused. */
	close(): Promise<void>;
}

/** The processes on one database, this one among them. */
export interface Others {
	/** Reaches all of them, in the order of the commits, once `tx` is committed. @param words at most MOST_WORDS */
	tell(tx: Queryable, words: string): Promise<void>;
	/**
	 * Settles once it hears, or as soon as that cannot be had just now: then it goes on trying.
	 *
	 * @param listener gets the words; null when some may have been missed
	 */
	hear(listener: (words: string | null) => void): Promise<void>;
}

/** UTF-16 units that can be told at once: PostgreSQL takes 8,000 bytes. */
export const MOST_WORDS = 2600;

/** A failed statement. Holds neither the statement nor its parameters, so that it may be logged. */
export class DatabaseError extends Error {
	override readonly name = 'DatabaseError';
	constructor(
		message: string,
		/** PostgreSQL's SQLSTATE, or one of the codes below. */
		readonly code: string
	) {
		super(message);
	}
}

/** The engine did nothing for this long that it was ended. It was busy or hung; nothing says that data are damaged. */
export class SilentEngineError extends DatabaseError {}

/** PostgreSQL's own code for it. */
export const DISK_FULL = '53100';
/** A commit was sent and never answered: it may have happened. */
export const UNKNOWN_OUTCOME = '08007';
/** A page of the files is damaged. */
export const DATA_CORRUPTED = 'XX001';
/** A page of a key is. */
export const INDEX_CORRUPTED = 'XX002';
export const CLOSED = '57P01';
/** The line to a server broke before a commit was sent: nothing was changed. */
export const CONNECTION_LOST = '08006';
/** All lines to a server are taken, for too long. */
export const BUSY = '53300';
