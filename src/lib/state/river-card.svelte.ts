import { waterTables, type BoxFly, type Place, type WaterTable } from '$core/match/index';
import { Lanes } from './lanes.svelte';

/** The tables of a river card: a minute's work, which can be stopped. */
export class RiverCardState extends Lanes {
	/** @returns null when it was stopped */
	tables(places: readonly Place[], box: readonly BoxFly[]): Promise<WaterTable[] | null> {
		const plain = box.map(({ recipe, speed, weight }) => ({ recipe, speed, weight }));
		return this.run((old) => {
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			return waterTables(places, plain, this.channels, report, old);
		});
	}
}
