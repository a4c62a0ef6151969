import { localDay } from '$lib/contract/day';
import { makeArchive } from '$lib/server/archive';
import { download, respond } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Everything that a person describes, as a ZIP of document files. */
export const GET: RequestHandler = () =>
	respond(async (store) => {
		const day = localDay();
		const archive = makeArchive(await store.snapshot());
		return download(`gravitas-${day}.zip`, 'application/zip', archive);
	});
