import { download, idOf, respond } from '$lib/server/api';
import { fliesAsCsv } from '$lib/server/csv';
import type { RequestHandler } from './$types';

/** All flies with what is predicted of them in one lie (?lie=<id>), or in still water. */
export const GET: RequestHandler = ({ url }) =>
	respond(async (store) => {
		const lie = url.searchParams.get('lie');
		const csv = await fliesAsCsv(store, lie === null ? null : idOf(lie));
		return download('flies.csv', 'text/csv; charset=utf-8', csv);
	});
