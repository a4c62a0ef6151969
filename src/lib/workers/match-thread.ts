import {
	Desk,
	limitOf,
	match,
	type Lane,
	type MatchAnswer,
	type MatchQuestion
} from '../../core/match/index';

/** What a search on the server comes to. */
export interface ThreadAnswer extends Pick<MatchAnswer, 'list' | 'looked' | 'mark' | 'confirmed'> {
	/** Which limit keeps every build from doing the job; null where some do. */
	readonly limit: string | null;
}

/** A whole search in one thread of the server. */
export default async function search(question: MatchQuestion): Promise<ThreadAnswer> {
	const desk = new Desk();
	const lane: Lane = { ask: (task) => Promise.resolve(desk.do(task) as never) };
	const answer = await match(question, [lane], () => undefined);
	const { list, looked, mark, confirmed, asked, seen } = answer!;
	const best = list.reduce((most, { chance }) => Math.max(most, chance), 0);
	return { list, looked, mark, confirmed, limit: limitOf(asked, seen, best, question.wishes) };
}
