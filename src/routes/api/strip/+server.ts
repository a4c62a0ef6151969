import { StripRequest } from '$lib/api/requests';
import { answer, bodyOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const { flyId, lieId, rigId } = await bodyOf(request, StripRequest);
		const selection = { flyId: flyId ?? null, lieId: lieId ?? null, rigId: rigId ?? null };
		await store.setStrip(selection);
		return selection;
	});
