import { rolldown } from 'rolldown';

const suffix = '?nodeworker';

/**
 * Vite plugin: `import code from './x.ts?nodeworker'` gives the module, bundled for a Node worker
 * thread, as a string. adapter-node bundles the server a second time and moves files about, so a
 * worker that is started from a path would not be found; a string travels.
 * Packages are not bundled: the starter hands the worker their resolved addresses.
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
				const bundle = await rolldown({ input, platform: 'node' });
				const { output } = await bundle.generate({ format: 'es' });
				await bundle.close();
				return `export default ${JSON.stringify(output[0].code)};`;
			}
		}
	};
}
