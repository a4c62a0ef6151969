import { randomUUID } from 'node:crypto';
import { json } from '@sveltejs/kit';
import { answer, documentOf, respond } from '$lib/server/api';
import { wholeFrom } from '$lib/server/query';
import { PAGE_RANGE } from '$lib/api/requests';
import { kindIn } from '$lib/documents/kinds';
import type { RequestHandler } from './$types';

/** All of them; with ?most=<n> bit by bit, the next ones where the header Link says (RFC 8288). */
export const GET: RequestHandler = ({ params, url }) =>
	respond(async (store) => {
		const kind = kindIn(params.collection);
		const most = wholeFrom(url.searchParams, 'most', PAGE_RANGE);
		if (most === null) return json(await store.list(kind));
		const { rows, next } = await store.page(kind, url.searchParams.get('after'), most);
		const query = next && new URLSearchParams({ most: String(most), after: next });
		return json(rows, query ? { headers: { link: `<${url.pathname}?${query}>; rel="next"` } } : {});
	});

export const POST: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const kind = kindIn(params.collection);
		const { id, content } = await documentOf(request, kind);
		return store.create(kind, id?.toLowerCase() ?? randomUUID(), content);
	}, 201);
