import { pairsFor, type BoxFly, type FoundPair, type PairQuestion } from '$core/match/index';
import { Lanes } from './lanes.svelte';

/** A fly that may be one of a pair, by the name that it has. */
export interface NamedFly extends BoxFly {
	readonly name: string;
}

/** What is asked of pairs, of flies that have names. */
export type NamedPairQuestion = PairQuestion & { readonly flies: readonly NamedFly[] };

/** The two flies that fish a lie best together: asked for by the person, since it takes some seconds. */
export class PairState extends Lanes {
	/** What was found, and for what. */
	found = $state.raw<{
		readonly pairs: readonly FoundPair[];
		readonly question: NamedPairQuestion;
	} | null>(null);

	async find(question: NamedPairQuestion): Promise<void> {
		const flies = question.flies.map(({ recipe, speed, weight }) => ({ recipe, speed, weight }));
		await this.run(async (old) => {
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			const pairs = await pairsFor({ ...question, flies }, this.channels, report, old);
			if (pairs && !old()) this.found = { pairs, question };
		});
	}
}
