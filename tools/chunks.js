/**
 * Libraries come with what wants them, as they come by themselves: dialogs, and lists that are searched, when the first
 * is opened (in the common file what their frames import would come with them), and the charts' modules import each
 * other in circles, which bear no cut.
 */
const LEFT_ALONE =
	/\/node_modules\/(?!(svelte|@sveltejs\/kit|@lucide\/svelte|devalue|esm-env|clsx|tinykeys)\/)|\/(ModalFrame|RowList)\.svelte/;
/** What so many pages and dialogs load travels as one file. */
const IN_COMMON = 5;
/** Bytes, not yet compressed, under which a file that some of them share is put to the nearest one. */
const SMALL = 1200;

/**
 * Vite plugin: how the pages' modules are put into files. On a slow network each file waits its turn and brings a head
 * of its own; left alone the first page came as fifty.
 *
 * @returns {import('vite').Plugin}
 */
export function chunks() {
	/** @param {string} name @returns {(id: string) => string | null} */
	const butLibraries = (name) => (id) => (LEFT_ALONE.test(id) ? null : name);
	return {
		name: 'gravitas-chunks',
		outputOptions(options) {
			if (this.environment.name !== 'client') return null;
			return {
				...options,
				codeSplitting: {
					groups: [
						{ name: butLibraries('common'), minShareCount: IN_COMMON, priority: 1 },
						{
							name: butLibraries('shared'),
							minShareCount: 2,
							entriesAware: true,
							entriesAwareMergeThreshold: SMALL
						}
					]
				}
			};
		}
	};
}
