import { shownUnits } from '$core/quantity/index';
import type { MatchQuestion } from '$core/match/index';
import type { SearchAsked, ThreadAnswer } from '$lib/workers/match-thread';
import code from '$lib/workers/match-thread?nodeworker';
import { NOBODY_WAITS, Refusal } from './store/refusal';
import { turnsFor } from './in-turn';
import { threads } from './threads';

/** Searches at once, and how many may wait; each takes some seconds of a core. */
const THREADS = 2;
const WAITING = 6;
/** Of one client: another's first search does not stand behind its third. */
const inTurn = turnsFor({ what: 'searches', atOnce: 1, waiting: 2 });
/** A search that takes longer answers with what it has; one that does not even do that is ended. ms */
const PATIENCE = 50_000;
const LAST = 60_000;
/** MB of a thread's heap; a search holds some tens. */
const HEAP = 300;

/** The threads start with the first search: most people never ask one of the server. */
const started = threads<SearchAsked, ThreadAnswer>(
	'match',
	code,
	{ threads: THREADS, waiting: WAITING },
	HEAP
);

/**
 * A search in a thread of its own, so that nobody else waits for it.
 *
 * @param gone aborted when nobody waits for the answer any more
 * @throws Refusal with 503 when too many are under way, or it takes too long; with 429 when they are of one client
 */
export async function searchFor(question: MatchQuestion, gone: AbortSignal): Promise<ThreadAnswer> {
	let late: AbortSignal | null = null;
	try {
		return await inTurn(gone, () => {
			const pool = started();
			if (pool.queueSize >= WAITING) {
				throw new Refusal(
					503,
					`${WAITING + THREADS} searches are under way or wait already. Try again in a few seconds.`
				);
			}
			late = AbortSignal.timeout(LAST);
			const signal = AbortSignal.any([gone, late]);
			return pool.run({ question, patience: PATIENCE, units: shownUnits() }, { signal });
		});
	} catch (error) {
		if (isLate(late)) {
			throw new Refusal(
				503,
				`The search was ended after ${LAST / 1000} seconds. Lock more parts, or ask for what is owned only.`
			);
		}
		if (gone.aborted) throw new Refusal(503, NOBODY_WAITS);
		throw error;
	}
}

const isLate = (signal: AbortSignal | null) => signal?.aborted ?? false;
