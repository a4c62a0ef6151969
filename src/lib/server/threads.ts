import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';

/** A thread that has had nothing to do for this long is let go, ms. */
const IDLE = 20_000;

/**
 * Threads that run one piece of code, started with the first task.
 *
 * @param code of a module whose default export does a task
 * @param most threads, and tasks that may wait
 * @param heap MB of a thread's heap
 */
export function threads<Task, Answer>(
	name: string,
	code: string,
	most: { readonly threads: number; readonly waiting: number },
	heap: number
): () => Piscina<Task, Answer> {
	let pool: Piscina<Task, Answer> | null = null;
	return () => {
		if (pool) return pool;
		// A thread is started from a file; the folder is this user's alone.
		const folder = mkdtempSync(join(tmpdir(), 'gravitas-'));
		const file = join(folder, `${name}.mjs`);
		writeFileSync(file, code, { mode: 0o600 });
		process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
		pool = new Piscina<Task, Answer>({
			filename: file,
			minThreads: 0,
			maxThreads: most.threads,
			maxQueue: most.waiting,
			idleTimeout: IDLE,
			resourceLimits: { maxOldGenerationSizeMb: heap }
		});
		pool.on('error', (error) => console.error(`${name}: ${String(error)}`));
		return pool;
	};
}
