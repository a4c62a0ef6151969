import type { FlyRow } from '$lib/documents/kinds';
import { answer, idOf } from '$lib/server/api';
import { measuredOf } from '$lib/server/learned';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = ({ params }) =>
	answer(async (store) => {
		const { body } = (await store.get('fly', idOf(params.id))) as FlyRow;
		return measuredOf(store, body.recipe);
	});
