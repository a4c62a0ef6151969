import { defineConfig } from '@playwright/test';
import { launchOptions } from './scripts/browser.mjs';

/**
 * Each worker starts its own server on its own data (e2e/server.ts). Of two cores one worker leaves a quarter idle,
 * while it waits for starts, pages and clocks.
 */
export default defineConfig({
	testDir: 'e2e',
	testMatch: '*.test.ts',
	globalSetup: './e2e/global-setup.ts',
	workers: 2,
	// A shared machine may stall for a minute and more; a test that hangs still ends.
	timeout: 300_000,
	expect: { timeout: 45_000 },
	// A stall fails a test through no fault of its own. What passed at the second try only is named at the end
	// of npm test, with what went wrong at the first.
	retries: 1,
	forbidOnly: !!process.env.CI,
	reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['line'], ['json']] : 'line',
	use: {
		launchOptions,
		viewport: { width: 1280, height: 800 },
		// What the browser keeps for itself would be asked for beside each test; e2e/away.test.ts allows it.
		serviceWorkers: 'block',
		// One that waits too long says at which step.
		actionTimeout: 60_000,
		// Recording takes a third of the time; for one that fails: npm run e2e -- --trace on.
		trace: 'off',
		video: 'off'
	}
});
