import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { configDefaults, defineConfig } from 'vitest/config';
import { chunks } from './tools/chunks.js';
import { kernel } from './tools/kernel-plugin.js';
import { nativeCore } from './tools/native-core-plugin.js';
import { nodeWorker } from './tools/node-worker-plugin.js';
import { pageScript } from './tools/page-script-plugin.js';

/**
 * Tests that hold a great deal at once against something outside, ten seconds to a minute each: they are not run for
 * each change that npm run mutate makes.
 */
const general = [
	'src/core/learn/one-fly.test.ts',
	'src/core/match/cover.test.ts',
	'src/core/match/every-lie.test.ts',
	'src/core/match/plain-search.test.ts',
	'src/core/predict/hand.test.ts',
	'src/lib/server/fixtures.test.ts',
	'src/lib/server/match-pool.test.ts',
	'src/lib/server/one-answer.test.ts',
	'src/routes/api/search.test.ts',
	// In the threads of that runner the clock's zone cannot be changed.
	'src/lib/contract/day.test.ts'
];
/** The tests that must notice what is changed (scripts/mutation.mjs). */
const mutated = process.env.GRAVITAS_MUTATED?.split(',');

/** Where modules only say what they are: one that nothing of is used is not loaded. */
const PURE = /\/src\/(core|lib\/documents)\//;

export default defineConfig({
	plugins: [
		chunks(),
		kernel(),
		nativeCore(),
		nodeWorker(),
		pageScript(),
		tailwindcss(),
		sveltekit()
	],
	// class-validator and class-transformer read the decorators' type metadata.
	oxc: { decorator: { legacy: true, emitDecoratorMetadata: true } },
	ssr: { optimizeDeps: { include: ['bits-ui'] } },
	build: {
		rolldownOptions: {
			treeshake: { moduleSideEffects: [{ test: PURE, sideEffects: false }] }
		}
	},
	test: {
		include: mutated ?? ['src/**/*.test.ts', 'tools/**/*.test.ts', 'scripts/**/*.test.ts'],
		exclude: [...configDefaults.exclude, ...(mutated ? general : [])],
		// All files of a worker read what they test once, which was a quarter of the time. So each puts back what it
		// changes for all: globals, the clock, the units of words.
		isolate: false,
		// A machine that is busy with other things must not turn a test red.
		testTimeout: 120_000,
		// As many as a small machine has cores: most of the time goes into drifts.
		maxWorkers: 2,
		// A shared machine may stall for seconds in one fsync.
		hookTimeout: 60_000
	}
});
