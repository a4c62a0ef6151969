import { resolve } from 'node:path';
import { rolldown } from 'rolldown';

const suffix = '?pagescript';

/**
 * Vite plugin: `import code from './x.ts?pagescript'` gives the module with all that it imports as one classic
 * script, as a string: for a page of its own that has nothing beside it.
 *
 * @returns {import('vite').Plugin}
 */
export function pageScript() {
	return {
		name: 'gravitas-page-script',
		enforce: 'pre',
		resolveId: {
			filter: { id: /\?pagescript$/ },
			async handler(source, importer) {
				const resolved = await this.resolve(source.slice(0, -suffix.length), importer, {
					skipSelf: true
				});
				if (!resolved) throw new Error(`Cannot find the script ${source} (from ${importer})`);
				return resolved.id + suffix;
			}
		},
		load: {
			filter: { id: /\?pagescript$/ },
			async handler(id) {
				const input = id.slice(0, -suffix.length);
				this.addWatchFile(input);
				const bundle = await rolldown({
					input,
					platform: 'browser',
					resolve: { alias: { $core: resolve('src/core'), $lib: resolve('src/lib') } }
				});
				const { output } = await bundle.generate({ format: 'iife', minify: true });
				await bundle.close();
				return `export default ${JSON.stringify(output[0].code)};`;
			}
		}
	};
}
