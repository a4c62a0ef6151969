import { localDay } from '$lib/contract/day';
import { download, respond } from '$lib/server/api';
import { fileOfAll } from '$lib/server/exchange';
import type { RequestHandler } from './$types';

/** Everything that a person describes, as a ZIP of document files. */
export const GET: RequestHandler = ({ request }) =>
	respond(async (store) => {
		const name = `gravitas-${localDay()}.zip`;
		return download(name, 'application/zip', await fileOfAll(store, 'archive', request.signal));
	});
