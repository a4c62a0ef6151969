import { answer, idOf, kindOf } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer((store) => store.history(kindOf[params.collection], idOf(params.id)));
