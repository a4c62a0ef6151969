import { chromium } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';

const PRESSES = 120;

/**
 * From the key to the answer, by the browser's own trace: main-thread time from the key event's
 * dispatch through script, style, layout and paint up to the frame's commit, and whether that very
 * frame shows the new answer.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function keyToAnswer(address, print) {
	const browser = await chromium.launch(launchOptions);
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.goto(address);
	await page.waitForSelector('[data-ready]');
	const field = page.getByRole('spinbutton', { name: 'Bead size' });
	await field.focus();
	for (let i = 0; i < 30; i++) await field.press(i % 2 ? 'ArrowDown' : 'ArrowUp');

	// The answer must have changed when the first frame after the key is about to be drawn.
	await page.evaluate(() => {
		const seen = /** @type {any} */ (window);
		seen.late = 0;
		const mass = () => document.querySelector('[data-testid=mass]')?.textContent;
		addEventListener(
			'keydown',
			() => {
				const before = mass();
				requestAnimationFrame(() => {
					if (mass() === before) seen.late++;
				});
			},
			{ capture: true }
		);
	});
	await browser.startTracing(page, {
		categories: [
			'devtools.timeline',
			'disabled-by-default-devtools.timeline',
			'toplevel',
			'blink.user_timing'
		]
	});
	for (let i = 0; i < PRESSES; i++) {
		await field.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
		await page.waitForTimeout(35);
	}
	const trace = JSON.parse((await browser.stopTracing()).toString());
	const late = await page.evaluate(() => /** @type {any} */ (window).late);
	await browser.close();

	/** @type {{ name: string, ph: string, ts: number, dur?: number, tid: number, args: any }[]} */
	const events = trace.traceEvents;
	const keys = events.filter((e) => e.name === 'EventDispatch' && e.args?.data?.type === 'keydown');
	const thread = keys[0]?.tid;
	const main = events.filter((e) => e.tid === thread && e.ph === 'X').sort((a, b) => a.ts - b.ts);
	const drawing = new Set([
		'FireAnimationFrame',
		'UpdateLayoutTree',
		'Layout',
		'PrePaint',
		'Paint',
		'Layerize',
		'Commit'
	]);
	const costs = keys.map((key, i) => {
		const until = keys[i + 1]?.ts ?? Infinity;
		const after = main.filter((e) => e.ts >= key.ts && e.ts < until);
		const commit = after.find((e) => e.name === 'Commit');
		const end = commit ? commit.ts + (commit.dur ?? 0) : key.ts;
		let spent = (key.dur ?? 0) / 1000;
		for (const e of after) {
			if (
				e.ts <= end &&
				e.ts >= key.ts + (key.dur ?? 0) &&
				(drawing.has(e.name) || e.name === 'RunMicrotasks')
			) {
				spent += (e.dur ?? 0) / 1000;
			}
		}
		return { spent, drawn: commit !== undefined };
	});
	const sorted = costs.map((c) => c.spent).sort((a, b) => a - b);
	const at = (/** @type {number} */ share) =>
		sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;
	print('key to answer, script to paint: median', at(0.5), 'ms');
	print('key to answer, script to paint: 95th percentile', at(0.95), 'ms', 8);
	print(
		`  key presses of ${keys.length} not answered in the next frame`,
		late + costs.filter((c) => !c.drawn).length,
		'',
		0
	);
}
