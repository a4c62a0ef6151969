import { download, idOf, respond, streamOf } from '$lib/server/api';
import { fliesAsCsv } from '$lib/server/csv';
import { wholeFrom } from '$lib/server/query';
import { DRIFTS_RANGE } from '$lib/api/requests';
import type { RequestHandler } from './$types';

/**
 * All flies with what is predicted of them in one lie (?lie=<id>), or in still water; with ?drifts=<n> the
 * chance of a good drift on a rig (?rig=<id>, else the last used).
 */
export const GET: RequestHandler = ({ url, request }) =>
	respond(async (store) => {
		const id = (name: string) => {
			const value = url.searchParams.get(name);
			return value === null ? null : idOf(value);
		};
		const drifts = wholeFrom(url.searchParams, 'drifts', DRIFTS_RANGE);
		const csv = await fliesAsCsv(store, {
			lieId: id('lie'),
			rigId: id('rig'),
			drifts,
			gone: request.signal
		});
		return download('flies.csv', 'text/csv; charset=utf-8', streamOf(csv));
	});
