import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';

/** A program whose routes make every mistake that nobody catches. */
const HANDLER = `let uncaught = 0;
process.on('uncaughtException', () => uncaught++);
export const handler = (req, res) => {
	if (req.url === '/at-once') throw new Error('at once');
	if (req.url === '/later') setTimeout(() => { throw new Error('later'); }, 1);
	else if (req.url === '/promised') Promise.reject(new Error('promised'));
	else if (req.url.startsWith('/much')) {
		const type = req.url.endsWith('news') ? 'text/event-stream' : 'application/json';
		const file = req.url.endsWith('file') ? { 'content-disposition': 'attachment' } : {};
		res.writeHead(200, { 'content-type': type, ...file }).end('x'.repeat(5000));
	} else res.end(req.url === '/count' ? String(uncaught) : 'lives');
};`;

test('an error that nobody catches ends in an answer and a line, and the program lives', async () => {
	const build = mkdtempSync(join(tmpdir(), 'gravitas-serve-'));
	writeFileSync(join(build, 'package.json'), '{"type": "module"}');
	writeFileSync(join(build, 'handler.js'), HANDLER);
	const child = spawn(process.execPath, ['faults/server.mjs', build, build]);
	let said = '';
	for (const stream of [child.stdout, child.stderr])
		stream.on('data', (chunk: Buffer) => (said += chunk.toString()));
	try {
		await expect.poll(() => said, { timeout: 20_000 }).toContain('open at');
		const address = /open at (\S+)/.exec(said)![1]!;
		for (const path of ['at-once', 'later', 'promised']) {
			const response = await fetch(address + path, { signal: AbortSignal.timeout(10_000) });
			expect([path, response.status]).toEqual([path, 500]);
			expect(await response.json()).toEqual({
				message: expect.stringContaining('a mistake') as string
			});
			// The line comes by a pipe of its own.
			await expect.poll(() => said).toContain(`Error: ${path.replace('-', ' ')}`);
		}
		expect(await (await fetch(address)).text()).toBe('lives');
		// Compressed, but for what must not wait and what is counted in its own bytes.
		const encoding = async (path: string, headers = {}) =>
			(await fetch(address + path, { headers })).headers.get('content-encoding');
		expect(await encoding('much')).toMatch(/gzip|br/);
		expect(await encoding('much', { range: 'bytes=0-9' })).toBeNull();
		expect(await encoding('much-news')).toBeNull();
		expect(await encoding('much-file')).toBeNull();
		// Whoever listened has gone, as when a terminal is closed: a line that nobody takes is no mistake.
		child.stdout.destroy();
		child.stderr.destroy();
		for (let k = 0; k < 3; k++) {
			const response = await fetch(`${address}later`, { signal: AbortSignal.timeout(10_000) });
			expect(response.status).toBe(500);
		}
		const count = async () => Number(await (await fetch(`${address}count`)).text());
		const before = await count();
		await new Promise((resolve) => setTimeout(resolve, 200));
		expect(await count()).toBe(before);
		expect(before).toBeLessThan(10);
	} finally {
		child.kill('SIGKILL');
		rmSync(build, { recursive: true });
	}
}, 60_000);
