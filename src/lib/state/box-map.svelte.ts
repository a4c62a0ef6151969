import { surveyed, type MapCurves, type MapSpan } from '$core/match/index';
import type { DriftQuestion } from '$core/predict/index';
import { MatchWorker } from '$lib/workers/match-worker';

const LANES = 2;

/** What the waters round the person's own ask of a fly: worked out when it is asked for, since it takes some seconds. */
export class BoxMapState {
	/** Share that is done; null when nothing runs. */
	progress = $state<number | null>(null);
	/** What is known, of which waters, and for what it was asked. */
	known = $state.raw<{
		readonly curves: MapCurves;
		readonly span: MapSpan;
		readonly question: DriftQuestion;
	} | null>(null);

	private readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private turn = 0;

	async survey(question: DriftQuestion, span: MapSpan): Promise<void> {
		this.stop();
		const { turn } = this;
		const old = () => turn !== this.turn;
		this.progress = 0;
		this.known = null;
		try {
			await surveyed(
				question,
				span,
				this.channels,
				(curves) => {
					if (old()) return;
					this.known = { curves, span, question };
					this.progress = curves.filter(Boolean).length / curves.length;
				},
				old
			);
		} catch {
			// The channels were ended: it was stopped.
		}
		if (!old()) this.progress = null;
	}

	/** What is known stays. */
	stop(): void {
		this.turn++;
		if (this.progress !== null) for (const channel of this.channels) channel.end();
		this.progress = null;
	}
}
