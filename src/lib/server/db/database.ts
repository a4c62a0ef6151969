/** What the rest of the server may ask of a database: PGlite now, a PostgreSQL server if it is ever needed. */
export interface Queryable {
	/** One statement. @throws DatabaseError with PostgreSQL's code when the statement fails */
	query<Row>(sql: string, params?: readonly unknown[]): Promise<Row[]>;
	/** Several statements without parameters, for migrations. */
	script(sql: string): Promise<void>;
}

export interface Database extends Queryable {
	/** Runs `work` in one transaction; rolls back and throws what it throws. Queued, never nested. */
	transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T>;
	/** Waits for what is under way, then closes; afterwards every call is refused. */
	close(): Promise<void>;
}

/** A failed statement. Holds neither the statement nor its parameters, so that it may be logged. */
export class DatabaseError extends Error {
	override readonly name = 'DatabaseError';
	constructor(
		message: string,
		/** PostgreSQL's SQLSTATE, or a code of our own. */
		readonly code: string
	) {
		super(message);
	}
}
