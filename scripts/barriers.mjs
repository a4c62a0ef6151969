/**
 * npm run barriers: what stands in the way of a screen reader, by all of axe's rules, in every view, chooser and dialog,
 * on the demo and on an empty database, at 1280 and 390 px, in both themes. Some minutes; ends with code 1 where
 * something is found, or a dialog does not open.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './prepare.mjs';
import { temporaryDemo } from './temporary-demo.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { chromium } = await import('@playwright/test');
const { default: axe } = await import('axe-core');
const { launchOptions } = await import('./browser.mjs');

/** @typedef {import('@playwright/test').Page} Page */

const VIEWS = '/ /water /drift /match /batch /box /outing /log /beads /stock /files /drawing'.split(
	' '
);
const WIDTHS = [1280, 390];
const THEMES = ['limestone', 'peat'];
const DIALOG = ':is([role=dialog], [role=alertdialog])';

/** @param {string} key */
const key = (key) => (/** @type {Page} */ page) => page.keyboard.press(key);
/** @param {RegExp | string} name */
const button = (name) => (/** @type {Page} */ page) =>
	page.getByRole('button', { name }).first().click({ timeout: 10_000 });
/** By the list of what can be done. @param {string} words */
const command = (words) => async (/** @type {Page} */ page) => {
	await page.keyboard.press('Control+k');
	await page.locator(DIALOG).waitFor();
	await page.keyboard.type(words);
	await page.keyboard.press('Enter');
};
/** What opens, in which view, and how. @type {[string, string, (page: Page) => Promise<unknown>][]} */
const OPENS = [
	['/', 'what can be done', key('?')],
	['/', 'what was done', key('z')],
	['/', 'units', key('i')],
	['/', 'flies', key('f')],
	['/', 'rigs', key('r')],
	['/', 'lies', key('w')],
	['/', 'how', key('h')],
	['/', 'as text', key('a')],
	['/', 'steps', key('p')],
	['/', 'share', key('j')],
	['/', 'rename', key('F2')],
	['/', 'weight code', command('Weight code')],
	['/', 'what the words mean', command('What the words mean')],
	['/', 'other sizes', button('Other sizes')],
	['/', 'the same sink otherwise', button('The same sink otherwise')],
	['/match', 'how builds are ranked', button(/rank/i)],
	['/log', 'the scale', button(/^The scale|^A scale/i)]
];

/** An empty database's program. */
async function empty() {
	const folder = mkdtempSync(join(tmpdir(), 'gravitas-empty-'));
	const server = spawn(process.execPath, ['scripts/start.mjs'], {
		cwd: root,
		env: { ...process.env, GRAVITAS_DATA: folder, GRAVITAS_PORT: '0' },
		stdio: ['ignore', 'pipe', 'inherit']
	});
	/** @type {string} */
	const address = await new Promise((resolve) => {
		let text = '';
		server.stdout.on('data', (/** @type {Buffer} */ chunk) => {
			const found = /open at (\S+)\s/.exec((text += chunk.toString()));
			if (found?.[1]) resolve(found[1]);
		});
	});
	const stop = async () => {
		const ended = new Promise((resolve) => server.once('exit', resolve));
		server.kill('SIGINT');
		await ended;
		rmSync(folder, { recursive: true, force: true });
	};
	return { address, stop };
}

let looks = 0;
/** @type {string[]} */
const found = [];
/** @param {Page} page @param {string} what */
async function look(page, what) {
	looks++;
	if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source);
	// With a dialog open the rest is not to be had.
	const within = (await page.locator(DIALOG).count()) > 0 ? DIALOG : 'body';
	for (const theme of THEMES) {
		await page.evaluate((name) => document.documentElement.setAttribute('data-theme', name), theme);
		const violations = await page.evaluate(async (within) => {
			const { axe } = /** @type {any} */ (window);
			const { violations } = await axe.run(within, { resultTypes: ['violations'] });
			return violations.flatMap((/** @type {any} */ { id, nodes }) =>
				nodes.map((/** @type {any} */ { html }) => `${id}: ${html.slice(0, 160)}`)
			);
		}, within);
		found.push(...violations.map((/** @type {string} */ words) => `${what}, ${theme}: ${words}`));
	}
}

const browser = await chromium.launch(launchOptions);
for (const [data, begin] of /** @type {const} */ ([
	['demo', temporaryDemo],
	['empty', empty]
])) {
	const server = await begin();
	for (const width of WIDTHS) {
		const page = await browser.newPage({ viewport: { width, height: 800 } });
		const what = (/** @type {string} */ words) => `${data}, ${width} px, ${words}`;
		page.on('pageerror', ({ message }) => found.push(what(message)));
		const show = async (/** @type {string} */ view) => {
			await page.goto(new URL(view, server.address).href);
			await page.locator('[data-ready]:not([data-fetching])').waitFor();
			await page.waitForTimeout(1000);
		};
		for (const view of VIEWS) {
			await show(view);
			await look(page, what(view));
		}
		for (const [view, words, opens] of OPENS) {
			await show(view);
			// What an empty database asks first is let go.
			await page.keyboard.press('Escape');
			try {
				await opens(page);
				await page.locator(DIALOG).first().waitFor({ timeout: 10_000 });
				await page.waitForTimeout(500);
				await look(page, what(words));
			} catch (error) {
				found.push(what(`${words} did not open: ${String(error).split('\n')[0]}`));
			}
		}
		await page.close();
	}
	await server.stop();
}
await browser.close();
for (const words of found) console.log(words);
console.log(`${looks} looks, each in ${THEMES.length} themes: ${found.length} barriers`);
process.exit(found.length === 0 ? 0 : 1);
