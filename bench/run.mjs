/**
 * npm run bench: each figure beside its budget or its reference, measured in the same run.
 * Not part of npm test: a busy machine must not turn a change red.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from '../scripts/prepare.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { keyToAnswer } = await import('./key-to-answer.mjs');
const { firstLoad } = await import('./first-load.mjs');
const { prediction } = await import('./prediction.mjs');

const folder = mkdtempSync(join(tmpdir(), 'gravitas-bench-'));
const server = spawn(process.execPath, ['scripts/start.mjs', '--demo'], {
	cwd: root,
	env: { ...process.env, GRAVITAS_DEMO_DATA: folder, GRAVITAS_PORT: '0' },
	stdio: ['ignore', 'pipe', 'inherit']
});
/** @type {string} */
const address = await new Promise((resolve) => {
	let text = '';
	server.stdout.on('data', (/** @type {Buffer} */ chunk) => {
		text += chunk.toString();
		const found = /open at (\S+)/.exec(text);
		if (found?.[1]) resolve(found[1]);
	});
});

let over = 0;
/** @param {string} what @param {number} value @param {string} unit @param {number} [budget] */
function print(what, value, unit, budget) {
	const verdict =
		budget === undefined
			? ''
			: value <= budget
				? `  (budget ${budget})`
				: `  OVER THE BUDGET of ${budget}`;
	if (budget !== undefined && value > budget) over++;
	console.log(`${what.padEnd(58)} ${value.toFixed(2).padStart(8)} ${unit}${verdict}`);
}

try {
	await firstLoad(address, print);
	await prediction(print);
	await keyToAnswer(address, print);
} finally {
	server.kill('SIGINT');
	await new Promise((resolve) => server.once('exit', resolve));
	rmSync(folder, { recursive: true, force: true });
}
process.exit(over === 0 ? 0 : 1);
