import {
	learn,
	surrogateOf,
	type Expansion,
	type Learning,
	type Outing,
	type Surrogate
} from '$core/learn/index';
import type { Evidence } from '$lib/evidence/observations';

/** What the worker that learns is asked. */
export type LearnTask =
	| { readonly kind: 'learn'; readonly evidence: Evidence }
	/** What an outing's water says. */
	| { readonly kind: 'fit'; readonly outing: Omit<Outing, 'key' | 'on' | 'kind'> };

export interface LearnAnswers {
	readonly learn: Learning;
	readonly fit: Surrogate;
}

/** Fits that were made here and are kept nowhere else. */
const kept = new Map<string, Surrogate>();
/** And what was expanded: an entry more costs what it is itself. */
const expanded = new Map<string, Expansion | null>();

export function doLearnTask(task: LearnTask): LearnAnswers[LearnTask['kind']] {
	if (task.kind === 'fit') return surrogateOf(task.outing);
	const { observations, resets } = task.evidence;
	return learn(observations, { resets, kept, expanded });
}
