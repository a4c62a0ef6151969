import { CLOSED, DatabaseError, DISK_FULL, SilentEngineError } from './database';
import type { Database, Queryable } from './database';
import { startEngine, type Engine } from './engine';
import { freeBytes, inspectFolder, silent, whyNotOpened } from './folder';
import { DEAD_ENGINE } from './messages';
import { transact } from './transact';

export interface PgliteLimits {
	/** Of each: how long the engine may do nothing with its files; then it is given up, and replaced. */
	readonly statementMs: number;
	/** A script (a migration), a checkpoint. */
	readonly scriptMs: number;
	/** Opening, with the recovery after a crash. */
	readonly openMs: number;
	/** Under this much room no transaction is begun: a full disk stops the engine where it stands. */
	readonly roomBytes: number;
	/** A checkpoint after this many transactions, or this long after the first of them. */
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
 * @throws PlaceError when it cannot be opened, with the way out
 */
export async function openPglite(
	folder: string,
	limits: Partial<PgliteLimits> = {}
): Promise<Database> {
	inspectFolder(folder);
	const all = { ...usual, ...limits };
	return new PgliteDatabase(folder, all, await started(folder, all));
}

/** @throws PlaceError when it cannot be opened, with the way out */
const started = (folder: string, { openMs }: PgliteLimits): Promise<Engine> =>
	whileOpening(
		startEngine(folder, openMs).catch((error: unknown) => {
			if (error instanceof SilentEngineError) throw silent(folder, error.message);
			throw error instanceof DatabaseError ? whyNotOpened(folder, error.message) : error;
		})
	);

class PgliteDatabase implements Database {
	readonly others = null;
	private closed = false;
	/** Transactions since the last checkpoint. */
	private dirty = 0;
	// One connection: whole transactions take turns, and nothing slips in between.
	private turn: Promise<unknown> = Promise.resolve();
	private readonly timer: NodeJS.Timeout;

	constructor(
		private readonly folder: string,
		private readonly limits: PgliteLimits,
		private engine: Engine
	) {
		this.timer = setInterval(() => {
			if (this.dirty > 0) this.inTurn(() => this.checkpoint()).catch(say);
		}, limits.checkpointMs);
		this.timer.unref();
	}

	query<Row>(sql: string, params?: readonly unknown[]): Promise<Row[]> {
		return this.inTurn((on) => on.query<Row>(sql, params));
	}

	script(sql: string): Promise<void> {
		return this.inTurn((on) => on.script(sql));
	}

	read<T>(work: (tx: Queryable) => Promise<T>): Promise<T> {
		return this.inTurn((on) => transact(on, 'begin read only', work, isDead));
	}

	transaction<T>(work: (tx: Queryable) => Promise<T>): Promise<T> {
		return this.inTurn(async (on) => {
			if (freeBytes(this.folder) < this.limits.roomBytes) {
				throw new DatabaseError(
					'The disk is nearly full, so nothing was changed. Make room on it and try again.',
					DISK_FULL
				);
			}
			const result = await transact(on, 'begin', work, isDead);
			// What is committed stays so when the checkpoint fails; the next engine recovers it.
			if (++this.dirty >= this.limits.checkpointEvery) await this.checkpoint().catch(say);
			return result;
		});
	}

	tidy(): Promise<void> {
		// Nothing else takes out what updates left behind.
		return this.script('vacuum analyze');
	}

	close(): Promise<void> {
		clearInterval(this.timer);
		return this.inTurn(async () => {
			this.closed = true;
			try {
				await this.engine.send({ kind: 'close' }, this.limits.scriptMs);
			} finally {
				await this.engine.kill();
			}
		}).catch((error: unknown) => {
			if (!(error instanceof DatabaseError) || error.code !== CLOSED) throw error;
		});
	}

	private inTurn<T>(work: (on: Queryable) => Promise<T>): Promise<T> {
		const mine = this.turn.then(async () => {
			if (this.closed) throw new DatabaseError('The database is closed.', CLOSED);
			if (!this.engine.alive) {
				// Two engines on one folder would ruin it: the old one must be gone.
				await this.engine.kill();
				this.engine = await started(this.folder, this.limits);
			}
			return work(this.on(this.engine));
		});
		this.turn = mine.catch(() => undefined);
		return mine;
	}

	private on(engine: Engine): Queryable {
		const { statementMs, scriptMs } = this.limits;
		return {
			query: <Row>(sql: string, params: readonly unknown[] = []) =>
				engine.send({ kind: 'query', sql, params }, statementMs) as Promise<Row[]>,
			script: async (sql) => void (await engine.send({ kind: 'script', sql }, scriptMs))
		};
	}

	private async checkpoint(): Promise<void> {
		if (this.dirty === 0) return;
		this.dirty = 0;
		await this.engine.send({ kind: 'script', sql: 'checkpoint' }, this.limits.scriptMs);
	}
}

const say = (error: unknown) => console.error(String(error));

const isDead = (error: unknown) => error instanceof DatabaseError && error.code === DEAD_ENGINE;
