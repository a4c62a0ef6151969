/**
 * npm run bench -- scale: how opening a page, the flies' table, an edit and a start grow with what is kept: flies
 * with entries of the log and ledgers in proportion, brought in through the public interface.
 */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync } from 'node:fs';
import { request } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from '../scripts/prepare.mjs';
import { slope } from './slope.mjs';

export const SIZES = [500, 2000, 8000];
/** Changes of one action, at most as many as one takes. */
const AT_ONCE = 400;

/** @param {string} folder @param {Record<string, string>} [settings] of the environment */
export async function started(folder, settings = {}) {
	const began = performance.now();
	const server = spawn(process.execPath, ['scripts/start.mjs'], {
		cwd: root,
		env: { ...process.env, ...settings, GRAVITAS_DATA: folder, GRAVITAS_PORT: '0' },
		stdio: ['ignore', 'pipe', 'inherit']
	});
	let said = '';
	/** @type {string} */
	const address = await new Promise((resolve, reject) => {
		server.stdout.on('data', (/** @type {Buffer} */ chunk) => {
			said += chunk.toString();
			const found = /open at (\S+)/.exec(said);
			if (found?.[1]) resolve(found[1]);
		});
		server.once('exit', (code) => reject(new Error(`It ended with code ${code}: ${said}`)));
	});
	return {
		address,
		took: performance.now() - began,
		stop: async () => {
			const ended = new Promise((resolve) => server.once('exit', resolve));
			server.kill('SIGINT');
			await ended;
		}
	};
}

/** What a tier with this many flies may have. @param {number} flies @returns {{ kind: string, id: string, document: object }[]} */
function kept(flies) {
	const recipes = Array.from({ length: flies }, (_, k) => ({
		hook: { style: k % 2 ? 'jig60' : 'straight', size: 8 + 2 * (k % 6), lengthX: 0, wireX: k % 3 },
		bead: {
			metal: 'tungsten',
			shape: k % 2 ? 'slotted' : 'round',
			diameterMm: 2 + 0.1 * (k % 20)
		},
		coil: k % 3 ? { metal: 'lead', wireInch: 0.015, turns: 3 + (k % 5) } : null,
		dressing: { fullness: ['sparse', 'medium', 'full'][k % 3] }
	}));
	const row = (
		/** @type {string} */ kind,
		/** @type {string} */ name,
		/** @type {object} */ body
	) => ({
		kind,
		id: randomUUID(),
		document: { name, body }
	});
	return [
		...recipes.map((recipe, k) => row('fly', `Fly ${k}`, { recipe })),
		...Array.from({ length: 2.5 * flies }, (_, n) =>
			row('entry', `On the scale ${n}`, {
				at: 1770112800000 + n,
				weighing: {
					of: 'fly',
					count: 1,
					massG: 0.2,
					scaleStepG: 0.01,
					recipe: recipes[n % 40]
				}
			})
		),
		...Array.from({ length: flies / 20 }, (_, k) =>
			row('lot', `Lot ${k}`, {
				bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2 + 0.1 * (k % 20) },
				entries: Array.from({ length: 50 }, (_, i) => ({
					on: '2026-01-20',
					kind: i ? 'used' : 'bought',
					amount: i ? 1 : 100
				}))
			})
		)
	];
}

/** @param {string} address @param {string} method @param {string} path @param {object} body */
async function send(address, method, path, body) {
	const answer = await fetch(new URL(path, address), {
		method,
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify(body)
	});
	if (!answer.ok) throw new Error(`${path}: ${answer.status} ${await answer.text()}`);
	return answer.json();
}

/** Brings in what a tier with so many flies may have. @param {string} address @param {number} flies */
export async function filled(address, flies) {
	const documents = kept(flies);
	for (let from = 0; from < documents.length; from += AT_ONCE) {
		const changes = documents.slice(from, from + AT_ONCE);
		await send(address, 'POST', '/api/actions', { label: 'Brought in', changes });
	}
	return documents;
}

