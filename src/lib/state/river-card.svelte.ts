import { waterTables, type BoxFly, type Place, type WaterTable } from '$core/match/index';
import { MatchWorker } from '$lib/workers/match-worker';

const LANES = 2;

/** The tables of a river card: a minute's work, which can be stopped. */
export class RiverCardState {
	/** Share that is done; null when nothing runs. */
	progress = $state<number | null>(null);

	private readonly channels = Array.from({ length: LANES }, () => new MatchWorker());
	private turn = 0;

	/** @returns null when it was stopped */
	async tables(places: readonly Place[], box: readonly BoxFly[]): Promise<WaterTable[] | null> {
		this.stop();
		const { turn } = this;
		const old = () => turn !== this.turn;
		const plain = box.map(({ recipe, speed, weight }) => ({ recipe, speed, weight }));
		this.progress = 0;
		try {
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			return await waterTables(places, plain, this.channels, report, old);
		} catch {
			// The channels were ended: it was stopped.
			return null;
		} finally {
			if (!old()) this.progress = null;
		}
	}

	stop(): void {
		this.turn++;
		if (this.progress !== null) for (const channel of this.channels) channel.end();
		this.progress = null;
	}
}
