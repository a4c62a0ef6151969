import { json } from '@sveltejs/kit';
import { openApi } from '$lib/server/openapi/index';
import type { RequestHandler } from './$types';

export const GET: RequestHandler = () => json(openApi);
