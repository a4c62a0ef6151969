import type { Learning, Outing } from '$core/learn/index';
import { CENTIMETRE, GRAM } from '$core/quantity/index';
import { evidenceOf, type Evidence } from '$lib/evidence/observations';
import { LearnWorker } from '$lib/workers/learn-worker';
import { api } from './client';
import type { Answer } from './answer.svelte';
import type { Beliefs } from './beliefs.svelte';
import type { Documents } from './documents.svelte';
import type { Selection } from './selection.svelte';

/** What it keeps up, and what it says the change by. */
interface Parts {
	readonly documents: Documents;
	readonly selection: Selection;
	readonly beliefs: Beliefs;
	readonly answer: Answer;
}

/** Keeps what is believed up with what is weighed, timed and seen, off the main thread. */
export class LearningState {
	/** Something was entered that is not learned from yet. */
	busy = $state(false);
	/** Which of the strip's numbers the last entry moved, in words. */
	changed = $state<string | null>(null);
	private readonly worker = new LearnWorker();
	/** null while not all that was found is here. */
	private known: string | null = null;
	/** What was learned from until now, by key. */
	private seen = byKey({ observations: [] });

	constructor(private readonly parts: Parts) {
		if (parts.documents.whole) this.begin(evidenceOf(parts.beliefs.found));
	}

	private begin(evidence: Evidence): void {
		this.known = JSON.stringify(evidence);
		this.seen = byKey(evidence);
	}

	/** How each entry goes with what was learned, which a page is not opened with. */
	private async fetchJudged(): Promise<void> {
		const { known } = this;
		const learning = await api.learning().catch(() => null);
		// A later entry has its own answer on the way.
		if (!learning || this.known !== known) return;
		const { beliefs } = this.parts;
		const { learned } = beliefs.learning;
		// The same again would have every answer worked out anew.
		const same = JSON.stringify(learned) === JSON.stringify(learning.learned);
		beliefs.learning = same ? { ...learning, learned } : learning;
	}

	/** Follows the log; to be called once, where effects live. */
	follow(): void {
		$effect(() => {
			if (!this.parts.documents.whole) return;
			const evidence = evidenceOf(this.parts.beliefs.found);
			if (this.known === null) {
				this.begin(evidence);
				if (evidence.observations.length > 0) void this.fetchJudged();
				return;
			}
			const words = JSON.stringify(evidence);
			if (words === this.known) return;
			this.known = words;
			this.busy = true;
			this.worker
				.ask({ kind: 'learn', evidence })
				.then((learning) => {
					// A later entry has its own answer on the way.
					if (this.known === words) this.take(learning, evidence);
				})
				.catch(() => {
					if (this.known === words) this.busy = false;
				});
		});
	}

	/** What an outing's water says of the beliefs; half a second's work. */
	fit(outing: Omit<Outing, 'key' | 'on' | 'kind'>) {
		return this.worker.ask({ kind: 'fit', outing });
	}

	end(): void {
		this.worker.end();
	}

	private take(learning: Learning, evidence: Evidence): void {
		const before = this.figures();
		const now = byKey(evidence);
		const keys = [...this.seen.keys(), ...[...now.keys()].filter((key) => !this.seen.has(key))];
		const differ = keys.filter((key) => this.seen.get(key) !== now.get(key));
		this.seen = now;
		this.parts.beliefs.learning = learning;
		this.busy = false;
		const after = this.figures();
		const moved = before.flatMap((from, k) =>
			from === after[k] ? [] : [`${from} is now ${after[k]}`]
		);
		this.changed =
			moved.length > 0
				? `For ${this.parts.selection.fly?.name ?? 'the fly'} ${moved.join(', ')}, because of ${this.named(differ)}.`
				: 'The last change of the log moved none of the numbers on the strip.';
		// Elsewhere than in the Log nobody expects it; a run's weigh-in says enough itself.
		const weighIn = differ.every((key) => key.startsWith('batch:'));
		if (moved.length > 0 && !weighIn && !location.pathname.startsWith('/log')) {
			this.parts.documents.notice = { words: this.changed, choices: [], passing: true };
		}
	}

	/** What came, changed or went, in words. */
	private named(keys: readonly string[]): string {
		const names = keys.map((key) => {
			const [from, id] = key.split(':');
			const kind = from === 'lot' || from === 'batch' ? from : 'entry';
			const name = this.parts.documents.find(kind, id)?.name;
			return name === undefined ? 'what was taken out of the log' : `“${name}”`;
		});
		const [first = 'what is to be learned anew', ...others] = names.filter(
			(name, k) => names.indexOf(name) === k
		);
		return others.length > 0 ? `${first} and ${others.length} more` : first;
	}

	/** The strip's mass and sink rate, as they are read. */
	private figures(): string[] {
		const { prediction } = this.parts.answer;
		if (!prediction) return [];
		const { mass, speed } = prediction;
		return [
			`${(mass.value / GRAM).toFixed(3)} g`,
			speed ? `${(speed.value / CENTIMETRE).toFixed(0)} cm/s` : 'floating'
		];
	}
}

const byKey = ({ observations }: Pick<Evidence, 'observations'>): ReadonlyMap<string, string> =>
	new Map(observations.map((one) => [one.key, JSON.stringify(one)]));
