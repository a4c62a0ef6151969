/** Two processes on one PostgreSQL server, both written through; now one of them is killed, now the server crashes. */
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { startPostgres } from '../scripts/postgres.mjs';
import { open, Writer } from './harness.mjs';

/** Until a process that lives has found the server again, ms. */
const PATIENCE = 30_000;

/**
 * @param {number} rounds @param {string} home @param {string} build
 * @param {(what: string, lost: string[]) => void} judge
 * @returns {Promise<string>} what was done
 */
export async function killsOfSeveral(rounds, home, build, judge) {
	const postgres = await startPostgres();
	const env = { DATABASE_URL: postgres.database('gravitas') };
	const folders = ['one', 'two'].map((name) => join(home, `several-${name}`));
	/** @param {number} k */
	const start = (k) => open(folders[k] ?? '', build, env);
	const servers = [await start(0), await start(1)];
	const writers = servers.map(() => new Writer());
	const doubled = async () => {
		for (const [k, writer] of writers.entries()) {
			// Asked of the other process, too: each sees all.
			for (const server of servers) judge(`process ${k}`, await writer.lost(server, true));
			judge(`process ${k}`, await writer.lost(/** @type {(typeof servers)[0]} */ (servers[k])));
		}
	};
	let crashes = 0;
	let ended = 0;
	try {
		for (let i = 0; i < rounds; i++) {
			for (const [k, server] of servers.entries()) writers[k]?.start(server);
			await pause(100 + Math.random() * 900);
			if (i % 2 === 0) {
				await postgres.end('SIGQUIT');
				crashes++;
				await pause(Math.random() * 300);
				await postgres.begin();
			} else {
				const k = Math.floor(i / 2) % 2;
				await servers[k]?.kill();
				ended++;
				servers[k] = await start(k);
			}
			// Whoever lived writes on.
			const before = writers.map(({ acknowledged }) => acknowledged);
			const lived = writers.findIndex((_, k) => i % 2 === 0 || k !== Math.floor(i / 2) % 2);
			const since = Date.now();
			while (writers[lived]?.acknowledged === before[lived]) {
				if (Date.now() - since > PATIENCE) {
					judge(`round ${i}`, ['the process that lived does not write any more']);
					break;
				}
				await pause(20);
			}
			await Promise.all(writers.map((writer) => writer.stop()));
			await doubled();
		}
		for (const server of servers) await server.stop();
	} finally {
		await postgres.stop();
		for (const folder of folders) rmSync(folder, { recursive: true, force: true });
	}
	const acknowledged = writers.reduce((sum, writer) => sum + writer.acknowledged, 0);
	return `${crashes} crashes of PostgreSQL and ${ended} kills of one of two processes on it: ${acknowledged} changes acknowledged`;
}

/** @param {number} ms */
const pause = (ms) => new Promise((resolve) => setTimeout(resolve, ms));
