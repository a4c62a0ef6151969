import type { Learning } from '$core/learn/index';
import type { Snapshot } from '$lib/api/answers';
import { Answer } from './answer.svelte';
import { Batches } from './batches.svelte';
import { Beliefs } from './beliefs.svelte';
import { Documents } from './documents.svelte';
import { DriftState } from './drift.svelte';
import { LearningState } from './learning.svelte';
import { Log } from './log.svelte';
import type { MatchState } from './match.svelte';
import { MatchChoices } from './match-choices.svelte';
import { Selection } from './selection.svelte';
import { Stock } from './stock.svelte';
import { Strip } from './strip.svelte';

/** All that a window holds: parts that are handed to each other, each only what it needs. */
export class Workspace {
	readonly documents: Documents;
	readonly selection: Selection;
	readonly strip: Strip;
	readonly beliefs: Beliefs;
	readonly answer: Answer;
	readonly stock: Stock;
	readonly batches: Batches;
	readonly log: Log;
	readonly learning: LearningState;
	readonly drift = new DriftState();
	readonly choices = new MatchChoices();
	/** Made when it is first wanted (searchOf). */
	search: MatchState | null = null;

	constructor(data: Snapshot, learning: Learning) {
		this.documents = new Documents(data);
		this.selection = new Selection(this.documents, data.strip);
		this.strip = new Strip(this.documents, this.selection);
		this.beliefs = new Beliefs(this.documents, learning);
		this.answer = new Answer(this.documents, this.selection, this.strip, this.beliefs);
		this.stock = new Stock(this.documents, this.selection);
		this.batches = new Batches(this.documents, data.tying);
		this.log = new Log(this.documents);
		this.learning = new LearningState(this);
	}

	/** Sends what still waits; for a page that is about to go, and for what the server does with all of it. */
	async flush(): Promise<void> {
		await Promise.all([this.documents.flush(), this.batches.flush()]);
	}
}
