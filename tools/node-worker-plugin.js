import { resolve } from 'node:path';
import { rolldown } from 'rolldown';

const suffix = '?nodeworker';

/**
 * Vite plugin: `import code from './x.ts?nodeworker'` gives the module, bundled for a Node worker
 * thread, as a string. adapter-node bundles the server a second time and moves files about, so a
 * worker that is started from a path would not be found; a string travels.
 * Packages are bundled too, but for PGlite, which must find its files: its starter hands the worker their addresses.
 *
 * @returns {import('vite').Plugin}
 */
export function nodeWorker() {
	return {
		name: 'gravitas-node-worker',
		enforce: 'pre',
		resolveId: {
			filter: { id: /\?nodeworker$/ },
			async handler(source, importer) {
				const resolved = await this.resolve(source.slice(0, -suffix.length), importer, {
					skipSelf: true
				});
				if (!resolved) throw new Error(`Cannot find the worker ${source} (from ${importer})`);
				return resolved.id + suffix;
			}
		},
		load: {
			filter: { id: /\?nodeworker$/ },
			async handler(id) {
				const input = id.slice(0, -suffix.length);
				this.addWatchFile(input);
				const bundle = await rolldown({
					input,
					platform: 'node',
					// A package's modules where it has them: what it has for require may look for its files.
					resolve: {
						mainFields: ['module', 'main'],
						alias: { $core: resolve('src/core'), $lib: resolve('src/lib') }
					},
					// As vite.config.ts has it: class-validator and class-transformer read the decorators' type metadata.
					transform: { decorator: { legacy: true, emitDecoratorMetadata: true } }
				});
				const { output } = await bundle.generate({ format: 'es' });
				await bundle.close();
				return `export default ${JSON.stringify(output[0].code)};`;
			}
		}
	};
}
