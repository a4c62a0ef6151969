import { answer, documentOf, idOf, kindOf, revisionOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer(async (store) => store.get(kindOf[params.collection], idOf(params.id)));

export const PUT: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const kind = kindOf[params.collection];
		const id = idOf(params.id);
		const { revision, content } = await documentOf(request, kind);
		return store.edit(kind, id, revisionOf(revision), content);
	});

export const DELETE: RequestHandler = ({ params, url }) =>
	answer(async (store) =>
		store.remove(
			kindOf[params.collection],
			idOf(params.id),
			revisionOf(url.searchParams.get('revision') ?? undefined)
		)
	);
