/** Moves to a PostgreSQL server that are killed at any moment: neither side is harmed, and the next one does it. */
import { spawn } from 'node:child_process';
import { cpSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { root } from '../scripts/prepare.mjs';
import { startPostgres } from '../scripts/postgres.mjs';
import { open, Writer } from './harness.mjs';

/** What a move takes here, ms: it is killed before. */
const LONGEST = 4000;

/**
 * @param {number} rounds @param {string} home @param {string} build
 * @param {(what: string, lost: string[]) => void} judge
 * @returns {Promise<string>} what was done
 */
export async function killedMoves(rounds, home, build, judge) {
	const postgres = await startPostgres();
	const folder = join(home, 'moved');
	const first = await open(folder, build);
	const writer = new Writer();
	writer.start(first);
	await new Promise((resolve) => setTimeout(resolve, 1500));
	await writer.stop();
	await first.stop();
	let already = 0;
	let whole = 0;
	try {
		for (let i = 0; i < rounds; i++) {
			const url = postgres.database(`moved${i}`);
			const cut = move(['--to', url], folder);
			await Promise.race([
				cut.ended,
				new Promise((resolve) => setTimeout(resolve, 500 + Math.random() * (LONGEST - 500)))
			]);
			cut.kill();
			await cut.ended;
			// The folder is as it was.
			const copy = Object.assign(new Writer(), { flies: new Map(writer.flies) });
			const here = await open(folder, build);
			judge(`move ${i}, the folder`, await copy.lost(here, true));
			await here.stop();
			const again = move(['--to', url], folder);
			const { code, said } = await again.ended;
			if (code !== 0) judge(`move ${i}`, [`the next one ended with ${code}: ${said}`]);
			if (said.includes('there already')) already++;
			else whole++;
			const there = await open(join(home, 'moved-copies'), build, { DATABASE_URL: url });
			judge(`move ${i}, the server`, await copy.lost(there, true));
			await there.stop();
		}
		// And back, into a folder of before: that is kept beside it.
		const back = join(home, 'moved-back');
		cpSync(folder, back, { recursive: true });
		const { code, said } = await move(['--from', postgres.url('moved0')], back).ended;
		if (code !== 0) judge('back', [`ended with ${code}: ${said}`]);
		const server = await open(back, build);
		judge('back', await writer.lost(server, true));
		await server.stop();
		rmSync(back, { recursive: true });
	} finally {
		await postgres.stop();
		rmSync(folder, { recursive: true, force: true });
	}
	return `${rounds} moves killed at any moment: the next one moved all of it ${whole} times, and found it there ${already} times`;
}

/** @param {string[]} flags @param {string} folder */
function move(flags, folder) {
	const child = spawn(process.execPath, [join(root, 'scripts', 'move.mjs'), ...flags], {
		cwd: root,
		env: { ...process.env, GRAVITAS_DATA: folder },
		stdio: ['ignore', 'pipe', 'pipe']
	});
	let said = '';
	for (const stream of [child.stdout, child.stderr])
		stream.on('data', (/** @type {Buffer} */ chunk) => (said += chunk.toString()));
	/** @type {Promise<{ code: number | null, said: string }>} */
	const ended = new Promise((resolve) => child.once('exit', (code) => resolve({ code, said })));
	return { ended, kill: () => child.kill('SIGKILL') };
}
