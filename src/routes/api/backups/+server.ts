import { answer } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => answer((store) => Promise.resolve(store.backups.list()));

export const POST: RequestHandler = ({ request }) =>
	answer((store) => store.backups.make('by-hand', request.signal), 201);
