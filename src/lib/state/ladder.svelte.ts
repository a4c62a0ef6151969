import { ladder, type Cover, type MatchQuestion, type Water } from '$core/match/index';
import { MatchWorker } from '$lib/workers/match-worker';

const LANES = 2;

/** The fewest flies for several waters: asked for by the person, since it takes some seconds. */
export class LadderState {
	/** Share that is done; null when nothing runs. */
	progress = $state<number | null>(null);
	/** What was found, and for what. */
	found = $state.raw<{
		readonly cover: Cover;
		readonly waters: readonly (Water & { readonly name: string })[];
	} | null>(null);

	private readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private turn = 0;

	async find(
		question: MatchQuestion,
		waters: readonly (Water & { readonly name: string })[]
	): Promise<void> {
		this.stop();
		const { turn } = this;
		const old = () => turn !== this.turn;
		this.progress = 0;
		try {
			const plain = waters.map(({ lie, celsius }) => ({ lie, celsius }));
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			const cover = await ladder(question, plain, this.channels, report, old);
			if (cover && !old()) this.found = { cover, waters };
		} catch {
			// The channels were ended: it was stopped.
		}
		if (!old()) this.progress = null;
	}

	stop(): void {
		this.turn++;
		if (this.progress !== null) for (const channel of this.channels) channel.end();
		this.progress = null;
	}
}
