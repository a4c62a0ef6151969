import type { ParamMatcher } from '@sveltejs/kit';

/** The collections of documents in the API's addresses. */
export const match = ((param): param is 'flies' | 'rigs' | 'lies' | 'rivers' | 'lots' =>
	['flies', 'rigs', 'lies', 'rivers', 'lots'].includes(param)) satisfies ParamMatcher;
