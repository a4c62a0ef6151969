import { untrack } from 'svelte';
import type { Outing } from '$core/learn/index';
import { shown } from '$core/quantity/index';
import type { DocumentChange, LearningAnswer } from '$lib/api/answers';
import { taughtBy } from '$lib/evidence/observations';
import { FitWorker } from '$lib/workers/fit-worker';
import { api } from './client';
import type { Answer } from './answer.svelte';
import type { Parameters } from './parameters.svelte';
import type { Documents } from './documents.svelte';
import type { Selection } from './selection.svelte';

/** What it keeps up, and what it says the change by. */
interface Parts {
	readonly documents: Documents;
	readonly selection: Selection;
	readonly parameters: Parameters;
	readonly answer: Answer;
}

/** A fly stays on the strip for this long before it is asked how often it was measured. */
const STILL_MS = 300;

/** Keeps what is believed up with what is weighed, timed and seen: the server learns from all of it. */
export class LearningState {
	/** Something was entered that is not learned from yet. */
	busy = $state(false);
	/** Which of the strip's numbers the last entry moved, in words. */
	changed = $state<string | null>(null);
	private readonly worker = new FitWorker();
	/** What came, changed or went since it was last learned, by id. */
	// eslint-disable-next-line svelte/prefer-svelte-reactivity -- nothing shown is derived from it
	private readonly since = new Map<string, Pick<DocumentChange, 'kind' | 'row'>>();
	/** Whether a view shows how each entry goes with the others. */
	private judging = false;
	private asking = false;
	private asksAgain = false;

	constructor(private readonly parts: Parts) {
		parts.documents.kept = (changes) => this.hear(changes);
	}

	/** Follows how often the fly on the strip was weighed and timed; to be called once, where effects live. */
	follow(): void {
		$effect(() => {
			const { fly } = this.parts.selection;
			const { origin } = this.parts.parameters.learning;
			if (!fly || !origin) return;
			const { id, revision } = fly;
			// Of one that is only passed on the way to another, or is being taken back, nobody reads it.
			const still = setTimeout(() => {
				api
					.measured(id)
					.then((its) => (this.parts.parameters.measured = { id, revision, ...its }))
					// It is a line of words, and asked again with the next change.
					.catch(() => undefined);
			}, STILL_MS);
			return () => clearTimeout(still);
		});
	}

	/** Fetches what was learned, where the page did not wait for it; until then the figures are those of the tables. */
	async catchUp(): Promise<void> {
		const { documents } = this.parts;
		const notice = {
			words:
				'Learning from what you weighed, timed and saw; until that is done the figures are those of the tables.',
			choices: [],
			passing: true
		};
		documents.notice = notice;
		this.busy = true;
		const answer = await api.learning(this.judging).catch(() => null);
		this.busy = this.asking;
		// What was found meanwhile is learned with all the rest, and has its own answer on the way.
		if (answer && !this.asking) this.parts.parameters.learning = answer;
		// Where it could not be had the words stay true.
		if (answer && documents.notice?.words === notice.words) documents.notice = null;
	}

	/** Fetches how each entry goes with what was learned, and keeps that up. @returns ends it */
	judge(): () => void {
		this.judging = true;
		// Whoever watches this would ask anew with each answer, without end.
		if (untrack(() => this.parts.parameters.learning.observations) > 0) void this.learn();
		return () => {
			this.judging = false;
		};
	}

	/** What an outing's water says of the parameters; half a second's work. */
	fit(outing: Omit<Outing, 'key' | 'on' | 'kind'>) {
		return this.worker.ask({ kind: 'fit', outing });
	}

	end(): void {
		this.worker.end();
	}

	/** @param changes what was kept; null when it may be everything */
	private hear(changes: readonly DocumentChange[] | null): void {
		const its = changes?.filter(({ kind }) => taughtBy.includes(kind));
		if (its?.length === 0) return;
		for (const { id, kind, row } of its ?? []) this.since.set(id, { kind, row });
		this.busy = true;
		void this.learn();
	}

	private async learn(): Promise<void> {
		if (this.asking) {
			this.asksAgain = true;
			return;
		}
		this.asking = true;
		let answer: LearningAnswer | null;
		do {
			this.asksAgain = false;
			answer = await api.learning(this.judging).catch(() => null);
			// A later entry has its own answer on the way.
		} while (this.asksAgain);
		this.asking = false;
		this.busy = false;
		if (answer) this.take(answer);
	}

	private take(learning: LearningAnswer): void {
		const { parameters, documents, selection } = this.parts;
		const before = parameters.learning;
		const since = [...this.since.values()];
		this.since.clear();
		if (learning.origin === before.origin) {
			// The same again would have every answer worked out anew.
			parameters.learning = { ...learning, learned: before.learned };
			return;
		}
		const figures = this.figures();
		parameters.learning = learning;
		const after = this.figures();
		const moved = figures.flatMap((from, k) =>
			from === after[k] ? [] : [`${from} is now ${after[k]}`]
		);
		this.changed =
			moved.length > 0
				? `For ${selection.fly?.name ?? 'the fly'} ${moved.join(', ')}, because of ${named(since)}.`
				: 'The last change of the log moved none of the numbers on the strip.';
		// Elsewhere than in the Log nobody expects it; a run's weigh-in says enough itself.
		const weighIn = since.every(({ kind }) => kind === 'batch');
		if (moved.length > 0 && !weighIn && !location.pathname.startsWith('/log')) {
			documents.notice = { words: this.changed, choices: [], passing: true };
		}
	}

	/** The strip's mass and sink rate, as they are read. */
	private figures(): string[] {
		const { prediction } = this.parts.answer;
		if (!prediction) return [];
		const { mass, speed } = prediction;
		return [
			`${shown.mass.fixed(mass.value, 3)} ${shown.mass.unit}`,
			speed ? `${shown.sink.fixed(speed.value, 0)} ${shown.sink.unit}` : 'floating'
		];
	}
}

/** What came, changed or went, in words. */
function named(since: readonly Pick<DocumentChange, 'row'>[]): string {
	const names = since.map(({ row }) => (row ? `“${row.name}”` : 'what was taken out of the log'));
	const [first = 'what is to be learned anew', ...others] = new Set(names);
	return others.length > 0 ? `${first} and ${others.length} more` : first;
}
