import { answer, idOf } from '$lib/server/api';
import { kindIn } from '$lib/documents/kinds';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer((store) => store.history(kindIn(params.collection), idOf(params.id)));
