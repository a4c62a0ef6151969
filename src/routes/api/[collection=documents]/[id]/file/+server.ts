import { fileOf } from '$lib/documents/file';
import { kindIn, kindsWithin, withinOf, type DocumentRow } from '$lib/documents/kinds';
import { download, idOf, respond } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** The document as a file of its own. */
export const GET: RequestHandler = ({ params }) =>
	respond(async (store) => {
		const kind = kindIn(params.collection);
		const row = await store.get(kind, idOf(params.id));
		const outer = withinOf(kind)?.kind;
		const around: DocumentRow[] = [];
		for (const one of [...(outer ? [outer] : []), ...kindsWithin(kind)]) {
			around.push(...(await store.list(one)));
		}
		const content = fileOf(row, (one) => around.filter((other) => other.kind === one));
		const text = `${JSON.stringify(content, null, '\t')}\n`;
		return download(`${row.name}.json`, 'application/json', text);
	});
