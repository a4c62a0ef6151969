import type { LearningAnswer, Opening, Snapshot } from '$lib/api/answers';
import type { TyingRow } from '$lib/documents/batch/body';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { Answer } from './answer.svelte';
import type { Batches } from './batches.svelte';
import { Parameters } from './parameters.svelte';
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
	readonly parameters: Parameters;
	readonly answer: Answer;
	readonly stock: Stock;
	readonly log: Log;
	readonly learning: LearningState;
	readonly drift = new DriftState();
	readonly choices = new MatchChoices();
	/** Where one was at the vise with each batch when the window was opened. */
	readonly tying: readonly TyingRow[];
	/** Fetched and made when they are first wanted (batchesOf, searchOf), so that the Bench answers sooner. */
	batches: Batches | null = null;
	search: MatchState | null = null;

	/**
	 * @param learning null while the server still learns: the tables alone, until learning.catchUp()
	 * @param storage the browser's; null while the page is made on the server
	 */
	constructor(
		data: Snapshot & Partial<Opening>,
		learning: LearningAnswer | null,
		storage: Storage | null = null
	) {
		this.documents = new Documents(data, storage);
		this.selection = new Selection(this.documents, data.strip);
		this.strip = new Strip(this.documents, this.selection);
		this.parameters = new Parameters(this.documents, learning ?? NOTHING_LEARNED);
		this.answer = new Answer(this.documents, this.selection, this.strip, this.parameters);
		this.stock = new Stock(this.documents, this.selection);
		this.tying = data.tying;
		this.log = new Log(this.documents);
		this.learning = new LearningState(this);
	}

	/** Sends what still waits; for a page that is about to go, and for what the server does with all of it. */
	async flush(): Promise<void> {
		await Promise.all([this.documents.flush(), this.batches?.flush()]);
	}
}
