import { MatchWorker } from '$lib/workers/match-worker';

/** Two cores are what a small machine has. */
const LANES = 2;

/** Work that a person asks for and may stop, shared between two workers; a newer one ends the one before. */
export class Lanes {
	/** Share that is done; null when nothing runs. */
	progress = $state<number | null>(null);

	protected readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private turn = 0;

	/** @param work is told by `old` when it does not count any more; what it throws then is no mistake */
	protected async run<Found>(work: (old: () => boolean) => Promise<Found>): Promise<Found | null> {
		this.stop();
		const { turn } = this;
		const old = () => turn !== this.turn;
		this.progress = 0;
		try {
			return await work(old);
		} catch {
			// The channels were ended: it was stopped.
			return null;
		} finally {
			if (!old()) this.progress = null;
		}
	}

	/** What is known stays. */
	stop(): void {
		this.turn++;
		if (this.progress !== null) for (const channel of this.channels) channel.end();
		this.progress = null;
	}
}
