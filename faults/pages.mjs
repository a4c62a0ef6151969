/** Pages of the database's files that are lost, altered, cut off or old. */
import {
	closeSync,
	cpSync,
	openSync,
	readFileSync,
	rmSync,
	statSync,
	truncateSync,
	writeSync
} from 'node:fs';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { PGlite } from '@electric-sql/pglite';
import { launch, open, run } from './harness.mjs';

const PAGE = 8192;

/** What is done to a page, given the file as it was before the last changes. */
const kinds = {
	/** @param {string} file @param {number} page */
	zeroed: (file, page) => overwrite(file, page, Buffer.alloc(PAGE)),
	/** @param {string} file @param {number} page */
	flipped: (file, page) => {
		const bytes = readPage(file, page);
		const at = Math.floor(Math.random() * (PAGE - 16));
		for (let k = at; k < at + 16; k++) bytes[k] = ~(bytes[k] ?? 0);
		overwrite(file, page, bytes);
	},
	/** @param {string} file @param {number} page */
	'cut off': (file, page) => truncateSync(file, page * PAGE),
	/** @param {string} file @param {number} page @param {string} before */
	old: (file, page, before) => overwrite(file, page, readPage(before, page))
};

/** @param {string} file @param {number} page */
const readPage = (file, page) => readFileSync(file).subarray(page * PAGE, (page + 1) * PAGE);
/** @param {string} file @param {number} page @param {Uint8Array} bytes */
function overwrite(file, page, bytes) {
	const handle = openSync(file, 'r+');
	writeSync(handle, bytes, 0, bytes.length, page * PAGE);
	closeSync(handle);
}

/** The file of each table and of its primary key. @param {string} folder @returns {Promise<Map<string, string>>} */
async function filesOf(folder) {
	const db = new PGlite(join(folder, 'database'));
	const { rows } = /** @type {{ rows: { name: string, path: string }[] }} */ (
		await db.query(
			`select relname as name, pg_relation_filepath(oid) as path from pg_class
			where relnamespace = 'public'::regnamespace and relkind in ('r', 'i') and relname not like 'migration%'
				and (relkind = 'r' or relname like '%_pkey')`
		)
	);
	await db.close();
	return new Map(rows.map(({ name, path }) => [name, path]));
}

/** Everything that the program says of its data. @param {string} address */
async function everything(address) {
	const get = async (/** @type {string} */ path) => (await fetch(new URL(path, address))).json();
	const snapshot = await get('/api/snapshot');
	delete snapshot.snapshotVersion;
	return JSON.stringify(snapshot);
}

/** Changes something in every table. @param {string} address */
async function changeAll(address) {
	const send = (
		/** @type {string} */ method,
		/** @type {string} */ path,
		/** @type {unknown} */ body
	) =>
		fetch(new URL(path, address), {
			method,
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body)
		});
	const snapshot = await (await fetch(new URL('/api/snapshot', address))).json();
	const batch = randomUUID();
	await send('POST', '/api/batches', { id: batch, name: 'A run', body: run });
	await send('PUT', `/api/tying/${batch}`, { place: 4, times: [], drying: [], counted: 2 });
	for (const kind of ['rivers', 'lies', 'flies', 'lots', 'rigs', 'entries']) {
		const [{ id, name, body, revision, riverId }] = snapshot[kind];
		const within = riverId ? { riverId } : {};
		const answer = await send('PUT', `/api/${kind}/${id}`, {
			name: `${name}.`,
			body,
			revision,
			...within
		});
		if (!answer.ok) throw new Error(`${kind}: ${answer.status} ${await answer.text()}`);
	}
	await send('PUT', '/api/strip', { ...snapshot.strip, lieId: snapshot.lies[1].id });
}

/**
 * @param {string} home @param {string} build
 * @param {number} most damages at most: each kind to each table and primary key
 * @param {(what: string, lost: string[]) => void} judge
 * @returns {Promise<string>} what was tried, in words
 */
export async function damagedPages(home, build, most, judge) {
	const [whole, before] = [join(home, 'pages'), join(home, 'pages-before')];
	const demo = { GRAVITAS_DEMO_UNDER_TEST: '1' };
	let server = await open(whole, build, demo);
	await server.stop();
	cpSync(whole, before, { recursive: true });
	server = await open(whole, build, demo);
	await changeAll(server.address);
	await server.stop();
	const files = await filesOf(whole);
	server = await open(whole, build, demo);
	const expected = await everything(server.address);
	await server.stop();
	const cases = [...files].flatMap(([name, path]) =>
		Object.entries(kinds).map(([how, damage]) => ({ name, path, how, damage }))
	);
	const count = { said: 0, opened: 0, untouched: 0 };
	for (const { name, path, how, damage } of cases.sort(() => Math.random() - 0.5).slice(0, most)) {
		const folder = join(home, 'page');
		cpSync(whole, folder, { recursive: true });
		const file = join(folder, 'database', path);
		const pages = statSync(file).size / PAGE;
		const was = readFileSync(file);
		if (pages >= 1) damage(file, Math.floor(Math.random() * pages), join(before, 'database', path));
		if (readFileSync(file).equals(was)) count.untouched++;
		const found = await launch(folder, build, demo).ready;
		if ('address' in found) {
			count.opened++;
			if ((await everything(found.address)) !== expected) {
				judge(`${name}, a page ${how}`, ['it opened with other data, without a word']);
			}
			await found.stop();
		} else if (found.code === 2 && /damaged.*npm run restore/.test(found.said)) count.said++;
		else judge(`${name}, a page ${how}`, [`ended with ${found.code}: ${found.said}`]);
		rmSync(folder, { recursive: true });
	}
	return `pages of ${files.size} tables and keys zeroed, flipped, cut off or old, ${Math.min(most, cases.length)} times: ${count.said} said, ${count.opened} opened with everything (${count.untouched} had nothing to damage)`;
}
