import { readdirSync } from 'node:fs';
import { join, relative, resolve, sep } from 'node:path';
import { rolldown } from 'rolldown';
import { ensureKernel } from '../scripts/kernel.mjs';

/**
 * Vite plugin for the unit tests: the modules of src/core are translated once, file by file, and imported by Node
 * itself. The test runner's own modules reach every import through an object, and a drift takes twice its time.
 *
 * @returns {import('vite').Plugin}
 */
export function nativeCore() {
	// What is counted (npm run coverage) goes through the runner's own modules.
	const native = () =>
		process.env.VITEST !== undefined && process.env.GRAVITAS_COVERAGE === undefined;
	const core = resolve('src/core');
	// Below node_modules, where the test runner leaves files to Node.
	// Two that change it at the same time (npm run mutate) have a folder each.
	const translated = resolve(
		`node_modules/.cache/gravitas-core${process.env.STRYKER_MUTATOR_WORKER ?? ''}`
	);

	/** @param {string} file */
	const isCore = (file) =>
		file.startsWith(core + sep) &&
		file.endsWith('.ts') &&
		!file.endsWith('.test.ts') &&
		!file.includes(`${sep}assembly${sep}`);

	const translate = async () => {
		await ensureKernel();
		const input = readdirSync(core, { recursive: true, encoding: 'utf8' })
			.map((name) => join(core, name))
			.filter(isCore);
		const bundle = await rolldown({ input, platform: 'node', treeshake: false });
		await bundle.write({
			dir: translated,
			format: 'es',
			sourcemap: true,
			preserveModules: true,
			preserveModulesRoot: core,
			entryFileNames: '[name].mjs',
			cleanDir: true
		});
		await bundle.close();
	};

	return {
		name: 'gravitas-native-core',
		enforce: 'pre',
		async configureServer() {
			if (native()) await translate();
		},
		async resolveId(source, importer) {
			if (!native() || !importer) return null;
			const resolved = await this.resolve(source, importer, { skipSelf: true });
			if (!resolved || !isCore(resolved.id)) return null;
			return join(translated, relative(core, resolved.id).replace(/\.ts$/, '.mjs'));
		}
	};
}
