import { answer } from '$lib/server/api';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => answer((store) => store.snapshot());
