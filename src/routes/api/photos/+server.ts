import { json } from '@sveltejs/kit';
import { MOST_PHOTO } from '$lib/documents/fly/about';
import { respond } from '$lib/server/api';
import { readBody } from '$lib/server/json';
import { photoFrom } from '$lib/server/photo';
import type { RequestHandler } from './$types';

/** Keeps a photo, for a fly to name by its hash. */
export const POST: RequestHandler = ({ request }) =>
	respond(async (store) => {
		const photo = await photoFrom(await readBody(request, MOST_PHOTO));
		await store.keepPhoto(photo);
		const { hash, width, height, jpeg } = photo;
		return json({ hash, width, height, bytes: jpeg.byteLength }, { status: 201 });
	});
