import { chromium } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';

const PRESSES = 120;
/** Milliseconds between presses: a person stepping quickly. */
const PAUSE = 90;

const DRAWING = new Set([
	'FireAnimationFrame',
	'UpdateLayoutTree',
	'Layout',
	'PrePaint',
	'Paint',
	'Layerize'
]);

/**
 * Counts from now on, in `window.late`, the keys whose answer does not stand when the first frame after them is about
 * to be drawn.
 * @param {import('@playwright/test').Page} page
 */
export const countLate = (page) =>
	page.evaluate(() => {
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

/**
 * From the key to the answer, by the browser's own trace: main-thread time from the key event's
 * dispatch through script, style, layout and paint of the frame that follows, and whether that very
 * frame shows the new answer.
 * @param {string} address @param {(what: string, value: number, unit: string, budget?: number) => void} print
 */
export async function keyToAnswer(address, print) {
	const browser = await chromium.launch(launchOptions);
	const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
	await page.goto(address);
	await page.waitForSelector('[data-ready]:not([data-fetching])');
	const field = page.getByRole('spinbutton', { name: 'Bead size' });
	await field.focus();
	for (let i = 0; i < 30; i++) await field.press(i % 2 ? 'ArrowDown' : 'ArrowUp');

	await countLate(page);
	await browser.startTracing(page, { categories: ['devtools.timeline'] });
	for (let i = 0; i < PRESSES; i++) {
		await page.keyboard.press(i % 2 ? 'ArrowDown' : 'ArrowUp');
		await page.waitForTimeout(PAUSE);
	}
	const trace = JSON.parse((await browser.stopTracing()).toString());
	const late = await page.evaluate(() => /** @type {any} */ (window).late);
	await browser.close();

	/** @type {{ name: string, ph: string, ts: number, dur?: number, tdur?: number, tid: number, args: any }[]} */
	const events = trace.traceEvents;
	const keys = events
		.filter((e) => e.name === 'EventDispatch' && e.args?.data?.type === 'keydown')
		.sort((a, b) => a.ts - b.ts);
	const main = events
		.filter((e) => e.tid === keys[0]?.tid && e.ph === 'X' && DRAWING.has(e.name))
		.sort((a, b) => a.ts - b.ts);
	const costs = keys.map((key, i) => {
		const until = keys[i + 1]?.ts ?? Infinity;
		const keyEnd = key.ts + (key.dur ?? 0);
		const after = main.filter((e) => e.ts >= keyEnd && e.ts < until);
		// The frame ends with its first layerize; what comes later belongs to the save.
		const last = after.findIndex((e) => e.name === 'Layerize');
		let wall = key.dur ?? 0;
		let work = key.tdur ?? wall;
		let covered = keyEnd;
		for (const e of after.slice(0, last + 1)) {
			// Nested events count once.
			if (e.ts < covered) continue;
			wall += e.dur ?? 0;
			work += e.tdur ?? e.dur ?? 0;
			covered = e.ts + (e.dur ?? 0);
		}
		return { wall: wall / 1000, work: work / 1000, drawn: last >= 0 };
	});
	/** @param {'wall' | 'work'} which @param {number} share */
	const at = (which, share) => {
		const sorted = costs.map((cost) => cost[which]).sort((a, b) => a - b);
		return sorted[Math.floor(share * (sorted.length - 1))] ?? NaN;
	};
	// The budget is on the thread's own time: on a shared machine the clock on the wall also counts what
	// other guests took, up to tens of milliseconds in a function that does next to nothing.
	print('key to answer, script to paint: median', at('work', 0.5), 'ms');
	print('key to answer, script to paint: 95th percentile', at('work', 0.95), 'ms', 8);
	print('  by the clock on the wall: median', at('wall', 0.5), 'ms');
	print('  by the clock on the wall: 95th percentile', at('wall', 0.95), 'ms');
	print(
		`  key presses of ${keys.length} not answered in the next frame`,
		late + costs.filter((c) => !c.drawn).length,
		'',
		0
	);
}
