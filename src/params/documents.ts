import type { ParamMatcher } from '@sveltejs/kit';

/** The collections of documents in the API's addresses. */
export const match = ((
	param
): param is 'flies' | 'rigs' | 'lies' | 'rivers' | 'lots' | 'batches' | 'entries' =>
	['flies', 'rigs', 'lies', 'rivers', 'lots', 'batches', 'entries'].includes(
		param
	)) satisfies ParamMatcher;
