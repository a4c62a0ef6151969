import { answer } from '$lib/server/api';
import { learnedNow } from '$lib/server/learned';
import { wholeFrom } from '$lib/server/query';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ url }) =>
	answer(async (store) => {
		const withJudged = wholeFrom(url.searchParams, 'judged', [0, 1]) !== 0;
		const learning = await learnedNow(store);
		return withJudged ? learning : { ...learning, judged: [] };
	});
