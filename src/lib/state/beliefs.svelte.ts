import { priorBeliefs, type Beliefs as Believed } from '$core/belief/index';
import type { Learning } from '$core/learn/index';
import type { Documents } from './documents.svelte';

/** What is believed of flies and water, and what that was learned from. */
export class Beliefs {
	/** What was learned from the log so far. */
	learning: Learning;
	private readonly learned = $derived.by(() => this.learning.learned);
	/** What is believed with it. */
	readonly believed: Believed = $derived.by(() => ({
		...priorBeliefs,
		learned: this.learned
	}));
	/** Where all that was found lies. */
	readonly found = $derived.by(() => ({
		entries: this.documents.made('entry'),
		lots: this.documents.made('lot'),
		batches: this.documents.made('batch')
	}));

	constructor(
		private readonly documents: Documents,
		learning: Learning
	) {
		this.learning = $state.raw(learning);
	}
}
