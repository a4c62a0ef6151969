import { CLOSED, DatabaseError, DISK_FULL, SilentEngineError, UNKNOWN_OUTCOME } from './database';
import type { Database, Queryable } from './database';
import { startEngine, type Engine } from './engine';
import { freeBytes, inspectFolder, silent, whyNotOpened } from './folder';
import { DEAD_ENGINE } from './messages';

export interface PgliteLimits {
	/** Of each: how long the engine may do nothing with its files; then it is given up, and replaced. */
	readonly statementMs: number;
	/** A script (a migration), a checkpoint. */
	readonly scriptMs: number;
	/** Opening, with the recovery after a crash. */
	readonly openMs: number;
	/** Under this much room no transaction is begun: a full disk stops the engine where it stands. */
	readonly roomBytes: number;
	/** A checkpoint after so many transactions, or so long after the first of them. */
	readonly checkpointEvery: number;
	readonly checkpointMs: number;
}

const usual: PgliteLimits = {
	statementMs: 20_000,
	scriptMs: 120_000,
	openMs: 90_000,
	roomBytes: 24 * 2 ** 20,
	checkpointEvery: 1000,
	checkpointMs: 120_000
};

const SAY_EVERY = 20_000;

/** Says now and then that it still goes on. */
async function whileOpening<T>(opening: Promise<T>): Promise<T> {
	const began = performance.now();
	const timer = setInterval(() => {
		const seconds = Math.round((performance.now() - began) / 1000);
		console.log(`The database is still being opened (${seconds} s) …`);
	}, SAY_EVERY);
	return opening.finally(() => clearInterval(timer));
}

/**
 * Opens PGlite in a thread of its own, creating the database when the folder is not there. An engine
 * that dies or does not answer is replaced; what it was doing fails, the next request finds a new one.
 *
 * @param folder the database's own folder; the caller holds the lock on it
 * @throws DataFolderError when it cannot be opened, with the way out
 */
export async function openPglite(
	folder: string,
	limits: Partial<PgliteLimits> = {}
): Promise<Database> {
	const { statementMs, scriptMs, openMs, roomBytes, checkpointEvery, checkpointMs } = {
		...usual,
		...limits
	};
	inspectFolder(folder);
	const start = () =>
		whileOpening(
			startEngine(folder, openMs).catch((error: unknown) => {
				if (error instanceof SilentEngineError) throw silent(folder, error.message);
				throw error instanceof DatabaseError ? whyNotOpened(folder, error.message) : error;
			})
		);
	let engine = await start();
	let closed = false;
	/** Transactions since the last checkpoint. */
	let dirty = 0;

	// One connection: whole transactions take turns, and nothing slips in between.
	let turn: Promise<unknown> = Promise.resolve();
	const inTurn = <T>(work: (engine: Engine) => Promise<T>): Promise<T> => {
		const mine = turn.then(async () => {
			if (closed) throw new DatabaseError('The database is closed.', CLOSED);
			if (!engine.alive) {
				// Two engines on one folder would ruin it: the old one must be gone.
				await engine.kill();
				engine = await start();
			}
			return work(engine);
		});
		turn = mine.catch(() => undefined);
		return mine;
	};
	const on = (engine: Engine): Queryable => ({
		query: <Row>(sql: string, params: readonly unknown[] = []) =>
			engine.send({ kind: 'query', sql, params }, statementMs) as Promise<Row[]>,
		script: async (sql) => void (await engine.send({ kind: 'script', sql }, scriptMs))
	});

	async function transact<T>(
		engine: Engine,
		begin: string,
		work: (tx: Queryable) => Promise<T>
	): Promise<T> {
		const tx = on(engine);
		await tx.query(begin);
		let result: T;
		try {
			result = await work(tx);
		} catch (error) {
			// A dead engine has forgotten the transaction by itself.
			await tx.query('rollback').catch(() => undefined);
			throw error;
		}
		try {
			await tx.query('commit');
		} catch (error) {
			if (!(error instanceof DatabaseError) || error.code !== DEAD_ENGINE) throw error;
			throw new DatabaseError(
				'The database had to be started again just as this was being kept. Look whether it is there.',
				UNKNOWN_OUTCOME
			);
		}
		return result;
	}

	const checkpoint = async (engine: Engine) => {
		if (dirty === 0) return;
		dirty = 0;
		await engine.send({ kind: 'script', sql: 'checkpoint' }, scriptMs);
	};
	const wrote = (engine: Engine) => (++dirty >= checkpointEvery ? checkpoint(engine) : undefined);
	const timer = setInterval(() => {
		if (dirty > 0) inTurn(checkpoint).catch((error: unknown) => console.error(String(error)));
	}, checkpointMs);
	timer.unref();

	return {
		query: (sql, params) => inTurn((engine) => on(engine).query(sql, params)),
		script: (sql) => inTurn((engine) => on(engine).script(sql)),
		read: (work) => inTurn((engine) => transact(engine, 'begin read only', work)),
		transaction: (work) =>
			inTurn(async (engine) => {
				if (freeBytes(folder) < roomBytes) {
					throw new DatabaseError(
						'The disk is nearly full, so nothing was changed. Make room on it and try again.',
						DISK_FULL
					);
				}
				const result = await transact(engine, 'begin', work);
				// What is committed stays so when the checkpoint fails; the next engine recovers it.
				await wrote(engine)?.catch((error: unknown) => console.error(String(error)));
				return result;
			}),
		close: () => {
			clearInterval(timer);
			return inTurn(async (engine) => {
				closed = true;
				try {
					await engine.send({ kind: 'close' }, scriptMs);
				} finally {
					await engine.kill();
				}
			}).catch((error: unknown) => {
				if (!(error instanceof DatabaseError) || error.code !== CLOSED) throw error;
			});
		}
	};
}
