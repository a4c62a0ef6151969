import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from 'vitest';

test('of two that begin at once the second waits for the first, also where that is killed at its work', async () => {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-alone-'));
	const done = join(folder, 'done');
	const work = (name: string, ms: number) =>
		spawn(process.execPath, [
			'--input-type=module',
			'--eval',
			`import { appendFileSync } from 'node:fs';
			import { alone } from ${JSON.stringify(join(process.cwd(), 'scripts/alone.mjs'))};
			const say = (word) => appendFileSync(${JSON.stringify(done)}, '${name} ' + word + '\\n');
			alone(${JSON.stringify(join(folder, 'made', 'lock'))}, () => {
				say('begins');
				Atomics.wait(new Int32Array(new SharedArrayBuffer(4)), 0, 0, ${ms});
				say('ends');
			}, () => say('waits'));`
		]);
	const ended = (child: ReturnType<typeof work>) =>
		new Promise((resolve) => child.once('exit', resolve));
	const said = () => readFileSync(done, { encoding: 'utf8', flag: 'a+' }).trim().split('\n');
	try {
		const first = work('first', 1000);
		await expect.poll(said, { timeout: 20_000 }).toEqual(['first begins']);
		await Promise.all([ended(first), ended(work('second', 0))]);
		expect(said()).toEqual([
			'first begins',
			'second waits',
			'first ends',
			'second begins',
			'second ends'
		]);
		const killed = work('killed', 60_000);
		await expect.poll(() => said().at(-1), { timeout: 20_000 }).toBe('killed begins');
		const last = ended(work('last', 0));
		await expect.poll(() => said().at(-1), { timeout: 20_000 }).toBe('last waits');
		killed.kill('SIGKILL');
		await last;
		expect(said().slice(-2)).toEqual(['last begins', 'last ends']);
	} finally {
		rmSync(folder, { recursive: true, force: true });
	}
});
