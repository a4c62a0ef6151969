/**
 * What whoever looks after a server asks of a process: whether it lives, whether it can answer, figures for a
 * collector, and its log as lines of JSON.
 */
import pino from 'pino';
import { collectDefaultMetrics, Gauge, Histogram, Registry } from 'prom-client';

/** How long the database may take to answer before the process counts as not ready, ms. */
const READY_WITHIN = 2000;

/** Requests of less than a millisecond and searches of a minute, s. */
const BUCKETS = [0.002, 0.005, 0.01, 0.025, 0.05, 0.1, 0.25, 0.5, 1, 2.5, 5, 10, 30, 60];

const registry = new Registry();
collectDefaultMetrics({ register: registry });
const durations = new Histogram({
	name: 'gravitas_request_duration_seconds',
	help: 'From a request to the end of its answer.',
	labelNames: ['method', 'route', 'status'],
	buckets: BUCKETS,
	registers: [registry]
});
const underWay = new Gauge({
	name: 'gravitas_requests_under_way',
	help: 'Requests that wait for their answer now; streams of news are not among them.',
	registers: [registry]
});
const databaseUp = new Gauge({
	name: 'gravitas_database_up',
	help: 'Whether the database answers: 1 or 0.',
	registers: [registry]
});

/**
 * A request's address without what is a person's own: ids and queries are left out, so that there are few of them.
 * @param {string} url
 */
export function routeOf(url) {
	const [path = ''] = url.split('?');
	if (path.startsWith('/_app/')) return '/_app';
	return path
		.split('/')
		.slice(0, 5)
		.map((part) => (/^[a-z][a-z.]{0,20}$/.test(part) || part === '' ? part : ':id'))
		.join('/');
}

const asJson = process.env.GRAVITAS_LOG === 'json';
const log = asJson ? pino({ base: { pid: process.pid } }) : null;

/** Makes every line that is said one of JSON, where GRAVITAS_LOG asks for it. */
export function logInJson() {
	if (!log) return;
	/** @param {unknown[]} words */
	const said = (words) => words.map(String).join(' ').trim();
	console.log = (...words) => log.info(said(words));
	console.warn = (...words) => log.warn(said(words));
	console.error = (...words) => log.error(said(words));
}

/**
 * Counts a request, and says it in the log of lines of JSON: without its query and its body, which are a person's own.
 * @param {import('node:http').IncomingMessage} req @param {import('node:http').ServerResponse} res
 */
export function observe(req, res) {
	const start = process.hrtime.bigint();
	const { method = '', url = '/' } = req;
	const stream = url === '/api/news';
	if (!stream) underWay.inc();
	res.once('close', () => {
		if (stream) return;
		underWay.dec();
		const seconds = Number(process.hrtime.bigint() - start) / 1e9;
		const status = res.writableFinished ? res.statusCode : 499;
		const route = status === 404 ? 'none' : routeOf(url);
		durations.observe({ method, route, status }, seconds);
		log?.info(
			{ method, path: url.split('?')[0], status, ms: Math.round(seconds * 1e3) },
			'request'
		);
	});
}

/** @typedef {{ answers(): Promise<void> }} Answering */

/**
 * Whether the database answers, in time.
 * @param {Promise<Answering> | undefined} store
 */
async function ready(store) {
	/** @type {NodeJS.Timeout | undefined} */
	let timer;
	const late = new Promise((_, reject) => {
		timer = setTimeout(() => reject(new Error('late')), READY_WITHIN);
	});
	try {
		await Promise.race([Promise.resolve(store).then((open) => open?.answers()), late]);
		return store !== undefined;
	} catch {
		return false;
	} finally {
		clearTimeout(timer);
	}
}

/**
 * Answers /healthz, /readyz and /metrics.
 * @param {import('node:http').IncomingMessage} req @param {import('node:http').ServerResponse} res
 * @param {{ stopping: boolean, store: Promise<Answering> | undefined }} state
 * @returns {boolean} whether it was one of them
 */
export function operated(req, res, { stopping, store }) {
	if (req.method !== 'GET' && req.method !== 'HEAD') return false;
	/** @param {number} status @param {string} body @param {string} [type] */
	const say = (status, body, type = 'text/plain; charset=utf-8') =>
		res.writeHead(status, { 'content-type': type, 'cache-control': 'no-store' }).end(body);
	switch (req.url) {
		case '/healthz':
			say(200, 'alive\n');
			return true;
		case '/readyz':
			if (stopping) say(503, 'stopping\n');
			else
				void ready(store).then((is) =>
					say(
						is ? 200 : 503,
						is ? 'ready\n' : store ? 'the database does not answer\n' : 'starting\n'
					)
				);
			return true;
		case '/metrics':
			void ready(store).then(async (is) => {
				databaseUp.set(is ? 1 : 0);
				say(200, await registry.metrics(), registry.contentType);
			});
			return true;
		default:
			return false;
	}
}
