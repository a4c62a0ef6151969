import { METRIC } from '$core/quantity/index';
import { UnitsRequest } from '$lib/api/requests';
import { answer, bodyOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const units = { ...METRIC, ...(await bodyOf(request, UnitsRequest)) };
		await store.setUnits(units);
		return units;
	});
