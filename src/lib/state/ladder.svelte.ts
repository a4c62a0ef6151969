import { ladder, type Cover, type MatchQuestion, type Water } from '$core/match/index';
import { Lanes } from './lanes.svelte';

/** The fewest flies for several waters: asked for by the person, since it takes some seconds. */
export class LadderState extends Lanes {
	/** What was found, and for what. */
	found = $state.raw<{
		readonly cover: Cover;
		readonly waters: readonly (Water & { readonly name: string })[];
	} | null>(null);

	async find(
		question: MatchQuestion,
		waters: readonly (Water & { readonly name: string })[]
	): Promise<void> {
		const plain = waters.map(({ lie, celsius, rig }) => ({ lie, celsius, ...(rig && { rig }) }));
		await this.run(async (old) => {
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			const cover = await ladder(question, plain, this.channels, report, old);
			if (cover && !old()) this.found = { cover, waters };
		});
	}
}
