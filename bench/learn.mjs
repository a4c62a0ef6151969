import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { rolldown } from 'rolldown';
import { root } from '../scripts/prepare.mjs';

/**
 * Learning from a long log, against the same with every entry expanded for itself.
 * @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function learning(print) {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-bench-'));
	const file = join(folder, 'learn.mjs');
	const bundle = await rolldown({
		input: { core: join(root, 'bench', 'learn-core.ts') },
		platform: 'node'
	});
	await bundle.write({ file, format: 'es' });
	const core = await import(pathToFileURL(file).href);
	const long = core.log(10_000);
	const short = core.log(200);
	/** @param {unknown[]} entries */
	const timed = (entries) => {
		const start = performance.now();
		core.learn(entries);
		return performance.now() - start;
	};
	timed(short);
	timed(long);
	const all = Array.from({ length: 5 }, () => timed(long)).sort((a, b) => a - b);
	print('learning: 10,000 entries of 200 flies and waters', all[2] ?? NaN, 'ms', 1000);
	print('  one entry of each', timed(short), 'ms');
	rmSync(folder, { recursive: true });
}
