import { sveltekit } from '@sveltejs/kit/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vitest/config';
import { kernel } from './tools/kernel-plugin.js';
import { nativeCore } from './tools/native-core-plugin.js';
import { nodeWorker } from './tools/node-worker-plugin.js';

export default defineConfig({
	plugins: [kernel(), nativeCore(), nodeWorker(), tailwindcss(), sveltekit()],
	// class-validator and class-transformer read the decorators' type metadata.
	oxc: { decorator: { legacy: true, emitDecoratorMetadata: true } },
	ssr: { optimizeDeps: { include: ['bits-ui'] } },
	test: {
		include: ['src/**/*.test.ts', 'tools/**/*.test.ts', 'scripts/**/*.test.ts'],
		// A machine that is busy with other things must not turn a test red.
		testTimeout: 120_000,
		// As many as a small machine has cores: most of the time goes into drifts.
		maxWorkers: 2,
		// A shared machine may stall for seconds in one fsync.
		hookTimeout: 60_000
	}
});
