import { answer, documentOf, idOf, revisionOf } from '$lib/server/api';
import { kindIn } from '$lib/documents/kinds';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer(async (store) => store.get(kindIn(params.collection), idOf(params.id)));

export const PUT: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const kind = kindIn(params.collection);
		const id = idOf(params.id);
		const { revision, content } = await documentOf(request, kind);
		return store.edit(kind, id, revisionOf(revision), content);
	});

export const DELETE: RequestHandler = ({ params, url }) =>
	answer(async (store) =>
		store.remove(
			kindIn(params.collection),
			idOf(params.id),
			revisionOf(url.searchParams.get('revision') ?? undefined)
		)
	);
