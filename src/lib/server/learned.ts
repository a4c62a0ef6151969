import { createHash } from 'node:crypto';
import type { Learning } from '$core/learn/index';
import { MODEL_VERSION } from '$core/predict/index';
import type { Snapshot } from '$lib/api/answers';
import { evidenceOf, type Evidence } from '$lib/evidence/observations';
import code from '$lib/workers/learn-thread?nodeworker';
import type { Store } from './store/index';
import { threads } from './threads';

/** Where the last answer is kept. */
export type Keeping = Pick<Store, 'workedOut' | 'keepWorkedOut'>;

const pool = threads<Evidence, Learning>('learn', code, { threads: 1, waiting: 20 }, 500);

/** Nothing was found yet. */
export const NOTHING_LEARNED: Learning = {
	learned: { scores: [], mean: [], covariance: [] },
	judged: [],
	unusable: []
};

/** Of what is kept: the model's version belongs to it, since another one learns otherwise. */
const originOf = (evidence: Evidence) =>
	createHash('sha256')
		.update(JSON.stringify([MODEL_VERSION, evidence]))
		.digest('hex');

let last: { readonly of: string; readonly learning: Promise<Learning> } | null = null;

/**
 * What all that is kept teaches, worked out in a thread of its own. The last answer is remembered, also between
 * starts.
 */
export function learnedFrom(store: Keeping, snapshot: Snapshot): Promise<Learning> {
	const evidence = evidenceOf(snapshot);
	if (evidence.observations.length === 0) return Promise.resolve(NOTHING_LEARNED);
	const of = originOf(evidence);
	if (last?.of !== of) {
		const learning = learn(store, evidence, of).catch((error: unknown) => {
			// Better the tables alone than no page; it is tried anew the next time.
			console.error(`Learning: ${String(error)}`);
			last = null;
			return NOTHING_LEARNED;
		});
		last = { of, learning };
	}
	return last!.learning;
}

let latest: { readonly stand: string; readonly learning: Promise<Learning> } | null = null;

/** The same of all that is in the store now; while nothing is found it costs nothing. */
export function learnedNow(store: Store): Promise<Learning> {
	const stand = store.foundStand();
	if (latest?.stand !== stand) {
		const learning = store.snapshot().then((snapshot) => learnedFrom(store, snapshot));
		latest = { stand, learning };
		learning.catch(() => (latest = null));
	}
	return latest.learning;
}

async function learn(store: Keeping, evidence: Evidence, of: string): Promise<Learning> {
	const kept = await store.workedOut('learning', of);
	if (kept) return kept as Learning;
	const learning = await pool().run(evidence);
	// Nobody waits for it, and without it the next start takes a moment longer.
	store.keepWorkedOut('learning', of, learning).catch((error: unknown) => {
		console.error(`Learning was not kept: ${String(error)}`);
	});
	return learning;
}
