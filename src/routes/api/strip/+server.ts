import { StripRequest } from '$lib/contract/validation';
import { answer, bodyOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const { flyId, lieId } = await bodyOf(request, StripRequest);
		const selection = { flyId: flyId ?? null, lieId: lieId ?? null };
		await store.setStrip(selection);
		return selection;
	});
