import { download, idOf, kindOf, respond } from '$lib/server/api';
import { fileOf } from '$lib/server/files';
import type { RequestHandler } from './$types';

/** The document as a file of its own. */
export const GET: RequestHandler = ({ params }) =>
	respond(async (store) => {
		const { name, content } = await fileOf(store, kindOf[params.collection], idOf(params.id));
		return download(`${name}.json`, 'application/json', `${JSON.stringify(content, null, '\t')}\n`);
	});
