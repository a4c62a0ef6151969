import { METRIC } from '$core/quantity/index';
import { UnitsRequest } from '$lib/api/requests';
import { answer, bodyOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const PUT: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const { currency = METRIC.currency, ...chosen } = await bodyOf(request, UnitsRequest);
		const units = { ...chosen, currency };
		await store.setUnits(units);
		return units;
	});
