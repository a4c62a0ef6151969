/** What the rest of the server may ask of a database: PGlite now, a PostgreSQL server if it is ever needed. */
export interface Queryable {
	/** One statement. @throws DatabaseError with PostgreSQL's code when the statement fails */
	query<Row>(sql: string, params?: readonly unknown[]): Promise<Row[]>;
	/** Several statements without parameters, for migrations. */
	script(sql: string): Promise<void>;
}

export interface Database extends Queryable {
	/**
	 * Runs `work` in one transaction; rolls back and throws what it throws. Queued, never nested.
	 * What it has answered is on the disk.
	 *
	 * @throws DatabaseError with code DISK_FULL, before anything is done, when there is no room to write;
	 *   with code UNKNOWN_OUTCOME when the engine died while committing
	 */
	transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/** As transaction, for work that only reads: it sees one state of everything. */
	read<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/** Waits for what is under way, then closes; afterwards every call is refused. */
	close(): Promise<void>;
}

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
export const CLOSED = '57P01';
