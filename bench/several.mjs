/**
 * npm run bench -- several: fifty clients at once on two processes with one PostgreSQL server, beside one process with
 * PGlite in the same run; and whether an edit there costs the same however much is kept.
 */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startPostgres } from '../scripts/postgres.mjs';
import { filled, SIZES, started } from './scale.mjs';
import { slope } from './slope.mjs';

const CLIENTS = 50;
/** How long they go on, ms. */
const SPAN = 8_000;
/** Flies that are there for each client to change. */
const OWN = 4;
/** One in so many asks for a prediction, which is a third of a second of one core. */
const PREDICTED = 0.02;

const water = { depthM: 0.9, surfaceSpeedMs: 0.6, bed: 'gravel', zoneTopM: 0.2, temperatureC: 10 };

/**
 * @typedef {{ revision: number, document: { name: string, body: { recipe: object } } }} Own
 * @param {readonly string[]} addresses @param {[string, Own][][]} owned what each client changes
 * @param {number} predicted share of the requests that are predictions
 * @returns {Promise<{ rate: number, late: number, edit: number }>} requests a second; ms within which 95 % of all, and
 *   of the edits, were answered
 */
async function load(addresses, owned, predicted) {
	/** @type {number[]} */
	const times = [];
	/** @type {number[]} */
	const edits = [];
	const until = performance.now() + SPAN;
	/** @param {string} address @param {Map<string, Own>} own */
	const client = async (address, own) => {
		const ids = [...own.keys()];
		while (performance.now() < until) {
			const id = ids[Math.floor(Math.random() * ids.length)] ?? '';
			const fly = /** @type {Own} */ (own.get(id));
			const dice = Math.random() < predicted ? 1 : 0.9 * Math.random();
			/** @type {[string, string, object?]} */
			const [method, path, body] =
				dice < 0.3
					? [
							'PUT',
							`/api/flies/${id}`,
							{ ...fly.document, name: `${id} ${dice}`, revision: fly.revision }
						]
					: dice < 0.7
						? ['GET', `/api/flies/${id}`]
						: dice < 0.9
							? ['GET', '/api/rigs']
							: [
									'POST',
									'/api/predict',
									{ fly: fly.document.body, lie: water, drifts: 2, learned: false }
								];
			const began = performance.now();
			const answer = await fetch(new URL(path, address), {
				method,
				...(body && { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
			});
			if (!answer.ok) throw new Error(`${method} ${path}: ${answer.status} ${await answer.text()}`);
			await answer.arrayBuffer();
			const took = performance.now() - began;
			times.push(took);
			if (method === 'PUT') {
				edits.push(took);
				fly.revision++;
			}
		}
	};
	await Promise.all(
		owned.map((own, k) => client(addresses[k % addresses.length] ?? '', new Map(own)))
	);
	return { rate: times.length / (SPAN / 1000), late: late(times), edit: late(edits) };
}

/** @param {number[]} times @returns {number} the 95th percentile */
const late = (times) => times.sort((a, b) => a - b)[Math.floor(0.95 * times.length)] ?? NaN;

/**
 * From an edit that is sent to one process until another tells its windows of it, ms; 95 % of forty.
 * @param {string} one @param {string} other
 * @param {{ id: string, document: object }} fly @param {number} revision
 */
async function heard(one, other, fly, revision) {
	const news = await fetch(new URL('/api/news', other));
	const reader = news.body?.pipeThrough(new TextDecoderStream()).getReader();
	if (!reader) throw new Error('There are no news.');
	const told = async () => {
		for (;;) {
			const { value, done } = await reader.read();
			if (done || value.includes('event: news')) return;
		}
	};
	const times = [];
	for (let k = 0; k < 40; k++) {
		const began = performance.now();
		const answer = fetch(new URL(`/api/flies/${fly.id}`, one), {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ ...fly.document, name: `Heard ${k}`, revision: revision + k })
		});
		await told();
		times.push(performance.now() - began);
		if (!(await answer).ok) throw new Error('An edit was refused.');
	}
	await reader.cancel();
	return late(times);
}

/** @param {(what: string, value: number, unit: string, budget?: number) => void} print */
export async function several(print) {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-several-'));
	const postgres = await startPostgres();
	/** @type {Record<string, { rate: number, late: number, edit: number }>} */
	const found = {};
	try {
		for (const [name, processes, env] of /** @type {const} */ ([
			['PGlite, one process', 1, {}],
			['PostgreSQL, two processes', 2, { DATABASE_URL: postgres.database('load') }]
		])) {
			const servers = [];
			for (let k = 0; k < processes; k++)
				servers.push(await started(join(folder, `${processes}${k}`), env));
			const addresses = servers.map(({ address }) => address);
			const flies = await filled(addresses[0] ?? '', CLIENTS * OWN);
			const owned = Array.from({ length: CLIENTS }, (_, k) =>
				flies
					.slice(k * OWN, (k + 1) * OWN)
					.map(({ id, document }) => /** @type {[string, Own]} */ ([id, { revision: 1, document }]))
			);
			for (const predicted of [0, PREDICTED]) {
				const what = predicted ? `${name}, with predictions` : name;
				found[what] = await load(addresses, owned, predicted);
			}
			const [one, other] = addresses;
			const [first] = flies;
			if (one && other && first) {
				const revision = owned[0]?.[0]?.[1].revision ?? 1;
				print(
					'an edit through one process until it is told by the other',
					await heard(one, other, first, revision),
					'ms',
					500
				);
			}
			for (const server of servers) await server.stop();
		}
		const all = Object.values(found);
		for (const [name, { rate, late, edit }] of Object.entries(found)) {
			print(`${CLIENTS} clients, ${name}`, rate, 'a second');
			print('  95 % of all answered within', late, 'ms');
			print('  95 % of the edits within', edit, 'ms');
		}
		for (const [k, of] of ['reads and edits', 'with predictions'].entries()) {
			const [alone, two] = [all[k], all[k + 2]];
			if (!alone || !two) throw new Error('Nothing was measured.');
			print(`PostgreSQL over PGlite, ${of}: requests a second`, two.rate / alone.rate, '');
			print('  95th percentile of all', two.late / alone.late, '');
			print('  95th percentile of the edits', two.edit / alone.edit, '');
		}

		const edits = [];
		for (const size of SIZES) {
			const env = { DATABASE_URL: postgres.database(`size${size}`) };
			const server = await started(join(folder, `size${size}`), env);
			const [first] = await filled(server.address, size);
			if (!first) throw new Error('Nothing was kept.');
			const { id, document } = first;
			const times = [];
			for (let revision = 1; revision <= 40; revision++) {
				const began = performance.now();
				await fetch(new URL(`/api/flies/${id}`, server.address), {
					method: 'PUT',
					headers: { 'content-type': 'application/json' },
					body: JSON.stringify({ ...document, revision })
				});
				times.push(performance.now() - began);
			}
			edits.push(times.sort((a, b) => a - b)[20] ?? NaN);
			print(`${size} flies on PostgreSQL: an edit`, edits.at(-1) ?? NaN, 'ms');
			await server.stop();
		}
		// Ten times as much kept may cost an edit a quarter more.
		print('exponent over the flies: an edit on PostgreSQL', slope(SIZES, edits), '', 0.1);
	} finally {
		await postgres.stop();
		rmSync(folder, { recursive: true, force: true });
	}
}
