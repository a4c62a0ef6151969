import { download, respond } from '$lib/server/api';
import { fileOfAll } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ request }) =>
	respond(async (store) => {
		const table = await fileOfAll(store, 'log', request.signal);
		return download('gravitas-log.csv', 'text/csv; charset=utf-8', table);
	});
