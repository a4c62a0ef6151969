/** Kills inside what changes much at once: it is there whole or not at all, and all of it once it was acknowledged. */
import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import { launch, open, recipe, run } from './harness.mjs';

/** @typedef {{ flies: { id: string, name: string }[], lots: any[], batches: any[], rivers: any[] }} Snapshot */
/** @param {string} address @param {string} method @param {string} path @param {unknown} [body] */
const send = (address, method, path, body) =>
	fetch(new URL(path, address), {
		method,
		...(body instanceof FormData
			? { body }
			: body === undefined
				? {}
				: { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
	});
/** @param {string} address @returns {Promise<Snapshot>} */
const snapshotOf = async (address) => {
	const ask = () => send(address, 'GET', '/api/snapshot');
	// A connection that lay idle on a busy machine may be closed just then; a server that has ended does not answer anew.
	return (await ask().catch(ask)).json();
};
/** Names and ids, by which two states are the same. @param {Snapshot} snapshot */
const contentOf = ({ flies, lots, batches, rivers }) =>
	JSON.stringify(
		[flies, lots, batches, rivers].map((rows) => rows.map(({ id, name, body }) => [id, name, body]))
	);

/**
 * Each operation, made ready with the data as they are: how it is sent, and what is wrong with what was found after
 * the kill; null where it is there whole, or not at all and was not acknowledged.
 *
 * @type {Record<string, (before: Snapshot, folder: string) => Promise<{
 *   send: (address: string) => Promise<Response>,
 *   wrong: (after: Snapshot, acknowledged: boolean) => string | null
 * }>>}
 */
const operations = {
	action: async () => {
		const changes = Array.from({ length: 20 }, (_, i) => ({
			kind: 'fly',
			id: randomUUID(),
			document: { name: `Of an action ${i}`, body: { recipe } }
		}));
		return {
			send: (address) => send(address, 'POST', '/api/actions', { label: 'twenty flies', changes }),
			wrong: (after, acknowledged) =>
				allOrNone(
					changes.map(({ id }) => id),
					after,
					acknowledged
				)
		};
	},
	import: async () => {
		const ids = Array.from({ length: 60 }, () => randomUUID());
		const form = new FormData();
		for (const [i, id] of ids.entries()) {
			const document = {
				format: 'gravitas/fly',
				version: 0,
				id,
				name: `Brought in ${id.slice(0, 8)}`,
				body: { recipe }
			};
			form.append('file', new File([JSON.stringify(document)], `${i}.json`));
		}
		form.append('choices', '{}');
		return {
			send: (address) => send(address, 'POST', '/api/import', form),
			wrong: (after, acknowledged) => allOrNone(ids, after, acknowledged)
		};
	},
	batch: async ({ lots }) => {
		const id = randomUUID();
		const entry = { on: '2026-05-01', kind: 'reserved', amount: 1, batchId: id };
		const changes = [
			{ kind: 'batch', id, document: { name: 'A run', body: run } },
			...lots.slice(0, 4).map(({ id: lot, name, revision, body }) => ({
				kind: 'lot',
				id: lot,
				revision,
				document: { name, body: { ...body, entries: [...body.entries, entry] } }
			}))
		];
		return {
			send: (address) => send(address, 'POST', '/api/actions', { label: 'a run', changes }),
			wrong: (after, acknowledged) => {
				const parts = [
					after.batches.some((row) => row.id === id),
					...changes
						.slice(1)
						.map((change) =>
							after.lots.some(
								(lot) =>
									lot.id === change.id &&
									lot.body.entries.some((/** @type {any} */ e) => e.batchId === id)
							)
						)
				];
				return verdict(parts, acknowledged);
			}
		};
	},
	restore: async (before, folder) => {
		const copies = join(folder, 'backups');
		const names = readdirSync(copies).filter((name) => name.endsWith('.gz'));
		const name = names[Math.floor(Math.random() * names.length)] ?? '';
		const then = new Map(rowsIn(join(copies, name)));
		return {
			send: (address) => send(address, 'POST', `/api/backups/${name}/restore`),
			wrong: (after, acknowledged) => {
				const restored =
					JSON.stringify(after.flies.map(({ id, name: of }) => [id, of]).sort()) ===
					JSON.stringify([...then].sort());
				if (restored) return null;
				if (acknowledged) return 'it was acknowledged and is not there';
				return contentOf(after) === contentOf(before)
					? null
					: 'it is neither as before nor as in the copy';
			}
		};
	},
	backup: async (before, folder) => ({
		send: (address) => send(address, 'POST', '/api/backups'),
		wrong: (after) => {
			if (contentOf(after) !== contentOf(before)) return 'the data changed';
			const copies = join(folder, 'backups');
			if (!existsSync(copies)) return null;
			const names = readdirSync(copies);
			if (names.some((name) => name.endsWith('.part'))) return 'half a copy was left';
			for (const name of names) rowsIn(join(copies, name));
			return null;
		}
	})
};

/** The flies in a copy, which must be whole. @param {string} path @returns {[string, string][]} */
function rowsIn(path) {
	const lines = gunzipSync(readFileSync(path)).toString().trimEnd().split('\n');
	if (!JSON.parse(lines.at(-1) ?? '{}').sha256) throw new Error(`${path} has no end`);
	return lines
		.filter((line) => line.startsWith('["fly",'))
		.map((line) => JSON.parse(line)[1])
		.map(({ id, name }) => [id, name]);
}

/** @param {readonly string[]} ids @param {Snapshot} after @param {boolean} acknowledged */
const allOrNone = (ids, after, acknowledged) => {
	const there = new Set(after.flies.map(({ id }) => id));
	return verdict(
		ids.map((id) => there.has(id)),
		acknowledged
	);
};
/** @param {readonly boolean[]} parts @param {boolean} acknowledged */
function verdict(parts, acknowledged) {
	const done = parts.filter(Boolean).length;
	if (done !== 0 && done !== parts.length)
		return `${done} of ${parts.length} parts of it are there`;
	return acknowledged && done === 0 ? 'it was acknowledged and is not there' : null;
}

/**
 * @param {string} home @param {string} build @param {number} rounds kills, the operations in turn
 * @param {(what: string, lost: string[]) => void} judge
 * @param {(line: string) => void} say
 */
export async function killsInside(home, build, rounds, judge, say) {
	const folder = join(home, 'inside');
	const trouble = join(home, 'inside-trouble');
	const env = { GRAVITAS_DEMO_UNDER_TEST: '1', GRAVITAS_TROUBLE: trouble };
	let server = await open(folder, build, env);
	await send(server.address, 'POST', '/api/backups');
	const names = Object.keys(operations);
	const count = { whole: 0, none: 0, acknowledged: 0 };
	for (let i = 0; i < rounds; i++) {
		if (i > 0 && i % 50 === 0) say(`… ${i} kills inside`);
		const what = names[i % names.length] ?? '';
		const before = await snapshotOf(server.address);
		const operation = await /** @type {(typeof operations)[string]} */ (operations[what])(
			before,
			folder
		);
		// Each write to the disk takes so long that the moment is wide.
		writeFileSync(trouble, 'slow 10');
		let acknowledged = false;
		const asked = operation.send(server.address).then(
			(response) => {
				if (response.ok) acknowledged = true;
				else
					void response
						.text()
						.then((words) => judge(`${what} ${i}`, [`${response.status} ${words}`]));
			},
			() => undefined
		);
		await Promise.race([
			asked,
			new Promise((resolve) => setTimeout(resolve, 20 + Math.random() * 1500))
		]);
		await server.kill();
		await asked;
		rmSync(trouble);
		const found = await launch(folder, build, env).ready;
		if (!('address' in found)) {
			judge(`${what} ${i}`, [`did not open: ${found.said}`]);
			return;
		}
		server = found;
		const after = await snapshotOf(server.address);
		const wrong = operation.wrong(after, acknowledged);
		if (wrong) judge(`${what} ${i}`, [wrong]);
		if (acknowledged) count.acknowledged++;
		if (contentOf(after) === contentOf(before)) count.none++;
		else count.whole++;
	}
	await server.stop();
	say(
		`${rounds} kills inside actions, imports, batches, restores and copies on a slow disk: ${count.whole} whole, ${count.none} as before, ${count.acknowledged} acknowledged`
	);
}
