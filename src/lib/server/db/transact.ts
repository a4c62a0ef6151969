import { DatabaseError, UNKNOWN_OUTCOME, type Queryable } from './database';

/**
 * One transaction on one line to a database.
 *
 * @param begin what begins it
 * @param isLost whether the engine or the server that it ran on is gone, by the error
 * @throws what `work` throws, when it is rolled back; DatabaseError with code UNKNOWN_OUTCOME when the commit was
 *   never answered
 */
export async function transact<T>(
	tx: Queryable,
	begin: string,
	work: (tx: Queryable) => Promise<T>,
	isLost: (error: unknown) => boolean
): Promise<T> {
	let result: T;
	try {
		await tx.query(begin);
		result = await work(tx);
	} catch (error) {
		// Who is gone has forgotten the transaction by itself.
		await tx.query('rollback').catch(() => undefined);
		throw error;
	}
	try {
		await tx.query('commit');
	} catch (error) {
		if (!isLost(error)) throw error;
		throw new DatabaseError(
			'The database was lost just as this was being kept. Look whether it is there.',
			UNKNOWN_OUTCOME
		);
	}
	return result;
}
