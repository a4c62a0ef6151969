import { MatchRequest } from '$lib/contract/validation';
import { answer, bodyOf } from '$lib/server/api';
import { matchFor } from '$lib/server/match';
import type { RequestHandler } from './$types';

/** The search from a lie and a rig to the best builds, from the stock that is kept here; nothing is kept. */
export const POST: RequestHandler = ({ request }) =>
	answer(async (store) => matchFor(await bodyOf(request, MatchRequest), store, request.signal));
