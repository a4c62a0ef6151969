import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { root } from './prepare.mjs';

/**
 * The demo on data of its own that are thrown away, for pictures and benchmarks.
 * @returns {Promise<{ address: string, stop: () => Promise<void> }>}
 */
export async function temporaryDemo() {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-demo-'));
	const server = spawn(process.execPath, ['scripts/start.mjs', '--demo'], {
		cwd: root,
		env: { ...process.env, GRAVITAS_DEMO_DATA: folder, GRAVITAS_PORT: '0' },
		stdio: ['ignore', 'pipe', 'inherit']
	});
	/** @type {string} */
	const address = await new Promise((resolve, reject) => {
		let text = '';
		server.stdout.on('data', (/** @type {Buffer} */ chunk) => {
			text += chunk.toString();
			const found = /open at (\S+)\s/.exec(text);
			if (found?.[1]) resolve(found[1]);
		});
		server.once('exit', (code) => reject(new Error(`The demo ended with code ${code}.`)));
	});
	return {
		address,
		stop: async () => {
			const ended = new Promise((resolve) => server.once('exit', resolve));
			server.kill('SIGINT');
			await ended;
			rmSync(folder, { recursive: true, force: true });
		}
	};
}