/**
 * Bytes as they travel, and the time to the first row under a table's header and to the last byte, ms.
 * @param {string} address @returns {Promise<{ bytes: number, row: number, last: number, link: string }>}
 */
function fetched(address) {
	const began = performance.now();
	return new Promise((resolve, reject) => {
		request(address, { headers: { 'accept-encoding': 'gzip' } }, (answer) => {
			let bytes = 0;
			let lines = 0;
			let row = NaN;
			answer.on('data', (/** @type {Buffer} */ chunk) => {
				bytes += chunk.length;
				if (lines >= 2) return;
				lines += chunk.toString('latin1').split('\n').length - 1;
				if (lines >= 2) row = performance.now() - began;
			});
			const link = String(answer.headers.link ?? '');
			answer.once('end', () => resolve({ bytes, row, last: performance.now() - began, link }));
		})
			.once('error', reject)
			.end();
	});
}

/**
 * All of what a page gets after it has opened, piece by piece.
 * @param {string} address @returns {Promise<{ bytes: number, longest: number, all: number }>}
 */
async function rest(address) {
	const sum = { bytes: 0, longest: 0, all: 0 };
	for (const collection of ['flies', 'lots', 'batches', 'entries']) {
		/** @type {string | undefined} */
		let path = `/api/${collection}?most=500`;
		while (path) {
			const piece = await fetched(new URL(path, address).href);
			sum.bytes += piece.bytes;
			sum.longest = Math.max(sum.longest, piece.last);
			sum.all += piece.last;
			path = /<([^>]+)>; rel="next"/.exec(piece.link)?.[1];
		}
	}
	return sum;
}

/** @param {(what: string, value: number, unit: string, budget?: number) => void} print */
export async function scale(print) {
	/** @type {Record<'page' | 'row' | 'edit' | 'start', number[]>} */
	const times = { page: [], row: [], edit: [], start: [] };
	for (const size of SIZES) {
		const folder = mkdtempSync(join(tmpdir(), 'gravitas-scale-'));
		let server = await started(folder);
		const documents = await filled(server.address, size);
		await server.stop();
		server = await started(folder);
		times.start.push(server.took);
		// What was learned is kept from now on: the time of a page and of a table is meant.
		await fetched(server.address);
		const learning = await fetched(new URL('/api/learning', server.address).href);
		// One of several: what was learned is being put on the disk during the first.
		const pages = [];
		for (let k = 0; k < 5; k++) pages.push(await fetched(server.address));
		const [, , page] = pages.sort((a, b) => a.last - b.last);
		if (!page) throw new Error('No page was opened.');
		times.page.push(page.last);
		const after = await rest(server.address);
		const table = await fetched(new URL('/api/flies.csv', server.address).href);
		times.row.push(table.row);
		const [{ id, document }] = documents;
		const edits = [];
		for (let revision = 1; revision <= 20; revision++) {
			const began = performance.now();
			await send(server.address, 'PUT', `/api/flies/${id}`, { ...document, revision });
			edits.push(performance.now() - began);
		}
		times.edit.push(edits.sort((a, b) => a - b)[10] ?? NaN);
		await server.stop();
		rmSync(folder, { recursive: true });
		print(`${size} flies: a page opened, compressed`, page.bytes / 1000, 'kB', 150);
		print('  server’s time for it', page.last, 'ms', 300);
		print('  learning after it was all brought in', learning.last / 1000, 's');
		print('  the rest after it, piece by piece', after.bytes / 1000, 'kB');
		print('  the longest piece', after.longest, 'ms', 300);
		print('  all pieces', after.all / 1000, 's');
		print('  the flies’ table, first row', table.row, 'ms', 1000);
		print('  all of it', table.last / 1000, 's');
		print('  an edit', times.edit.at(-1) ?? NaN, 'ms');
		print('  a start', server.took / 1000, 's', size === 2000 ? 3 : undefined);
	}
	for (const [what, values] of Object.entries(times)) {
		print(`exponent over the flies: ${what}`, slope(SIZES, values), '');
	}
}
