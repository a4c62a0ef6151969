/** Servers under test, and a writer that remembers what was acknowledged. */
import { spawn } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import { root } from '../scripts/prepare.mjs';

export const recipe = {
	hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
	coil: null,
	dressing: { fullness: 'medium' }
};

/** A run of three flies, begun. */
export const run = {
	on: '2026-02-03',
	carry: 2,
	state: 'tying',
	items: [{ name: 'A fly', count: 3, recipe }],
	order: [{ fly: 0, from: 0, to: 9 }],
	flies: [{ fly: 0, on: '2026-02-03', massG: 0.243, scaleStepG: 0.001 }],
	times: [],
	taken: []
};

/**
 * @typedef {{ address: string, kill(): Promise<void>, stop(): Promise<number | null>, said(): string }} Server
 * @typedef {{ code: number | null, said: string }} Refused
 */

/**
 * Starts a server on a folder. `started.now` settles at once, `started.ready` when it answers or has ended.
 * @param {string} folder @param {string} build @param {Record<string, string>} [env]
 * @param {{ uid?: number, gid?: number }} [who] it runs as; as this process where it is not said
 */
export function launch(folder, build, env = {}, who = {}) {
	const preload =
		Object.keys(env).length > 0 ? ['--import', join(root, 'faults', 'preload.mjs')] : [];
	const child = spawn(
		process.execPath,
		[...preload, join(root, 'faults', 'server.mjs'), folder, build],
		{
			...who,
			env: { ...process.env, GRAVITAS_DATA_UNDER_TEST: folder, ...env },
			stdio: ['ignore', 'pipe', 'pipe']
		}
	);
	let said = '';
	for (const stream of [child.stdout, child.stderr]) {
		stream.on('data', (/** @type {Buffer} */ chunk) => (said += chunk.toString()));
	}
	/** @type {Promise<number | null>} */
	const ended = new Promise((resolve) => child.once('exit', resolve));
	/** @type {Promise<Server | Refused>} */
	const ready = new Promise((resolve) => {
		child.stdout.on('data', () => {
			const address = /open at (\S+)/.exec(said)?.[1];
			if (address) resolve({ address, kill, stop, said: () => said });
		});
		void ended.then((code) => resolve({ code, said }));
	});
	const kill = async () => {
		child.kill('SIGKILL');
		await ended;
	};
	const stop = async () => {
		child.kill('SIGTERM');
		return ended;
	};
	return { ready, kill, pid: child.pid ?? 0 };
}

/** @param {string} folder @param {string} build @param {Record<string, string>} [env] @returns {Promise<Server>} */
export async function open(folder, build, env) {
	const server = await launch(folder, build, env).ready;
	if ('address' in server) return server;
	throw new Error(`The server did not open ${folder}: ${server.said}`);
}

/** Writes flies of its own as fast as they are acknowledged, and knows what must be there afterwards. */
export class Writer {
	/** What was acknowledged of each fly, and what was on its way. @type {Map<string, { kept: string | null, asked: string | null | undefined, revision: number }>} */
	flies = new Map();
	acknowledged = 0;
	running = false;
	/** @type {Promise<void>} */
	done = Promise.resolve();

	/** @param {Server} server */
	start(server) {
		this.running = true;
		const loops = Array.from({ length: 3 }, () => this.#write(server.address));
		this.done = Promise.all(loops).then(() => undefined);
	}

	async stop() {
		this.running = false;
		await this.done;
	}

	/** @param {string} address */
	async #write(address) {
		const send = async (
			/** @type {string} */ method,
			/** @type {string} */ path,
			/** @type {unknown} */ body
		) => {
			const response = await fetch(new URL(path, address), {
				method,
				...(body
					? { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }
					: {})
			});
			const answer = await response.json();
			if (!response.ok) throw new Error(`${response.status} ${answer.message}`);
			return answer;
		};
		while (this.running) {
			const ids = [...this.flies].filter(([, fly]) => fly.kept !== null && fly.asked === undefined);
			const dice = Math.random();
			const [id, fly] = (dice > 0.35 && ids[Math.floor(Math.random() * ids.length)]) || [
				randomUUID(),
				{ kept: null, asked: undefined, revision: 0 }
			];
			const name = `Fly ${randomUUID().slice(0, 8)}`;
			const remove = fly.kept !== null && dice > 0.9;
			this.flies.set(id, { ...fly, asked: remove ? null : name });
			try {
				if (remove) await send('DELETE', `/api/flies/${id}?revision=${fly.revision}`, null);
				else if (fly.kept === null)
					await send('POST', '/api/flies', { id, name, body: { recipe } });
				else {
					const body = { recipe };
					await send('PUT', `/api/flies/${id}`, { name, body, revision: fly.revision });
				}
			} catch {
				// Killed, or refused: whether it was done is not known. This fly is left alone from here on.
				if (!this.running) return;
				await new Promise((resolve) => setTimeout(resolve, 20));
				continue;
			}
			this.acknowledged++;
			this.flies.set(id, {
				kept: remove ? null : name,
				asked: undefined,
				revision: fly.revision + 1
			});
		}
	}

	/**
	 * Compares what is there with what was acknowledged; what was on its way may be there or not.
	 * @param {Server} server @param {boolean} [onlyLook] whether this writer does not go on from there
	 * @returns {Promise<string[]>} what is lost or was done twice, in words
	 */
	async lost(server, onlyLook = false) {
		const rows = /** @type {{ id: string, name: string, revision: number }[]} */ (
			await (await fetch(new URL('/api/flies', server.address))).json()
		);
		const there = new Map(rows.map((row) => [row.id, row]));
		const lost = [];
		for (const [id, fly] of this.flies) {
			const row = there.get(id);
			const name = row?.name ?? null;
			const fine = name === fly.kept || (fly.asked !== undefined && name === fly.asked);
			if (!fine) lost.push(`fly ${id}: “${fly.kept}” was acknowledged, “${name}” is there`);
			const most = fly.revision + (fly.asked === undefined ? 0 : 1);
			if (row && row.revision > most)
				lost.push(`fly ${id}: changed ${row.revision} times, and ${most} times were asked for`);
			if (onlyLook) continue;
			// What is there now is the state to go on from.
			this.flies.set(id, { kept: name, asked: undefined, revision: row?.revision ?? 0 });
			if (name === null) this.flies.delete(id);
		}
		return lost;
	}
}
