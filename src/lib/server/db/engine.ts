import { readFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import { setFlagsFromString } from 'node:v8';
import { Worker } from 'node:worker_threads';
import { DatabaseError, SilentEngineError } from './database';
import { DEAD_ENGINE, type EngineAnswer, type Request, type WorkerSettings } from './messages';
import code from './pglite-worker.ts?nodeworker';

// An engine's code is compiled better while it runs. By four threads at once and for all that has run ten times, as
// is usual, a start and the seconds after it take twice the processor's time.
setFlagsFromString('--wasm-num-compilation-tasks=1');
setFlagsFromString('--wasm-tiering-budget=100000000');

/** The engine's code, with what was compiled of it while it ran: later ones in this process begin with that. */
let compiled: Promise<WebAssembly.Module> | undefined;

/** @throws DatabaseError when it cannot be read; the next one tries again */
async function codeOf(pglite: string): Promise<WebAssembly.Module> {
	compiled ??= readFile(join(dirname(pglite), 'pglite.wasm')).then((code) =>
		WebAssembly.compile(new Uint8Array(code))
	);
	try {
		return await compiled;
	} catch (error) {
		compiled = undefined;
		throw new DatabaseError(`The database engine cannot be read: ${String(error)}`, DEAD_ENGINE);
	}
}

/** An engine that made no move in this many looks is stuck. */
const LOOKS = 8;

type Unsent = Request extends infer R ? (R extends Request ? Omit<R, 'id'> : never) : never;

/** One PGlite in its thread, until it ends; it is replaced, never mended. */
export interface Engine {
	/** False once it has ended, or was ended because it did not answer. */
	readonly alive: boolean;
	/**
	 * @param quietMs how long it may do nothing with its files before it answers; slow is not stuck
	 * @throws DatabaseError when the statement fails, or the engine has died or is ended for its silence
	 */
	send(request: Unsent, quietMs: number): Promise<unknown[]>;
	/** Ends the thread, whatever it does; settles when it is gone. */
	kill(): Promise<void>;
}

/**
 * Starts an engine on a folder, which is created when it is not there.
 *
 * @param quietMs how long it may do nothing before it is open
 * @throws DatabaseError when it cannot be opened; its message is the engine's own reason
 */
export async function startEngine(folder: string, quietMs: number): Promise<Engine> {
	const require = createRequire(import.meta.url);
	const pglite = require.resolve('@electric-sql/pglite');
	const settings: WorkerSettings = {
		folder,
		beats: new SharedArrayBuffer(4),
		pglite,
		code: await codeOf(pglite),
		nodefs: require.resolve('@electric-sql/pglite/nodefs')
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
	const kill = async () => {
		end(new DatabaseError('The database engine was ended.', DEAD_ENGINE));
		await worker.terminate();
	};
	worker.on('message', (answer: EngineAnswer) => {
		const entry = waiting.get(answer.id);
		waiting.delete(answer.id);
		if (answer.ok) entry?.done(answer.rows);
		else {
			const error = new DatabaseError(answer.message, answer.code);
			entry?.fail(error);
			if (answer.code === DEAD_ENGINE) end(error);
		}
	});
	worker.on('error', (error) =>
		end(new DatabaseError(`The database engine stopped: ${String(error)}`, DEAD_ENGINE))
	);
	worker.on('exit', () => end(new DatabaseError('The database engine has ended.', DEAD_ENGINE)));

	const beats = new Int32Array(settings.beats);
	const answered = (id: number, quietMs: number, post: () => void) =>
		new Promise<unknown[]>((done, fail) => {
			if (ended) return fail(ended);
			let seen = Atomics.load(beats, 0);
			let quiet = 0;
			// Counted in looks, not by the clock: when this thread itself was held up, an answer may lie here unread.
			const watchdog = setInterval(() => {
				const now = Atomics.load(beats, 0);
				quiet = now === seen ? quiet + 1 : 0;
				seen = now;
				if (quiet < LOOKS) return;
				const seconds = Math.round(quietMs / 1000);
				const words = `The database did nothing for ${seconds} seconds.`;
				end(new SilentEngineError(words, DEAD_ENGINE));
				void worker.terminate();
			}, quietMs / LOOKS);
			waiting.set(id, {
				done: (rows) => (clearInterval(watchdog), done(rows)),
				fail: (error) => (clearInterval(watchdog), fail(error))
			});
			post();
		});

	try {
		await answered(0, quietMs, () => undefined);
	} catch (error) {
		await kill();
		throw error;
	}
	return {
		get alive() {
			return ended === null;
		},
		send: (request, limit) => {
			const id = ++last;
			return answered(id, limit, () => worker.postMessage({ ...request, id }));
		},
		kill
	};
}
