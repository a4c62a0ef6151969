import { randomUUID } from 'node:crypto';
import { answer, documentOf } from '$lib/server/api';
import { kindIn } from '$lib/documents/kinds';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer((store) => store.list(kindIn(params.collection)));

export const POST: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const kind = kindIn(params.collection);
		const { id, content } = await documentOf(request, kind);
		return store.create(kind, id?.toLowerCase() ?? randomUUID(), content);
	}, 201);
