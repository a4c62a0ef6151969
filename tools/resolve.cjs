/** Where the aliases of src lead, for dependency-cruiser, which reads them in webpack's form. */
module.exports = {
	resolve: {
		alias: {
			$core: `${__dirname}/../src/core`,
			$lib: `${__dirname}/../src/lib`
		},
		extensions: ['.ts', '.js', '.mjs', '.svelte', '.svelte.ts']
	}
};
