import type { Locator, Page } from '@playwright/test';
import { meaningOf } from '../src/lib/frame/meanings';
import { expect, test } from './server';

/** Of src/lib/frame/places.ts, and the drawing. */
const places = [
	'',
	'drift',
	'water',
	'drawing',
	'match',
	'beads',
	'batch',
	'box',
	'outing',
	'stock',
	'log',
	'files'
];

/** Desktop, a low laptop, a phone on its side and upright, a small one, and 1280 × 800 at 200 and 400 %. */
const sizes = [
	[1280, 800],
	[1366, 640],
	[844, 390],
	[390, 844],
	[320, 640],
	[640, 400],
	[320, 200]
] as const;

/** What is wrong with how the page lies at its present size: each with its words. */
const wrongs = (page: Page) =>
	page.evaluate(() => {
		const found: string[] = [];
		const seen = (element: Element) => {
			const { width, height } = element.getBoundingClientRect();
			return width > 1 && height > 1 && getComputedStyle(element).visibility !== 'hidden';
		};
		const named = (element: Element) =>
			(element.getAttribute('aria-label') ?? element.textContent ?? element.tagName)
				.trim()
				.slice(0, 40);
		const wide = document.documentElement.scrollWidth - document.documentElement.clientWidth;
		if (wide > 0) found.push(`the page is ${wide} px too wide`);
		for (const element of document.querySelectorAll('button, a[href], input, select, summary')) {
			if (!seen(element) || getComputedStyle(element).display === 'inline') continue;
			const { width, height } = (element.closest('label') ?? element).getBoundingClientRect();
			// WCAG 2.5.8.
			if (Math.min(width, height) < 23.5) {
				found.push(`${named(element)}: ${width.toFixed(0)} × ${height.toFixed(0)} px to hit`);
			}
		}
		for (const element of document.querySelectorAll('*')) {
			if (!/sticky|fixed/.test(getComputedStyle(element).position) || !seen(element)) continue;
			const { top, bottom, width } = element.getBoundingClientRect();
			const covered = Math.min(bottom, innerHeight) - Math.max(top, 0);
			if (width > innerWidth / 2 && covered > innerHeight / 3) {
				found.push(`${covered.toFixed(0)} of ${innerHeight} px stay covered: ${named(element)}`);
			}
		}
		const texts = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
		for (let text = texts.nextNode(); text; text = texts.nextNode()) {
			const element = text.parentElement!;
			if (!text.textContent?.trim() || element.closest('svg, script') || !seen(element)) continue;
			const size = parseFloat(getComputedStyle(element).fontSize);
			if (size < 14) found.push(`“${text.textContent.trim().slice(0, 40)}” at ${size} px`);
		}
		return found;
	});

test('every view lies well at every size and zoom: nothing too wide, too small to hit or read, or covered', async ({
	bench
}) => {
	test.setTimeout(300_000);
	const unsaid = new Set<string>();
	for (const path of places) {
		await bench.goto(new URL(`/${path}`, bench.url()).href);
		await bench.locator('[data-ready]:not([data-fetching])').waitFor();
		// What each word means is said where the pointer rests.
		for (const word of await bench.locator('[data-word]').all()) {
			const label = (await word.getAttribute('data-word'))!;
			if (meaningOf(label) === null) unsaid.add(label);
		}
		for (const [width, height] of sizes) {
			await bench.setViewportSize({ width, height });
			// What measures its own width draws itself anew, on a busy machine late.
			await expect.soft
				.poll(() => wrongs(bench), { message: `/${path}, ${width} × ${height}` })
				.toEqual([]);
		}
	}
	expect([...unsaid]).toEqual([]);
});

/** What lies over the middle of what has the focus; null where nothing does, or nothing has it. */
const overFocus = (page: Page) =>
	page.evaluate(() => {
		const active = document.activeElement;
		if (!active || active === document.body) return null;
		const { left, top, width, height } = active.getBoundingClientRect();
		const hit = document.elementFromPoint(left + width / 2, top + height / 2);
		if (
			hit &&
			(active.contains(hit) || hit.contains(active) || hit.closest('label')?.contains(active))
		)
			return null;
		const words = (element: Element | null) =>
			(element?.getAttribute('aria-label') ?? element?.textContent ?? 'nothing')
				.trim()
				.slice(0, 40);
		return `${words(active)}: ${hit ? 'under' : 'out of sight,'} ${words(hit)}`;
	});

