import { AsyncLocalStorage } from 'node:async_hooks';
import PQueue from 'p-queue';
import { NOBODY_WAITS, Refusal } from './store/refusal';

/** Whose request is being answered: the address that it came from. */
const asking = new AsyncLocalStorage<string>();

/** Answers a request as one of this client's. */
export const askedBy = <T>(client: string, answer: () => T): T => asking.run(client, answer);

/** Work of one kind that a program may ask much of: what each client may have at once, and what it has to wait for. */
export interface Bounds {
	/** What is asked for, in the plural. */
	readonly what: string;
	/** Of one client at work at once. */
	readonly atOnce: number;
	/** Of one client waiting besides. */
	readonly waiting: number;
}

/**
 * Lets each client have its turn: a hundred questions of one do not stand before the first of another.
 *
 * @returns does a piece of work when it is its client's turn
 */
export function turnsFor({ what, atOnce, waiting }: Bounds) {
	const queues = new Map<string, PQueue>();
	/**
	 * @param gone aborted when nobody waits for it any more
	 * @throws Refusal with 429 when this client has too much under way already, with 503 when nobody waits
	 */
	return async function inTurn<T>(
		gone: AbortSignal | undefined,
		work: () => Promise<T>
	): Promise<T> {
		const client = asking.getStore() ?? '';
		const queue = queues.get(client) ?? new PQueue({ concurrency: atOnce });
		queues.set(client, queue);
		if (queue.size >= waiting && queue.pending >= atOnce) {
			throw new Refusal(
				429,
				`${atOnce + waiting} ${what} of yours are under way or wait already. Wait for one of them, and ask again.`
			);
		}
		try {
			return await queue.add(async () => work(), gone ? { signal: gone } : {});
		} catch (error) {
			throw gone?.aborted && !(error instanceof Refusal) ? new Refusal(503, NOBODY_WAITS) : error;
		} finally {
			if (queue.size === 0 && queue.pending === 0) queues.delete(client);
		}
	};
}
