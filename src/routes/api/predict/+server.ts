import { PredictRequest } from '$lib/contract/validation';
import { answer, bodyOf } from '$lib/server/api';
import { predictionFor } from '$lib/server/predict';
import type { RequestHandler } from './$types';

/** A fly in a lie, complete in itself; nothing is read from the database or kept. */
export const POST: RequestHandler = ({ request }) =>
	answer(async () => predictionFor(await bodyOf(request, PredictRequest)));