test('on a phone the focus is never hidden, on its way down the longest views and up again', async ({
	bench
}) => {
	await bench.setViewportSize({ width: 390, height: 844 });
	for (const path of ['', 'water', 'match', 'stock']) {
		await bench.goto(new URL(`/${path}`, bench.url()).href);
		await bench.locator('[data-ready]:not([data-fetching])').waitFor();
		const hidden = new Set<string>();
		for (const key of ['Tab', 'Shift+Tab']) {
			for (let k = 0; k < 45; k++) {
				await bench.keyboard.press(key);
				let over = await overFocus(bench);
				// What slides into sight takes some frames.
				for (let look = 0; over && look < 10; look++) {
					await bench.waitForTimeout(50);
					over = await overFocus(bench);
				}
				if (over) hidden.add(over);
			}
		}
		expect([...hidden], `/${path}`).toEqual([]);
	}
});

test('on paper every view says what it shows, without what is worked by hand; the bench card stands alone', async ({
	bench
}) => {
	await bench.setViewportSize({ width: 794, height: 1123 });
	const paper = bench.locator('#content');
	for (const [path, words] of [
		['', 'brass 2.8 mm, slotted'],
		['drift', 'Footbridge run'],
		['water', 'Alder pool'],
		['beads', 'What does the job'],
		['batch', 'Cut list for'],
		['stock', 'Grey tin 2.8 slotted'],
		['log', 'Found against predicted']
	] as const) {
		await bench.goto(new URL(`/${path}`, bench.url()).href);
		await bench.locator('[data-ready]:not([data-fetching])').waitFor();
		await bench.emulateMedia({ media: 'print' });
		await expect(paper.getByText(words).first(), `/${path}`).toBeVisible();
		await expect(paper.locator('button:visible:not([data-on-paper] *)')).toHaveCount(0);
		await expect(paper.locator('select:visible, textarea:visible')).toHaveCount(0);
		// All of it, not what fits a window.
		const cut = await paper.evaluate((main) => main.scrollHeight - main.clientHeight);
		expect(cut, `/${path}`).toBeLessThan(2);
		await bench.emulateMedia({ media: 'screen' });
	}
	await bench.goto(new URL('/batch', bench.url()).href);
	await bench.locator('[data-ready]:not([data-fetching])').waitFor();
	await bench.evaluate(() => {
		window.print = () => {
			const shown = (at: string) => document.querySelector(at)?.checkVisibility() ?? false;
			document.title = `${shown('[data-testid=card] svg')} ${shown('#content')}`;
		};
	});
	const print = bench.getByRole('button', { name: 'Print' });
	const button = await print.elementHandle();
	await bench.emulateMedia({ media: 'print' });
	await button!.dispatchEvent('click');
	await expect(bench).toHaveTitle('true false');
});

test('in forced colours what is chosen is told from what is not, and a field from the page', async ({
	bench
}) => {
	await bench.emulateMedia({ forcedColors: 'active' });
	const ground = (at: Locator) => at.evaluate((node) => getComputedStyle(node).backgroundColor);
	const metal = (words: string) =>
		bench.getByRole('radio', { name: words, exact: true }).locator('..');
	await expect.poll(() => ground(metal('brass'))).not.toBe(await ground(metal('tungsten')));
	const rail = bench.getByRole('navigation');
	const here = await ground(rail.getByRole('link', { name: 'Bench' }));
	expect(here).not.toBe(await ground(rail.getByRole('link', { name: 'Water' })));
	const field = bench.getByRole('spinbutton', { name: 'Bead size' });
	expect(await field.evaluate((node) => getComputedStyle(node).borderTopWidth)).toBe('1px');
});
