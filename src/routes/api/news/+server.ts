import { respond } from '$lib/server/api';
import type { Listener } from '$lib/server/store/news';
import type { RequestHandler } from './$types';

const KEEP_ALIVE = 20_000;

const headers = { 'content-type': 'text/event-stream', 'cache-control': 'no-store' };

/** What the stream would be, without it: it never ends. */
export const HEAD: RequestHandler = () => new Response(null, { headers });

/** Server-sent events: `hello` with the version of the snapshot, then `news` of each change as it is kept. */
export const GET: RequestHandler = () =>
	respond((store) => {
		let end: () => void;
		const stream = new ReadableStream<Uint8Array>({
			async start(controller) {
				const text = new TextEncoder();
				const say = (event: string, data: unknown) =>
					controller.enqueue(text.encode(`event: ${event}\ndata: ${JSON.stringify(data)}\n\n`));
				const listener: Listener = (news) => {
					if (news) say('news', news);
					else {
						end();
						controller.close();
					}
				};
				const unlisten = store.listen(listener);
				const timer = setInterval(() => controller.enqueue(text.encode(':\n\n')), KEEP_ALIVE);
				end = () => {
					clearInterval(timer);
					unlisten();
				};
				// Read after it listens: what is kept meanwhile is told of.
				say('hello', { snapshotVersion: await store.snapshotVersion() });
			},
			cancel: () => end()
		});
		return Promise.resolve(new Response(stream, { headers }));
	});
