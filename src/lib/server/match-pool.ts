import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Piscina } from 'piscina';
import type { MatchQuestion } from '$core/match/index';
import type { ThreadAnswer } from '$lib/workers/match-thread';
import code from '$lib/workers/match-thread?nodeworker';
import { Refusal } from './store/refusal';

/** Searches at once, and how many may wait; each takes some seconds of a core. */
const THREADS = 2;
const WAITING = 6;
/** A search that takes longer is ended, ms. */
const PATIENCE = 60_000;
/** A thread that has had nothing to do for so long is let go, ms. */
const IDLE = 20_000;
/** MB of a thread's heap; a search holds some tens. */
const HEAP = 300;

let pool: Piscina<MatchQuestion, ThreadAnswer> | null = null;

/** The threads start with the first search: most people never ask one of the server. */
function started(): Piscina<MatchQuestion, ThreadAnswer> {
	if (pool) return pool;
	// A thread is started from a file; the folder is this user's alone.
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-'));
	const file = join(folder, 'match.mjs');
	writeFileSync(file, code, { mode: 0o600 });
	process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
	pool = new Piscina<MatchQuestion, ThreadAnswer>({
		filename: file,
		...{ minThreads: 0, maxThreads: THREADS, maxQueue: WAITING, idleTimeout: IDLE },
		resourceLimits: { maxOldGenerationSizeMb: HEAP }
	});
	pool.on('error', (error) => console.error(`Search: ${String(error)}`));
	return pool;
}

/**
 * A search in a thread of its own, so that nobody else waits for it.
 *
 * @param gone aborted when nobody waits for the answer any more
 * @throws Refusal with 503 when too many are under way, or it takes too long
 */
export async function searchFor(question: MatchQuestion, gone: AbortSignal): Promise<ThreadAnswer> {
	const threads = started();
	if (threads.queueSize >= WAITING) {
		throw new Refusal(
			503,
			`${WAITING + THREADS} searches are under way or wait already. Try again in a few seconds.`
		);
	}
	const late = AbortSignal.timeout(PATIENCE);
	try {
		return await threads.run(question, { signal: AbortSignal.any([gone, late]) });
	} catch (error) {
		if (late.aborted) {
			throw new Refusal(
				503,
				`The search was ended after ${PATIENCE / 1000} seconds. Lock more parts, or ask for what is owned only.`
			);
		}
		if (gone.aborted) throw new Refusal(503, 'Nobody waits for the answer any more.');
		throw error;
	}
}
