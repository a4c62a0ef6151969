import { json } from '@sveltejs/kit';
import { respond } from '$lib/server/api';
import { schemaFile } from '$lib/server/schemas';
import type { RequestHandler } from './$types';

/** The JSON Schema of a document file: fly.json, lie.json, river.json. */
export const GET: RequestHandler = ({ params }) =>
	respond(() => Promise.resolve(json(schemaFile(params.name))));
