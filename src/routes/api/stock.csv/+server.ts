import type { LotRow } from '$lib/documents/kinds';
import { download, respond } from '$lib/server/api';
import { stockAsCsv } from '$lib/server/stock-csv';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () =>
	respond(async (store) =>
		download(
			'gravitas-stock.csv',
			'text/csv; charset=utf-8',
			stockAsCsv((await store.list('lot')) as LotRow[])
		)
	);
