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
	page.on('response', (response) => {
		if (!/\.js(\?|$)/.test(response.url())) return;
		reading.push(response.body().then((body) => void (bytes += gzipSync(body).length)));
	});
	await page.goto(address);
	await page.waitForSelector('[data-ready]');
	await Promise.all(reading);
	before = bytes;
	await page.waitForLoadState('networkidle');
	await Promise.all(reading);
	await browser.close();
	print('first-load JavaScript of the Bench, gzip', bytes / 1000, 'kB', 150);
	print('  of it until the Bench answers', before / 1000, 'kB');
}
