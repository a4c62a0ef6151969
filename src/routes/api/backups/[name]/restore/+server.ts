import { answer } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** Puts everything back as it was in the backup; what is there now is copied first. */
export const POST: RequestHandler = ({ params }) =>
	answer(async (store) => {
		await store.backups.restore(params.name);
		return store.snapshot();
	});
