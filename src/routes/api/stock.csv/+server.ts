import { download, respond } from '$lib/server/api';
import { fileOfAll } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ request }) =>
	respond(async (store) => {
		const table = await fileOfAll(store, 'stock', request.signal);
		return download('gravitas-stock.csv', 'text/csv; charset=utf-8', table);
	});
