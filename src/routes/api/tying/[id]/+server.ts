import { TyingRequest } from '$lib/documents/batch/validation';
import { answer, bodyOf, idOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ params, request }) =>
	answer(async (store) => {
		const progress = await bodyOf(request, TyingRequest);
		await store.setTying(idOf(params.id), progress);
		return progress;
	});
