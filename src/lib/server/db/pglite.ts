import { createRequire } from 'node:module';
import { pathToFileURL } from 'node:url';
import { Worker } from 'node:worker_threads';
import { DatabaseError, type Database, type Queryable } from './database';
import type { Answer, Request, WorkerSettings } from './messages';
import code from './pglite-worker.ts?nodeworker';

type Unsent = Request extends infer R ? (R extends Request ? Omit<R, 'id'> : never) : never;

/**
 * Opens PGlite in a thread of its own, creating the database when the folder is not there.
 *
 * @param folder the database's own folder; the caller holds the lock on it
 * @throws DatabaseError when it cannot be opened
 */
export async function openPglite(folder: string): Promise<Database> {
	const require = createRequire(import.meta.url);
	const settings: WorkerSettings = {
		folder,
		pglite: pathToFileURL(require.resolve('@electric-sql/pglite')).href
	};
	const worker = new Worker(new URL(`data:text/javascript,${encodeURIComponent(code)}`), {
		workerData: settings,
		// Deep JSON needs more stack than a thread has by default.
		resourceLimits: { stackSizeMb: 64 }
	});

	const waiting = new Map<number, { done: (rows: unknown[]) => void; fail: (e: Error) => void }>();
	let last = 0;
	let ended: DatabaseError | null = null;
	const end = (error: DatabaseError) => {
		ended ??= error;
		for (const { fail } of waiting.values()) fail(ended);
		waiting.clear();
	};
	worker.on('message', (answer: Answer) => {
		const entry = waiting.get(answer.id);
		waiting.delete(answer.id);
		if (answer.ok) entry?.done(answer.rows);
		else entry?.fail(new DatabaseError(answer.message, answer.code));
	});
	worker.on('error', (error) =>
		end(new DatabaseError(`The database stopped: ${String(error)}`, '57P02'))
	);
	worker.on('exit', () => end(new DatabaseError('The database is closed.', '57P01')));

	const opened = new Promise<unknown[]>((done, fail) => waiting.set(0, { done, fail }));
	const send = (request: Unsent) =>
		new Promise<unknown[]>((done, fail) => {
			if (ended) return fail(ended);
			const id = ++last;
			waiting.set(id, { done, fail });
			worker.postMessage({ ...request, id });
		});

	try {
		await opened;
	} catch (error) {
		await worker.terminate();
		throw error;
	}

	// One connection: whole transactions take turns, and nothing slips in between.
	let turn: Promise<unknown> = Promise.resolve();
	const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
		const mine = turn.then(work);
		turn = mine.catch(() => undefined);
		return mine;
	};
	const raw: Queryable = {
		query: <Row>(sql: string, params: readonly unknown[] = []) =>
			send({ kind: 'query', sql, params }) as Promise<Row[]>,
		script: async (sql) => void (await send({ kind: 'script', sql }))
	};
	return {
		query: (sql, params) => inTurn(() => raw.query(sql, params)),
		script: (sql) => inTurn(() => raw.script(sql)),
		transaction: (work) =>
			inTurn(async () => {
				await raw.query('begin');
				try {
					const result = await work(raw);
					await raw.query('commit');
					return result;
				} catch (error) {
					await raw.query('rollback').catch(() => undefined);
					throw error;
				}
			}),
		close: () =>
			inTurn(async () => {
				if (ended) return;
				await send({ kind: 'close' });
				await worker.terminate();
			})
	};
}
