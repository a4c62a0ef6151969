/** Serves the built program on 127.0.0.1 until it is told to stop. */
import { AsyncLocalStorage } from 'node:async_hooks';
import { createServer } from 'node:http';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import compression from 'compression';
import { logInJson, observe, operated } from './operations.mjs';

const USUAL_PORT = 4680;
const HOST = '127.0.0.1';

/** What is under way may end within this, ms: of a program that a person ends, and of one process of several. */
const DRAIN = 500;
const DRAIN_OF_SEVERAL = 20_000;

/** @typedef {{ gravitasStore?: Promise<{ place: string, answers(): Promise<void>, close(): Promise<void> }> }} Global */

const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];
/** No request needs more: the largest import is 128 MB. What is longer is refused by its length alone. */
const MOST_BYTES = 160 * 2 ** 20;

/**
 * @param {import('node:http').ServerResponse} res @param {number} status @param {string} message
 * @param {Record<string, string>} [headers]
 */
function refuse(res, status, message, headers = {}) {
	res
		.writeHead(status, { 'content-type': 'application/json', ...headers })
		.end(JSON.stringify({ message }));
}

/**
 * What the handler behind does not stand, answered before it: methods that no Request can have, lengths that
 * it would cut the line for, ranges that end before they begin, addresses that cannot be decoded.
 *
 * @param {import('node:http').IncomingMessage} req @param {import('node:http').ServerResponse} res
 * @returns {boolean} whether it was answered
 */
function answered(req, res) {
	const { method = '', headers, url = '/' } = req;
	if (!METHODS.includes(method)) {
		refuse(res, 405, `${method} means nothing here.`, { allow: METHODS.join(', ') });
		return true;
	}
	if (Number(headers['content-length'] ?? 0) > MOST_BYTES) {
		// Read to its end and dropped, so that the answer arrives.
		req.resume();
		const most = MOST_BYTES / 2 ** 20;
		refuse(res, 413, `This is more than ${most} MB, which nothing here takes.`);
		return true;
	}
	const range = /^bytes=(\d+)-(\d+)$/.exec(headers.range ?? '');
	if (range && Number(range[1]) > Number(range[2])) {
		refuse(res, 416, 'The range ends before it begins.');
		return true;
	}
	// Others than one plain range are left alone, which the standard allows (RFC 9110, 14.2).
	if (!/^bytes=(\d+-\d*|-\d+)$/.test(headers.range ?? '')) delete headers.range;
	try {
		decodeURI(url);
	} catch {
		refuse(
			res,
			400,
			'This address cannot be decoded: a % must be followed by two hex digits of UTF-8.'
		);
		return true;
	}
	return false;
}

/**
 * Answers are compressed, but for the stream of news, which comes line by line, for files, of which the first rows
 * are wanted at once, and for parts of something, which are counted in its own bytes.
 */
const compress = compression({
	filter: (req, res) =>
		!req.headers.range &&
		!res.hasHeader('content-disposition') &&
		!String(res.getHeader('content-type')).startsWith('text/event-stream') &&
		compression.filter(req, res)
});

/**
 * @param {import('node:http').Server} server
 * @param {number} port
 * @returns {Promise<boolean>} false when the port is taken
 */
function listen(server, port) {
	return new Promise((resolve, reject) => {
		server.once('error', (/** @type {NodeJS.ErrnoException} */ error) => {
			if (error.code === 'EADDRINUSE') resolve(false);
			else reject(error);
		});
		server.listen(port, HOST, () => resolve(true));
	});
}

/**
 * @param {{ folder: string, demo: boolean, build: string }} options the data folder, whether a new one
 *   starts with the demo, and the folder of the build
 * @returns {Promise<void>} once it answers; the process then lives until it is stopped
 */
