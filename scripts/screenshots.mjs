/** npm run screenshots [-- names]: the pictures in docs/screenshots, from fresh demo data. */
import { mkdirSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './prepare.mjs';
import { temporaryDemo } from './temporary-demo.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { chromium } = await import('@playwright/test');
const { launchOptions } = await import('./browser.mjs');

/** @type {{ name: string, theme: 'limestone' | 'peat', width: number, height: number, path?: string, keys?: string[], act?: (page: import('@playwright/test').Page) => Promise<unknown> }[]} */
const pictures = [
	{ name: 'bench-limestone', theme: 'limestone', width: 1280, height: 800 },
	{ name: 'bench-peat', theme: 'peat', width: 1280, height: 800, keys: [']'] },
	{
		name: 'files',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/files',
		act: async (page) => {
			await page.getByRole('button', { name: 'Make a copy now' }).click();
			await page.getByText('Copied, and read back').waitFor();
			await page.locator('input[type=file]').setInputFiles(filesToShow());
			await page.getByText('1 new').waitFor();
		}
	},
	{
		name: 'history',
		theme: 'peat',
		width: 1280,
		height: 800,
		act: async (page) => {
			await page.getByRole('radio', { name: 'brass', exact: true }).check();
			await page.getByRole('button', { name: /^Coil/ }).click();
			for (const name of ['Bead size', 'Turns', 'Coil wire']) {
				await page.getByRole('spinbutton', { name }).press('ArrowUp');
				await page.waitForSelector('[data-saving]', { state: 'detached' });
			}
			await page.keyboard.press('Control+z');
			await page.getByRole('button', { name: /^Fly / }).click();
			await page.getByRole('button', { name: 'History' }).click();
			await page.getByRole('list', { name: 'Changes, newest first' }).waitFor();
		}
	},
	{
		name: 'stock',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/stock',
		act: (page) => page.getByRole('button', { name: /^Jig 14 barbless/ }).click()
	},
	{
		name: 'log',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/log',
		act: async (page) => {
			await page.keyboard.press('f');
			await page.getByRole('option', { name: 'Thimble Nymph' }).click();
			await page.getByRole('radio', { name: 'timed', exact: true }).check();
		}
	},
	{
		name: 'outing',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/outing',
		act: planOuting
	},
	{
		name: 'river-card',
		theme: 'limestone',
		width: 390,
		height: 844,
		path: '/outing',
		act: async (page) => {
			await planOuting(page);
			const saving = page.waitForEvent('download', { timeout: 180_000 });
			await page.getByRole('button', { name: 'Make the river card' }).click();
			const card = join(mkdtempSync(join(tmpdir(), 'gravitas-card-')), 'card.html');
			await (await saving).saveAs(card);
			await page.goto(pathToFileURL(card).href);
			await page.getByText('followed in this water').waitFor();
		}
	},
	{
		name: 'drift',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/drift',
		act: async (page) => {
			await page.getByText(/^\d+ drifts:/).waitFor();
			await page.getByRole('button', { name: 'a tippet thinner' }).click();
			await page
				.getByText(/of 150/)
				.last()
				.waitFor();
		}
	},
	{
		name: 'match',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/match',
		act: async (page) => {
			await page.getByText(/the first \d+ in .* drifts/).waitFor({ timeout: 90_000 });
			for (const k of [0, 1])
				await page
					.getByRole('button', { name: /^Compare/ })
					.nth(k)
					.click();
		}
	},
	{
		name: 'ladder',
		theme: 'peat',
		width: 1280,
		height: 800,
		path: '/match',
		act: async (page) => {
			await page.getByRole('radio', { name: 'several waters' }).check();
			await page.getByRole('button', { name: 'Find the fewest flies' }).click();
			await page.getByText(/flies do for/).waitFor({ timeout: 90_000 });
		}
	},
	{
		name: 'batch',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/batch',
		act: (page) => tieAndWeigh(page, [0.119, 0.097, 0.117, 0.118, 0.116, 0.118])
	},
	{
		name: 'box',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/box',
		act: async (page) => {
			await page.getByRole('radio', { name: 'compartments' }).check();
			await page.getByRole('region', { name: 'Compartment: lid' }).waitFor();
			await page.getByRole('checkbox', { name: /Slate Plunger/ }).check();
		}
	},
	{
		name: 'vise',
		theme: 'peat',
		width: 1280,
		height: 800,
		path: '/batch',
		act: async (page) => {
			await chooseFly(page, 'Rustneck Jig');
			await page.getByRole('button', { name: /^Begin/ }).click();
			await page.getByRole('dialog').waitFor();
			// In the middle of the counted turns.
			for (let press = 0; press < 4; press++) await page.keyboard.press('Space');
		}
	},
	{ name: 'water', theme: 'limestone', width: 1280, height: 800, path: '/water' },
	{
		name: 'beads',
		theme: 'limestone',
		width: 1280,
		height: 800,
		path: '/beads',
		act: (page) => page.getByText('each from 60 drifts').waitFor({ timeout: 90_000 })
	},
	{ name: 'how', theme: 'limestone', width: 1280, height: 800, keys: ['h'] },
	{ name: 'drawing', theme: 'limestone', width: 1280, height: 800, path: '/drawing' },
	{ name: 'bench-phone', theme: 'limestone', width: 390, height: 844 }
];

/** @param {import('@playwright/test').Page} page */
async function planOuting(page) {
	await page.getByRole('button', { name: 'Work it out' }).click();
	await page.getByRole('button', { name: 'Work it out again' }).waitFor({ timeout: 120_000 });
}

/** @param {import('@playwright/test').Page} page @param {string} fly */
async function chooseFly(page, fly) {
	await page.getByRole('button', { name: /^Fly / }).click();
	await page.locator('[role=option]', { hasText: fly }).click();
	await page.waitForTimeout(300);
}

/**
 * A run tied from the first hook to the scale, as quickly as keys go.
 * @param {import('@playwright/test').Page} page @param {readonly number[]} grams of each fly
 */
async function tieAndWeigh(page, grams) {
	await chooseFly(page, 'Rustneck Jig');
	await page.getByRole('button', { name: /^Begin/ }).click();
	const vise = page.getByRole('dialog', { name: /^Tying/ });
	const weight = vise.getByRole('textbox', { name: 'Weight, g' });
	await vise.waitFor();
	for (let fly = 0; fly < grams.length;) {
		if (!(await weight.isVisible())) await page.keyboard.press('Space');
		else {
			await weight.fill(String(grams[fly++]));
			await page.keyboard.press('Enter');
			// A light one is asked about; it is kept.
			if (await vise.getByRole('alert').isVisible()) await page.keyboard.press('Enter');
		}
	}
	await vise.getByText(/are tied/).waitFor();
	await page.keyboard.press('Escape');
	await page.waitForTimeout(500);
}

/** A demo fly that somebody changed, one as it is, and one that is new here. */
function filesToShow() {
	const read = (/** @type {string} */ file) =>
		JSON.parse(readFileSync(join(root, 'demo', file), 'utf8'));
	const changed = read('fly-01-rustneck-jig.json');
	changed.body.recipe.bead.diameterMm = 3.2;
	const fresh = { ...read('fly-02-slate-plunger.json'), name: 'Borrowed Plunger' };
	return [changed, read('fly-03-millrace-darter.json'), fresh].map((content, i) => ({
		name: `${i}.json`,
		mimeType: 'application/json',
		buffer: Buffer.from(JSON.stringify(content))
	}));
}

const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const { address, stop } = await temporaryDemo();
const browser = await chromium.launch(launchOptions);
const only = process.argv.slice(2);
const wanted = pictures.filter(({ name }) => only.length === 0 || only.includes(name));
for (const { name, theme, width, height, path = '/', keys = [], act } of wanted) {
	const page = await browser.newPage({ viewport: { width, height } });
	await page.addInitScript((wanted) => localStorage.setItem('gravitas-theme', wanted), theme);
	await page.goto(new URL(path, address).href);
	await page.waitForSelector('[data-ready]:not([data-fetching])');
	for (const key of keys) await page.keyboard.press(key);
	// The strip has its band, where there is one.
	await page
		.getByText(/good in .* drifts/)
		.or(page.locator('main:not(:has([data-testid=verdict]))'))
		.first()
		.waitFor();
	await page.getByText('Looking for what to change …').waitFor({ state: 'detached' });
	await act?.(page);
	await page.waitForTimeout(400);
	await page.screenshot({ path: join(out, `${name}.png`) });
	await page.close();
}
await browser.close();
await stop();
