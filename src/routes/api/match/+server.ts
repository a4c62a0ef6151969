import { MatchRequest } from '$lib/api/requests';
import { answer, checked, jsonOf } from '$lib/server/api';
import { todayOf, unpacked } from '$lib/server/asked';
import { matchFor } from '$lib/server/match';
import type { RequestHandler } from './$types';

/** The search from a lie and a rig to the best builds, from the stock that is kept here; nothing is kept. */
export const POST: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const raw = await unpacked(await jsonOf(request), store);
		const asked = checked(raw, MatchRequest);
		return matchFor(asked, store, request.signal, todayOf(raw));
	});
