import { prior, type Distribution } from '$core/parameter/index';
import type { LearningAnswer, Measured } from '$lib/api/answers';
import type { Documents } from './documents.svelte';

/** What is believed of flies and water, and what that was learned from. */
export class Parameters {
	/** What was learned from the log so far. */
	learning: LearningAnswer;
	/** How often a fly, as it is kept in a revision, was weighed and timed; null while nobody knows. */
	measured = $state.raw<(Measured & { readonly id: string; readonly revision: number }) | null>(
		null
	);
	private readonly learned = $derived.by(() => this.learning.learned);
	/** What is believed with it. */
	readonly distribution: Distribution = $derived.by(() => ({
		...prior,
		learned: this.learned
	}));
	/** Where what was found lies, as far as it is here. */
	readonly found = $derived.by(() => ({
		entries: this.documents.made('entry'),
		lots: this.documents.made('lot'),
		batches: this.documents.made('batch')
	}));

	constructor(
		private readonly documents: Documents,
		learning: LearningAnswer
	) {
		this.learning = $state.raw(learning);
	}
}
