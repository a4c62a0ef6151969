import { json } from '@sveltejs/kit';
import type { ErrorAnswer } from '$lib/api/answers';
import type { RequestHandler } from './$types';

/** Scripts get JSON also where there is nothing. */
export const fallback: RequestHandler = ({ url }) => {
	const body: ErrorAnswer = { message: `There is nothing at ${url.pathname}.` };
	return json(body, { status: 404 });
};
