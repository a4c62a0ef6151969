import { chromium } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';

const VIEWS = [
	'',
	'drawing',
	'water',
	'drift',
	'match',
	'beads',
	'batch',
	'box',
	'stock',
	'log',
	'outing',
	'files'
];
/** Milliseconds in which what is fetched behind the first answer has come. */
const AFTER = 1500;

/**
 * JavaScript that each view loads until it answers, with nothing kept from before, as it travels (compressed, with
 * the answers' heads).
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function firstLoad(address, print) {
	const browser = await chromium.launch(launchOptions);
	for (const view of VIEWS) {
		const page = await browser.newPage();
		const devtools = await page.context().newCDPSession(page);
		await devtools.send('Network.enable');
		/** @type {Set<string>} */
		const scripts = new Set();
		let bytes = 0;
		devtools.on('Network.requestWillBeSent', ({ requestId, request }) => {
			if (/\.js(\?|$)/.test(request.url)) scripts.add(requestId);
		});
		devtools.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
			if (scripts.has(requestId)) bytes += encodedDataLength;
		});
		await page.goto(new URL(view, address).href);
		await page.waitForSelector('[data-ready]');
		const name = view || 'bench';
		print(`JavaScript until ${name} answers, as it travels`, bytes / 1000, 'kB', 150);
		if (!view) {
			await page.waitForTimeout(AFTER);
			print('  of the page once all that follows has come', bytes / 1000, 'kB');
		}
		await page.close();
	}
	await browser.close();
}
