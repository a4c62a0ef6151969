import type { EntryRow } from '$lib/documents/kinds';
import { download, respond } from '$lib/server/api';
import { logAsCsv } from '$lib/server/log-csv';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () =>
	respond(async (store) =>
		download(
			'gravitas-log.csv',
			'text/csv; charset=utf-8',
			logAsCsv((await store.list('entry')) as EntryRow[])
		)
	);
