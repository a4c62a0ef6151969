import { chromium, devices } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';
import { countLate } from './key-to-answer.mjs';

const SLOWER = 6;
/** A slow mobile network: 150 ms there and back, 1.6 Mbit/s down, 0.75 up. */
const NETWORK = {
	offline: false,
	latency: 150,
	downloadThroughput: 1.6e6 / 8,
	uploadThroughput: 0.75e6 / 8
};
const TAPS = 40;
/** Milliseconds between taps: a thumb that steps. */
const PAUSE = 700;

/**
 * The Bench on a phone whose processor is slowed six times over a slow network, nothing kept from before: until the
 * figures stand, and from a tap on the stepper until the changed mass is on the screen.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function phone(address, print) {
	const browser = await chromium.launch(launchOptions);
	const page = await browser.newPage({
		viewport: { width: 390, height: 844 },
		deviceScaleFactor: 2,
		isMobile: true,
		hasTouch: true,
		userAgent: devices['Pixel 5'].userAgent
	});
	const devtools = await page.context().newCDPSession(page);
	await devtools.send('Network.enable');
	await devtools.send('Network.emulateNetworkConditions', NETWORK);
	await devtools.send('Emulation.setCPUThrottlingRate', { rate: SLOWER });
	// The clock of the page itself: a look from outside would come late by the slowed page's own queue.
	await page.addInitScript(() => {
		const seen = /** @type {any} */ (window);
		const look = () => {
			if (/\d/.test(document.querySelector('[data-testid=mass]')?.textContent ?? ''))
				seen.figures ??= performance.now();
			if (document.querySelector('[data-ready]')) seen.usable ??= performance.now();
			if (seen.usable === undefined) requestAnimationFrame(look);
		};
		requestAnimationFrame(look);
	});
	await page.goto(address, { waitUntil: 'commit' });
	await page.waitForFunction(() => /** @type {any} */ (window).usable !== undefined, undefined, {
		timeout: 60_000
	});
	const times = await page.evaluate(() => {
		const seen = /** @type {any} */ (window);
		return { figures: seen.figures, usable: seen.usable };
	});
	print(`phone ${SLOWER}× slower, slow network: first figures`, times.figures / 1000, 's', 2.5);
	print(`phone ${SLOWER}× slower, slow network: usable`, times.usable / 1000, 's');
	await page.waitForLoadState('networkidle');

	await page.getByRole('spinbutton', { name: 'Bead size' }).focus();
	await countLate(page);
	await page.evaluate(() => {
		const seen = /** @type {any} */ (window);
		seen.answers = [];
		// The browser's own measure: from the key to the end of the frame that shows what it did.
		new PerformanceObserver((list) => {
			for (const { name, duration } of list.getEntries())
				if (name === 'keydown') seen.answers.push(duration);
		}).observe({ type: 'event', durationThreshold: 16 });
	});
	for (let i = 0; i < TAPS; i++) {
		await page.keyboard.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
		await page.waitForTimeout(PAUSE);
	}
	/** @type {{ answers: number[], late: number }} */
	const { answers, late } = await page.evaluate(() => {
		const seen = /** @type {any} */ (window);
		return { answers: seen.answers, late: seen.late };
	});
	await browser.close();
	answers.sort((a, b) => a - b);
	const at = (/** @type {number} */ share) => answers[Math.floor(share * (answers.length - 1))];
	print(`phone ${SLOWER}× slower: key to answer, median`, at(0.5) ?? NaN, 'ms', 100);
	print(`phone ${SLOWER}× slower: key to answer, 95th percentile`, at(0.95) ?? NaN, 'ms');
	print(`  presses of ${TAPS} not answered in the next frame`, late, '', 0);
}