export async function serve({ folder, demo, build }) {
	logInJson();
	/** @type {((req: import('node:http').IncomingMessage, res: import('node:http').ServerResponse) => void) | null} */
	let handler = null;
	/** Of this process, and where its pages are open. */
	let [direct, own] = ['', ''];
	let stopping = false;
	let underWay = 0;
	/** Whose answer is being worked out, also where it goes on later. @type {AsyncLocalStorage<import('node:http').ServerResponse>} */
	const answering = new AsyncLocalStorage();
	const server = createServer((req, res) => {
		const host = req.headers.host ?? '';
		observe(req, res);
		if (host === direct || host === direct.replace(HOST, 'localhost')) {
			const { gravitasStore: store } = /** @type {Global} */ (globalThis);
			if (operated(req, res, { stopping, store })) return;
		}
		if (host !== own) {
			// A name that another site points at this machine must not reach a person's data.
			if (host === own.replace(HOST, 'localhost') && req.method === 'GET') {
				res.writeHead(307, { location: `http://${own}${req.url}` }).end();
			} else res.writeHead(403).end('Gravitas answers on this machine only.');
			return;
		}
		if (handler && !stopping) {
			// A window's stream of news never ends by itself.
			if (req.url !== '/api/news') {
				underWay++;
				res.once('close', () => underWay--);
			}
			res.setHeader('x-content-type-options', 'nosniff');
			res.setHeader('cross-origin-resource-policy', 'same-origin');
			res.setHeader('referrer-policy', 'no-referrer');
			if (answered(req, res)) return;
			const answer = handler;
			answering.run(res, () => {
				try {
					// It asks for no more than what every request and answer has.
					const [asked, given] = /** @type {Parameters<typeof compress>} */ (
						/** @type {unknown} */ ([req, res])
					);
					compress(asked, given, () => answer(req, res));
				} catch (error) {
					failed(res, error);
				}
			});
		} else {
			const words = stopping ? 'Gravitas is stopping.' : 'Gravitas is starting.';
			res.writeHead(503, { 'retry-after': '1', connection: 'close' }).end(words);
		}
	});

	/** An error that nobody caught ends one answer, never the program. @param {import('node:http').ServerResponse} res @param {unknown} error */
	const failed = (res, error) => {
		if (error !== null) console.error(error instanceof Error ? error.stack : error);
		if (res.headersSent) res.destroy();
		else refuse(res, 500, 'Gravitas made a mistake; the terminal shows more.');
	};
	// A terminal that is closed takes no more lines: each that is written would be a mistake that nobody caught,
	// with a line of its own, for ever.
	for (const out of [process.stdout, process.stderr]) out.on('error', () => undefined);
	// What is acknowledged is on the disk: going on loses nothing, ending would.
	for (const event of ['uncaughtException', 'unhandledRejection']) {
		process.on(event, (error) => {
			console.error(`${event}: ${error instanceof Error ? error.stack : String(error)}`);
			const res = answering.getStore();
			if (res && !res.writableEnded) failed(res, null);
		});
	}

	const wanted = Number(process.env.GRAVITAS_PORT ?? USUAL_PORT);
	if (!Number.isInteger(wanted) || wanted < 0 || wanted > 65535) {
		console.error(
			`GRAVITAS_PORT must be a port number from 0 to 65535, not “${process.env.GRAVITAS_PORT}”.`
		);
		process.exit(2);
	}
	let port = wanted;
	while (!(await listen(server, port))) port = port < wanted + 20 && port < 65535 ? port + 1 : 0;
	const address = /** @type {import('node:net').AddressInfo} */ (server.address());
	direct = `${HOST}:${address.port}`;
	const origin = originFrom(process.env.GRAVITAS_ORIGIN) ?? new URL(`http://${direct}`);
	own = origin.host;

	process.env.ORIGIN = origin.origin;
	// Who asks is told by what stands before the processes.
	if (process.env.GRAVITAS_ORIGIN) process.env.ADDRESS_HEADER = 'x-forwarded-for';
	process.env.GRAVITAS_DATA = folder;
	process.env.GRAVITAS_DEMO = demo ? '1' : '0';
	// The routes have bounds of their own, and words for them.
	process.env.BODY_SIZE_LIMIT = 'Infinity';

	// Who restarts one process of several does not wait for it.
	const drain = process.env.DATABASE_URL ? DRAIN_OF_SEVERAL : DRAIN;
	const stop = async () => {
		if (stopping) return;
		stopping = true;
		// What is acknowledged is on the disk already: an engine that is slow to close need not be waited for.
		setTimeout(() => {
			console.log('\nStopped. Everything is kept; the next start tidies the database first.');
			process.exit(0);
		}, drain + 1000).unref();
		server.close();
		server.closeIdleConnections();
		// What is under way may end.
		const patience = Date.now() + drain;
		while (underWay > 0 && Date.now() < patience) {
			await new Promise((resolve) => setTimeout(resolve, 10));
		}
		const { gravitasStore: opening } = /** @type {Global} */ (globalThis);
		await opening?.then((store) => store.close()).catch(() => undefined);
		server.closeAllConnections();
		console.log('\nStopped. Everything is kept.');
		process.exit(0);
	};
	for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void stop());

	try {
		const built = await import(pathToFileURL(join(build, 'handler.js')).href);
		handler = built.handler;
	} catch (error) {
		if (stopping) return;
		const { name, message, stack } = /** @type {Error} */ (error);
		console.error(name === 'PlaceError' ? message : stack);
		process.exit(2);
	}
	if (address.port !== wanted && wanted !== 0) {
		console.log(`Port ${wanted} is taken by another program, so Gravitas uses ${address.port}.`);
	}
	console.log(`Gravitas is open at ${origin.origin}/`);
	const { gravitasStore } = /** @type {Global} */ (globalThis);
	const place = (await gravitasStore)?.place ?? folder;
	console.log(`${demo ? 'Demo data' : 'Your data'}: ${place}   (Ctrl-C stops)`);
}

/**
 * The address that several processes share, before which something stands that hands requests on.
 * @param {string | undefined} given @returns {URL | null}
 */
function originFrom(given) {
	if (!given) return null;
	if (URL.canParse(given)) {
		const url = new URL(given);
		if (['http:', 'https:'].includes(url.protocol) && url.pathname === '/') return url;
	}
	console.error(
		`GRAVITAS_ORIGIN must be the address at which the pages are opened, as https://flies.example or http://127.0.0.1:8080, not “${given}”.`
	);
	process.exit(2);
}
