import { actionOf, answer } from '$lib/server/api';
import type { RequestHandler } from './$types';

/** What was done last, newest first. */
export const GET: RequestHandler = () => answer((store) => store.done());

/** Several changes, each with the revision that it saw: one transaction, one row of the log, one undo. */
export const POST: RequestHandler = ({ request }) =>
	answer(async (store) => {
		const { label, changes } = await actionOf(request);
		return store.act(label, changes);
	});
