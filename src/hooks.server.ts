import {
	json,
	type RequestEvent,
	type Handle,
	type HandleServerError,
	type ServerInit
} from '@sveltejs/kit';
import { building } from '$app/environment';
import { currentStore, isMoving } from '$lib/server/current-store';
import { askedBy } from '$lib/server/in-turn';
import { learnedNow } from '$lib/server/learned';

/**
 * The database is open before the first request, and a folder that cannot be used stops the start. What was found is
 * learned from at once, unless that is kept, so that the first page need not wait for it.
 */
export const init: ServerInit = async () => {
	if (building || isMoving()) return;
	const store = await currentStore();
	learnedNow(store).catch((error: unknown) => console.error(`Learning: ${String(error)}`));
};

/** The address that a request came from; behind something that does not hand it on all are one. */
function clientOf(event: RequestEvent): string {
	try {
		return event.getClientAddress();
	} catch {
		return '';
	}
}

/** The data are a person's own: a page of another site must not read or change them through the browser. */
export const handle: Handle = async ({ event, resolve }) => {
	const { headers } = event.request;
	const origin = headers.get('origin');
	const isApi = event.url.pathname.startsWith('/api/');
	// A link from elsewhere may open the page; it may not reach for the data.
	const foreign = headers.get('sec-fetch-site') === 'cross-site' && isApi;
	if (foreign || (origin && origin !== event.url.origin)) {
		return json({ message: 'Requests from other sites are refused.' }, { status: 403 });
	}
	let response = await askedBy(clientOf(event), () => resolve(event));
	if (isApi && response.status >= 400 && !isJson(response)) {
		// What never reached a route (a method, a coding of the address) is said as scripts expect it.
		const { status } = response;
		response = json({ message: (await response.text()) || 'This was not understood.' }, { status });
	}
	response.headers.set('x-content-type-options', 'nosniff');
	response.headers.set('referrer-policy', 'no-referrer');
	response.headers.set('cross-origin-resource-policy', 'same-origin');
	if (isApi) response.headers.set('content-security-policy', `default-src 'none'`);
	return response;
};

const isJson = (response: Response) =>
	response.headers.get('content-type')?.startsWith('application/json') ?? false;

export const handleError: HandleServerError = ({ error, status }) => {
	if (status >= 500) console.error(error instanceof Error ? (error.stack ?? error.message) : error);
	return {
		message:
			status === 404
				? 'There is nothing at this address.'
				: status === 405
					? 'This address does not take such a request; the description of the API names what it takes.'
					: status < 500
						? 'This was not understood.'
						: 'Gravitas made a mistake; nothing was changed. The terminal shows more.'
	};
};
