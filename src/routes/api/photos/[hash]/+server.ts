import { PHOTO_HASH } from '$lib/documents/fly/about';
import { respond } from '$lib/server/api';
import { Refusal } from '$lib/server/store/index';
import type { RequestHandler } from './$types';

/** As an image only: whatever asks for it as something else gets nothing that runs. */
export const GET: RequestHandler = ({ params }) =>
	respond(async (store) => {
		if (!PHOTO_HASH.test(params.hash)) {
			throw new Refusal(422, 'A photo is named by 64 hex digits, the SHA-256 of its file.');
		}
		const { jpeg } = await store.photo(params.hash);
		return new Response(jpeg as Uint8Array<ArrayBuffer>, {
			headers: {
				'content-type': 'image/jpeg',
				// What it is called by is what it is.
				'cache-control': 'private, max-age=31536000, immutable'
			}
		});
	});
