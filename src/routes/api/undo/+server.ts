import { answer } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const POST: RequestHandler = () => answer((store) => store.undo());
