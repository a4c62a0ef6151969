import { PredictRequest } from '$lib/api/requests';
import { answer, checked, jsonOf } from '$lib/server/api';
import { todayOf, unpacked } from '$lib/server/asked';
import { predictionFor } from '$lib/server/predict';
import type { RequestHandler } from './$types';

/** A fly in a lie on a rig, with what was learned from the log; nothing is kept. */
export const POST: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const raw = await unpacked(await jsonOf(request), store);
		const asked = checked(raw, PredictRequest);
		return predictionFor(asked, store, { today: todayOf(raw), gone: request.signal });
	});
