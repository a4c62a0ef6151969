import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureKernel } from './kernel.mjs';
import { root } from './prepare.mjs';

/**
 * A TypeScript file with all that it imports from the core and the contract, as one module that Node can import;
 * kept until the program ends.
 * @param {...string} file below the project's folder
 * @returns {Promise<string>} its address, for import() and for threads
 */
export async function bundled(...file) {
	// Not there before everything is installed.
	const { rolldown } = await import('rolldown');
	await ensureKernel();
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-bundled-'));
	process.once('exit', () => rmSync(folder, { recursive: true, force: true }));
	const out = join(folder, 'core.mjs');
	const bundle = await rolldown({
		input: { core: join(root, ...file) },
		platform: 'node',
		resolve: { alias: { $core: join(root, 'src/core'), $lib: join(root, 'src/lib') } }
	});
	await bundle.write({ file: out, format: 'es' });
	await bundle.close();
	return pathToFileURL(out).href;
}
