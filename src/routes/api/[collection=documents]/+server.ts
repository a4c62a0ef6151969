import { randomUUID } from 'node:crypto';
import { answer, documentOf, kindOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer((store) => store.list(kindOf[params.collection]));

export const POST: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const kind = kindOf[params.collection];
		const { id, content } = await documentOf(request, kind);
		return store.create(kind, id?.toLowerCase() ?? randomUUID(), content);
	}, 201);
