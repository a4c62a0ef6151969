import { createHash } from 'node:crypto';
import type { Learning } from '$core/learn/index';
import type { Snapshot } from '$lib/api/answers';
import { evidenceOf, type Evidence } from '$lib/evidence/observations';
import code from '$lib/workers/learn-thread?nodeworker';
import { threads } from './threads';

const pool = threads<Evidence, Learning>('learn', code, { threads: 1, waiting: 20 }, 500);

/** Nothing was found yet. */
export const NOTHING_LEARNED: Learning = {
	learned: { scores: [], mean: [], covariance: [] },
	judged: [],
	unusable: []
};

let last: { readonly of: string; readonly learning: Promise<Learning> } | null = null;

/** What all that is kept teaches, worked out in a thread of its own; the last answer is remembered. */
export function learnedFrom(snapshot: Snapshot): Promise<Learning> {
	const evidence = evidenceOf(snapshot);
	if (evidence.observations.length === 0) return Promise.resolve(NOTHING_LEARNED);
	const of = createHash('sha256').update(JSON.stringify(evidence)).digest('hex');
	if (last?.of !== of) {
		const learning = pool()
			.run(evidence)
			.catch((error: unknown) => {
				// Better the tables alone than no page; it is tried anew the next time.
				console.error(`Learning: ${String(error)}`);
				last = null;
				return NOTHING_LEARNED;
			});
		last = { of, learning };
	}
	return last!.learning;
}
