import type { Handle, HandleServerError, ServerInit } from '@sveltejs/kit';
import { building } from '$app/environment';
import { currentStore } from '$lib/server/current-store';

/** The database is open before the first request, and a folder that cannot be used stops the start. */
export const init: ServerInit = async () => {
	if (!building) await currentStore();
};

/** The data are a person's own: a page of another site must not read or change them through the browser. */
export const handle: Handle = async ({ event, resolve }) => {
	const origin = event.request.headers.get('origin');
	if (origin && origin !== event.url.origin) {
		return new Response('Requests from other sites are refused.', { status: 403 });
	}
	const response = await resolve(event);
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'no-referrer');
	return response;
};

export const handleError: HandleServerError = ({ error, status }) => {
	if (status !== 404)
		console.error(error instanceof Error ? (error.stack ?? error.message) : error);
	return {
		message:
			status === 404
				? 'There is nothing at this address.'
				: 'Gravitas made a mistake; nothing was changed. The terminal shows more.'
	};
};
