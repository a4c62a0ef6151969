import { answer } from '$lib/server/api';
import { learnedNow } from '$lib/server/learned';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => answer(learnedNow);
