import {
	SearchWorker,
	limitOf,
	match,
	type SearchChannel,
	type MatchAnswer,
	type MatchQuestion
} from '../../core/match/index';

import { showIn, type ShownUnits } from '../../core/quantity/index';

/** A search, and how long it may take, ms. */
export interface SearchAsked {
	readonly question: MatchQuestion;
	readonly patience: number;
	/** In which its words are to be. */
	readonly units: ShownUnits;
}

/** What a search on the server comes to. */
export interface ThreadAnswer extends Pick<MatchAnswer, 'list' | 'looked' | 'mark' | 'confirmed'> {
	/** Which limit keeps every build from doing the job; null where some do. */
	readonly limit: string | null;
}

/** A whole search in one thread of the server; what it has by the time that it may take, where that is not all. */
export default async function search({
	question,
	patience,
	units
}: SearchAsked): Promise<ThreadAnswer> {
	showIn(() => units);
	const worker = new SearchWorker();
	const channel: SearchChannel = { ask: (task) => Promise.resolve(worker.do(task) as never) };
	const end = Date.now() + patience;
	let partial: MatchAnswer | null = null;
	const whole = await match(
		question,
		[channel],
		(_, answer) => (partial = answer ?? partial),
		() => Date.now() > end
	);
	const answer = whole ?? (partial as MatchAnswer | null);
	if (!answer) return { list: [], looked: 0, mark: 1, confirmed: false, limit: null };
	const { list, looked, mark, confirmed, curve, seen } = answer;
	const best = list.reduce((most, { chance }) => Math.max(most, chance), 0);
	const limit = confirmed ? limitOf(curve, seen, best, question.wishes) : null;
	return { list, looked, mark, confirmed, limit };
}
