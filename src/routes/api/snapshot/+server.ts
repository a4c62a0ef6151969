import { without } from '$core/quantity/index';
import { answer } from '$lib/server/api';
import { wholeFrom } from '$lib/server/query';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ url }) =>
	answer(async (store) => {
		if (wholeFrom(url.searchParams, 'short', [0, 1]) !== 1) return store.snapshot();
		return without(await store.opening(), 'left');
	});
