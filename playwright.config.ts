import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/browser.mjs';

/**
 * Each worker starts its own server on its own data (e2e/server.ts). Two workers take nearly as long as one on
 * two cores, since server and browser use both, and stall each other.
 */
export default defineConfig({
	testDir: 'e2e',
	testMatch: '*.test.ts',
	globalSetup: './e2e/global-setup.ts',
	workers: 1,
	// A shared machine may stall; a test that hangs still ends.
	timeout: 120_000,
	expect: { timeout: 30_000 },
	forbidOnly: !!process.env.CI,
	reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['line'], ['json']] : 'line',
	use: {
		launchOptions,
		viewport: { width: 1280, height: 800 },
		// Recording takes a third of the time; for one that fails: npm run e2e -- --trace on.
		trace: 'off',
		video: 'off'
	}
});
