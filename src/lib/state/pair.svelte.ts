import {
	evaluate,
	pairsFor,
	type BoxFly,
	type FoundPair,
	type PairQuestion
} from '$core/match/index';
import { prior } from '$core/parameter/index';
import { fluidAt } from '$core/water/index';
import { Lanes } from './lanes.svelte';

/** A fly that may be one of a pair, by the name that it has. */
export type NamedFly = Pick<BoxFly, 'recipe'> & { readonly name: string };

/** What is asked of pairs, of flies that have names. */
export type NamedPairQuestion = Omit<PairQuestion, 'flies'> & {
	readonly flies: readonly NamedFly[];
};

/** Flies that are weighed before keys and pictures have their turn. */
const AT_ONCE = 8;

/** The two flies that fish a lie best together: asked for by the person, since it takes some seconds. */
export class PairState extends Lanes {
	/** What was found, and for what. */
	found = $state.raw<{
		readonly pairs: readonly FoundPair[];
		readonly question: NamedPairQuestion;
	} | null>(null);

	async find(question: NamedPairQuestion): Promise<void> {
		await this.run(async (old) => {
			const { celsius, distribution = prior } = question.place;
			const flies: BoxFly[] = [];
			for (const { recipe } of question.flies) {
				const { speed, weight } = evaluate(recipe, fluidAt(celsius), distribution);
				flies.push({ recipe, speed, weight });
				if (flies.length % AT_ONCE === 0) await new Promise((resolve) => setTimeout(resolve));
				if (old()) return;
			}
			const report = (share: number) => {
				if (!old()) this.progress = share;
			};
			const pairs = await pairsFor({ ...question, flies }, this.channels, report, old);
			if (pairs && !old()) this.found = { pairs, question };
		});
	}
}
