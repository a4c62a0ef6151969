import type { Learning, Outing } from '$core/learn/index';
import { CENTIMETRE, GRAM } from '$core/quantity/index';
import { evidenceOf } from '$lib/contract/observations';
import { LearnWorker } from '$lib/workers/learn-worker';
import type { Bench } from './bench.svelte';

/** Keeps what is believed up with what is weighed, timed and seen, off the main thread. */
export class LearningState {
	/** Something was entered that is not learned from yet. */
	busy = $state(false);
	/** Which of the strip's numbers the last entry moved, in words. */
	changed = $state<string | null>(null);
	private readonly worker = new LearnWorker();
	private known: string;

	constructor(private readonly bench: Bench) {
		this.known = JSON.stringify(evidenceOf(bench.found));
	}

	/** Follows the log; to be called once, where effects live. */
	follow(): void {
		$effect(() => {
			const evidence = evidenceOf(this.bench.found);
			const words = JSON.stringify(evidence);
			if (words === this.known) return;
			this.known = words;
			this.busy = true;
			this.worker
				.ask({ kind: 'learn', evidence })
				.then((learning) => {
					// A later entry has its own answer on the way.
					if (this.known === words) this.take(learning);
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

	private take(learning: Learning): void {
		const before = this.figures();
		const last = this.bench.entries[0];
		this.bench.learning = learning;
		this.busy = false;
		const after = this.figures();
		const moved = before.flatMap((from, k) =>
			from === after[k] ? [] : [`${from} is now ${after[k]}`]
		);
		this.changed =
			moved.length > 0
				? `For ${this.bench.fly?.name ?? 'the fly'} ${moved.join(', ')}, because of ${last ? `“${last.name}”` : 'what was taken out of the log'}.`
				: 'The last entry moved none of the numbers on the strip.';
		// Elsewhere than in the Log nobody expects it.
		if (moved.length > 0 && !location.pathname.startsWith('/log')) {
			this.bench.notice = { words: this.changed, choices: [], passing: true };
		}
	}

	/** The strip's mass and sink rate, as they are read. */
	private figures(): string[] {
		const { prediction } = this.bench;
		if (!prediction) return [];
		const { mass, speed } = prediction;
		return [
			`${(mass.value / GRAM).toFixed(3)} g`,
			speed ? `${(speed.value / CENTIMETRE).toFixed(0)} cm/s` : 'floating'
		];
	}
}
