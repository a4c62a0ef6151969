/** No circles, types included: a type lives in the lower of the two files that need it. npm run lint asks. */
module.exports = {
	forbidden: [{ name: 'no-circles', severity: 'error', from: {}, to: { circular: true } }],
	options: {
		tsPreCompilationDeps: true,
		tsConfig: { fileName: 'tsconfig.json' },
		webpackConfig: { fileName: 'tools/resolve.cjs' },
		exclude: { path: 'kernel/assembly' },
		doNotFollow: { path: 'node_modules' }
	}
};
