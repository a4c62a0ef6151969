import type { ParamMatcher } from '@sveltejs/kit';
import { isCollection } from '$lib/documents/kinds';

/** The collections of documents in the API's addresses. */
export const match = isCollection satisfies ParamMatcher;
