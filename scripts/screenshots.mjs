/** npm run screenshots: the pictures in docs/screenshots, from fresh demo data. */
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './prepare.mjs';
import { temporaryDemo } from './temporary-demo.mjs';

ensureInstalled();
process.env.CHROMIUM = ensureChromium();
ensureBuilt();
const { chromium } = await import('@playwright/test');
const { launchOptions } = await import('./browser.mjs');

/** @type {{ name: string, theme: 'limestone' | 'peat', width: number, height: number, keys?: string[] }[]} */
const pictures = [
	{ name: 'bench-limestone', theme: 'limestone', width: 1280, height: 800 },
	{ name: 'bench-peat', theme: 'peat', width: 1280, height: 800, keys: [']'] },
	{ name: 'lie-chooser', theme: 'limestone', width: 1280, height: 800, keys: ['w'] },
	{ name: 'bench-phone', theme: 'limestone', width: 390, height: 844 }
];

const out = join(root, 'docs', 'screenshots');
mkdirSync(out, { recursive: true });
const { address, stop } = await temporaryDemo();
const browser = await chromium.launch(launchOptions);
for (const { name, theme, width, height, keys = [] } of pictures) {
	const page = await browser.newPage({ viewport: { width, height } });
	await page.addInitScript((wanted) => localStorage.setItem('gravitas-theme', wanted), theme);
	await page.goto(address);
	await page.waitForSelector('[data-ready]');
	for (const key of keys) await page.keyboard.press(key);
	await page.waitForTimeout(400);
	await page.screenshot({ path: join(out, `${name}.png`) });
	await page.close();
}
await browser.close();
await stop();
