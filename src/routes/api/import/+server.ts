import { answer } from '$lib/server/api';
import { importInto, importRequestOf } from '$lib/server/import-request';
import type { RequestHandler } from './$types';

/** Brings documents in; with ?look=1 only says what that would mean. */
export const POST: RequestHandler = ({ request, url }) =>
	answer(async (store) => importInto(store, await importRequestOf(request, url), request.signal));
