/** Many hours of a person's work in one: eight clients at once, and what the program's memory does meanwhile. */
import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { launch, recipe } from './harness.mjs';

const CLIENTS = 8;
/** Flies of each client: what is kept does not grow, but for the history of it. */
const FLIES = 20;
/** Memory is looked at so often, in requests. */
const LOOK = 100;
/** By so much the last quarter's memory may lie over the second's. */
const GROWTH = 1.05;

const water = { depthM: 0.9, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2, temperatureC: 10 };

/** Resident memory of a process, MB. @param {number} pid */
const resident = (pid) =>
	Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1]) / 1024;

/** @param {readonly number[]} values */
const mean = (values) => values.reduce((sum, value) => sum + value, 0) / values.length;

/**
 * @param {string} home @param {string} build @param {number} requests
 * @param {(what: string, lost: string[]) => void} judge
 * @returns {Promise<string>} what was seen
 */
export async function soak(home, build, requests, judge) {
	const starting = launch(join(home, 'soak'), build);
	const server = await starting.ready;
	if (!('address' in server)) throw new Error(`The server did not open: ${server.said}`);
	/** @type {Record<string, number>} */
	const answers = {};
	/** @type {string[]} */
	const broken = [];
	/** @type {number[]} */
	const memory = [];
	let sent = 0;

	/** @param {string} method @param {string} path @param {unknown} [body] */
	const send = async (method, path, body) => {
		if (sent++ % LOOK === 0) memory.push(resident(starting.pid));
		const response = await fetch(new URL(path, server.address), {
			method,
			// One that is kept open may be closed as idle just as a client that was held up writes to it.
			headers: { connection: 'close', 'content-type': 'application/json' },
			...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) })
		});
		const text = await response.text();
		const kind = `${Math.floor(response.status / 100)}xx`;
		answers[kind] = (answers[kind] ?? 0) + 1;
		if (response.status >= 500) broken.push(`${method} ${path}: ${response.status} ${text}`);
		return { response, text };
	};

	/** One client's flies: their revisions by id. */
	const client = async () => {
		/** @type {Map<string, number>} */
		const own = new Map();
		const make = async () => {
			const id = randomUUID();
			const { response } = await send('POST', '/api/flies', {
				id,
				name: 'A fly',
				body: { recipe }
			});
			if (response.ok) own.set(id, 1);
		};
		const some = () => [...own][Math.floor(Math.random() * own.size)] ?? ['', 0];
		const rename = async () => {
			const [id, revision] = some();
			const change = { name: `A fly ${revision}`, body: { recipe }, revision };
			const { response, text } = await send('PUT', `/api/flies/${id}`, change);
			if (response.ok) own.set(id, JSON.parse(text).revision);
			else await again(id);
		};
		/** Somebody's undo went in between, or it took the fly away. @param {string} id */
		const again = async (id) => {
			const { response, text } = await send('GET', `/api/flies/${id}`);
			if (response.ok) own.set(id, JSON.parse(text).revision);
			else own.delete(id);
		};
		const remove = async () => {
			const [id, revision] = some();
			const { response } = await send('DELETE', `/api/flies/${id}?revision=${revision}`);
			if (response.ok) own.delete(id);
			else await again(id);
		};
		/** What a client does, and how often of a hundred. @type {[number, () => Promise<unknown>][]} */
		const doings = [
			[35, rename],
			[5, remove],
			[3, () => send('POST', '/api/undo', {})],
			[2, () => send('POST', '/api/redo', {})],
			[6, () => send('POST', '/api/predict', { fly: { recipe }, lie: water })],
			[4, () => send('GET', '/')],
			[5, () => send('GET', '/api/snapshot')],
			[4, () => send('GET', '/api/flies?most=20')],
			[1, () => send('GET', '/api/learning')],
			[18, () => send('GET', `/api/flies/${some()[0]}`)],
			[4, () => send('GET', `/api/flies/${some()[0]}/history`)],
			[3, () => send('GET', '/api/lies')],
			[2, () => send('GET', '/api/openapi.json')],
			[2, () => send('POST', '/api/predict', '{"fly": 7')],
			[2, () => send('GET', '/api/nothing')],
			[2, () => send('PUT', `/api/flies/${some()[0]}`, { name: '' })],
			[1, () => send('GET', '/api/log.csv')],
			[1, () => send('GET', '/api/stock.csv')]
		];
		while (sent < requests) {
			if (own.size < FLIES) await make();
			let dice = Math.random() * 100;
			const [, does] = doings.find(([often]) => (dice -= often) < 0) ?? doings[0];
			await does();
			// The dearest by far: whole tables and archives.
			if (sent % 1000 < CLIENTS / 2) await send('GET', '/api/flies.csv');
			if (sent % 5000 < CLIENTS / 2) await send('GET', '/api/archive');
		}
	};
	const began = performance.now();
	await Promise.all(Array.from({ length: CLIENTS }, client));
	const took = (performance.now() - began) / 1000;
	await server.stop();
	judge('soak', broken.slice(0, 20));
	const quarter = Math.floor(memory.length / 4);
	const [second, last] = [mean(memory.slice(quarter, 2 * quarter)), mean(memory.slice(-quarter))];
	if (last > GROWTH * second)
		judge('soak', [`memory grew from ${second.toFixed(0)} to ${last.toFixed(0)} MB`]);
	return `${sent} requests of ${CLIENTS} clients in ${took.toFixed(0)} s: ${JSON.stringify(answers)}; memory ${second.toFixed(0)} MB in the second quarter, ${last.toFixed(0)} MB in the last`;
}
