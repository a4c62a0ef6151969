import { gzipSync } from 'node:zlib';
import { chromium } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';

/**
 * JavaScript that the Bench loads until it answers, and before anything is touched, gzipped as it travels.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function firstLoad(address, print) {
	const browser = await chromium.launch(launchOptions);
	const page = await browser.newPage();
	let bytes = 0;
	/** @type {number} */
	let before;
	/** @type {Promise<void>[]} */
	const reading = [];
	let workers = 0;
	/** @type {Set<string>} */
	const seen = new Set();
	page.on('response', (response) => {
		if (!/\.js(\?|$)/.test(response.url())) return;
		// The second worker has the first one's file from the browser's store.
		if (seen.has(response.url())) return;
		seen.add(response.url());
		reading.push(
			response.body().then((body) => {
				const size = gzipSync(body).length;
				if (response.url().includes('/workers/')) workers += size;
				else bytes += size;
			})
		);
	});
	await page.goto(address);
	await page.waitForSelector('[data-ready]');
	await Promise.all(reading);
	before = bytes;
	await page.waitForLoadState('networkidle');
	await Promise.all(reading);
	await browser.close();
	print('first-load JavaScript of the Bench, gzip', bytes / 1000, 'kB', 150);
	print('  beside it what the workers run', workers / 1000, 'kB');
	print('  of it until the Bench answers', before / 1000, 'kB');
}
