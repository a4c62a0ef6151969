/// <reference lib="webworker" />
import { build, files, version } from '$service-worker';

/**
 * Where the program does not answer, as after its end or out of reach of its network, the browser opens what it last
 * said: its pages with all that is on them, marked with the time, and the lists that were fetched. The program's own
 * files are kept by version, what it said by database: when another one answers, that of the one before is forgotten.
 */
const worker = self as unknown as ServiceWorkerGlobalScope;

const PROGRAM = 'gravitas-program ';
const SAID = 'gravitas-said ';
const own = PROGRAM + version;
const program = new Set([...build, ...files]);
/** Answers that are kept at most: pages of lists have addresses of their own. */
const MOST = 200;

worker.addEventListener('install', (event) => {
	const fetched = caches.open(own).then((cache) => cache.addAll([...program]));
	event.waitUntil(fetched.then(() => worker.skipWaiting()));
});

worker.addEventListener('activate', (event) => {
	event.waitUntil(forget(PROGRAM, own).then(() => worker.clients.claim()));
});

worker.addEventListener('fetch', (event) => {
	const { request } = event;
	const { origin, pathname } = new URL(request.url);
	if (request.method !== 'GET' || origin !== worker.location.origin) return;
	const isPage = request.mode === 'navigate';
	if (program.has(pathname)) event.respondWith(ofProgram(request));
	// A file that is saved is no page, and the stream of news has no end.
	else if (isPage !== pathname.startsWith('/api/') && pathname !== '/api/news') {
		event.respondWith(asAnswered(event, isPage));
	}
});

/** A page has something new to keep: the addresses of what it shows. */
worker.addEventListener('message', (event) => {
	const { keep = [] } = event.data as { readonly keep?: readonly string[] };
	event.waitUntil(
		(async () => {
			for (const address of keep) await remember(address, await fetch(address));
		})().catch(() => undefined)
	);
});

async function ofProgram(request: Request): Promise<Response> {
	return (await caches.match(request, { cacheName: own, ignoreVary: true })) ?? fetch(request);
}

async function asAnswered(event: FetchEvent, isPage: boolean): Promise<Response> {
	const { request } = event;
	try {
		const answer = await fetch(request);
		event.waitUntil(remember(request.url, answer.clone()));
		return answer;
	} catch (away) {
		const said = await lastSaid(request.url);
		if (said) return isPage ? marked(said) : said;
		// Of this view there is nothing; from the first one it can be gone to.
		const first = new URL('/', request.url).href;
		if (isPage && request.url !== first && (await lastSaid(first))) return Response.redirect(first);
		throw away;
	}
}

/** Keeps an answer, unless it is a file to save. A page says whose database it is of. */
async function remember(address: string, answer: Response): Promise<void> {
	const { ok, headers } = answer;
	const type = headers.get('content-type') ?? '';
	const shown = /^(text\/html|application\/json|image\/)/.test(type);
	if (!ok || !shown || headers.has('content-disposition')) return;
	const database = headers.get('x-gravitas-database');
	if (database !== null) await forget(SAID, SAID + database);
	const name = database === null ? await nameOfSaid() : SAID + database;
	if (name === undefined) return;
	const cache = await caches.open(name);
	const dated = new Headers(headers);
	dated.set('x-gravitas-said', new Date().toISOString());
	await cache.put(address, new Response(await answer.blob(), { headers: dated }));
	const kept = await cache.keys();
	for (const old of kept.slice(0, Math.max(0, kept.length - MOST))) await cache.delete(old);
}

const nameOfSaid = async () => (await caches.keys()).find((name) => name.startsWith(SAID));

async function lastSaid(address: string): Promise<Response | undefined> {
	const cacheName = await nameOfSaid();
	return cacheName === undefined
		? undefined
		: caches.match(address, { cacheName, ignoreVary: true });
}

/** The page, with the time at which it was said where its own script finds it. */
async function marked(page: Response): Promise<Response> {
	const at = page.headers.get('x-gravitas-said') ?? '';
	const text = (await page.text()).replace('<html ', `<html data-said-at="${at}" `);
	return new Response(text, { headers: page.headers });
}

/** Deletes all of a kind but one. */
async function forget(kind: string, but: string): Promise<void> {
	for (const name of await caches.keys()) {
		if (name.startsWith(kind) && name !== but) await caches.delete(name);
	}
}
