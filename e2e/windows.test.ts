import { readFileSync } from 'node:fs';
import { unzipSync } from 'fflate';
import type { Page } from '@playwright/test';
import {
	barriers,
	choose,
	expect,
	figure,
	kept,
	open,
	openPart,
	startServer,
	temporaryFolder,
	test,
	typed
} from './server';

const bead = (page: Page) => page.getByRole('spinbutton', { name: 'Bead size' });

test('two windows on one fly: a stale one refreshes, different parts join, the same part asks', async ({
	bench,
	demo,
	context
}) => {
	await choose(bench, 'f', 'Millrace Darter');
	const other = await context.newPage();
	await open(other, demo.address);
	await expect(other.getByRole('button', { name: /^Fly Millrace Darter/ })).toBeVisible();

	// What one keeps the other shows, by itself.
	await bead(bench).press('ArrowUp');
	await kept(bench);
	await expect.poll(() => figure(other, 'mass')).toBe(await figure(bench, 'mass'));

	// Both change it before either hears of the other: the bead here, the turns there.
	const hold = async (page: Page) => {
		await page.route('**/api/news', (route) => route.abort());
		await reopenNews(page);
	};
	await hold(bench);
	await openPart(other, 'Coil');
	await openPart(bench, 'Coil');
	await typed(other, 'Turns').fill('7');
	await typed(other, 'Turns').press('Enter');
	await kept(other);
	await bead(bench).press('ArrowUp');
	await expect(bench.getByRole('alert')).toContainText(
		/another window \(turns \w+ to 7\); both changes/
	);
	await kept(bench);
	await expect(typed(bench, 'Turns')).toHaveValue('7');
	await expect.poll(() => figure(other, 'mass')).toBe(await figure(bench, 'mass'));
	await bench.getByRole('button', { name: 'Close', exact: true }).click();

	// The same part on both sides: nothing is lost in silence, and both can stay.
	await bead(other).press('ArrowDown');
	await bead(other).press('ArrowDown');
	await kept(other);
	const theirs = await typed(other, 'Bead size').inputValue();
	await bead(bench).press('ArrowUp');
	const mine = await typed(bench, 'Bead size').inputValue();
	await expect(bench.getByRole('alert')).toContainText('You changed bead');
	await bench.getByRole('button', { name: 'Keep both' }).click();
	await expect(typed(bench, 'Bead size')).toHaveValue(theirs);
	await choose(bench, 'f', 'Millrace Darter (mine)');
	await expect(typed(bench, 'Bead size')).toHaveValue(mine);

	// Back in sight, the window that heard nothing catches up.
	await bead(other).blur();
	await other.keyboard.press('n');
	await expect(other.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	await bench.unroute('**/api/news');
	await reopenNews(bench);
	await bench.keyboard.press('f');
	await expect(bench.getByRole('option', { name: /New nymph/ })).toBeVisible();
	await other.close();
});

/** As when a window is hidden and comes back. */
const reopenNews = (page: Page) =>
	page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));

test('the history of a fly, and an earlier state brought back as a copy, also after a restart', async ({
	page
}) => {
	const folder = temporaryFolder();
	let server = await startServer(folder.path);
	await open(page, server.address);
	const before = await typed(page, 'Bead size').inputValue();
	await bead(page).press('ArrowUp');
	await kept(page);
	const after = await typed(page, 'Bead size').inputValue();
	await page.keyboard.press('Delete');
	await expect(page.getByRole('button', { name: /^Fly Rustneck Jig/ })).toHaveCount(0);
	await server.stop();

	server = await startServer(folder.path);
	await open(page, server.address);
	await page.keyboard.press('Control+z');
	await expect(page.getByRole('button', { name: /^Fly Rustneck Jig/ })).toBeVisible();
	await expect(typed(page, 'Bead size')).toHaveValue(after);

	await page.keyboard.press('f');
	await page.getByRole('button', { name: 'History' }).click();
	const changes = page.getByRole('list', { name: 'Changes, newest first' });
	await expect(changes).toContainText(`bead ${before} to ${after}`);
	await expect(changes).toContainText(/fly deleted.*undone/);
	await page.getByRole('button', { name: 'Bring back as a copy: as it came' }).click();
	await expect(page.getByRole('button', { name: /^Fly Rustneck Jig as it was/ })).toBeVisible();
	await expect(typed(page, 'Bead size')).toHaveValue(before);
	await server.stop();
	folder.remove();
});

test('everything goes out in one archive, and into an empty database, and nothing twice', async ({
	bench,
	demo,
	browser
}) => {
	await bench.getByRole('link', { name: 'Files' }).click();
	const [download] = await Promise.all([
		bench.waitForEvent('download'),
		bench.getByRole('link', { name: /Everything in one archive/ }).click()
	]);
	const archive = await download.path();
	const inside = Object.keys(unzipSync(readFileSync(archive)));
	expect(inside.filter((name) => name.startsWith('rivers/'))).toHaveLength(1);

	const folder = temporaryFolder();
	const server = await startServer(folder.path, { demo: false });
	const page = await browser.newPage();
	await open(page, new URL('/files', server.address).href);
	const bringIn = async (...files: Parameters<ReturnType<Page['locator']>['setInputFiles']>) => {
		await page.locator('input[type=file]').setInputFiles(...files);
	};
	await bringIn(archive);
	await page.getByRole('button', { name: /^Bring in \d+$/ }).click();
	await expect(page.getByText(/brought in\. One undo takes all of it out/)).toBeVisible();

	interface Content {
		flies: Named[];
		lies: Named[];
		rivers: Named[];
	}
	interface Named {
		id: string;
		revision?: number;
	}
	const content = async (address: string): Promise<Content> =>
		(await (await fetch(new URL('/api/snapshot', address))).json()) as Content;
	const [from, to] = [await content(demo.address), await content(server.address)];
	for (const kind of ['flies', 'lies', 'rivers'] as const) {
		for (const row of from[kind]) {
			expect(to[kind]).toContainEqual({
				...row,
				revision: expect.any(Number) as unknown as number
			});
		}
	}

	// A second time there is nothing to do.
	await bringIn(archive);
	await expect(page.getByText(/0 new, 0 different/)).toBeVisible();
	await expect(page.getByRole('button', { name: 'Nothing to bring in' })).toBeDisabled();
	await page.getByRole('button', { name: 'Leave it' }).click();

	// A file by drop; what differs is told, and the choice is the person's.
	const [fly] = (await (await fetch(new URL('/api/flies', demo.address))).json()) as {
		id: string;
		name: string;
		body: { recipe: { bead: { diameterMm: number } } };
	}[];
	fly!.body.recipe.bead.diameterMm = 4.6;
	const { id, name, body } = fly!;
	const file = JSON.stringify({ format: 'gravitas/fly', version: 0, id, name, body });
	await page.evaluate((text) => {
		const data = new DataTransfer();
		data.items.add(new File([text], 'heavier.json', { type: 'application/json' }));
		window.dispatchEvent(new DragEvent('drop', { dataTransfer: data, cancelable: true }));
	}, file);
	await expect(page.getByText(/From yours to this: bead [\d.]+ to 4.6/)).toBeVisible();
	await page.getByRole('radio', { name: 'take this' }).check();
	await page.getByRole('button', { name: 'Bring in 1' }).click();
	await expect(page.getByText('1 brought in')).toBeVisible();
	expect((await content(server.address)).flies).toContainEqual(
		expect.objectContaining({ id, body })
	);

	// A broken one is refused with its name and place.
	await bringIn({
		name: 'torn.json',
		mimeType: 'application/json',
		buffer: Buffer.from(file.replace('4.6', '46'))
	});
	await expect(page.getByRole('alert').filter({ hasText: 'torn.json' })).toContainText(
		'body.recipe.bead.diameterMm: Bead size must be a number'
	);

	// One undo takes the whole import out, though it was many documents.
	await page.keyboard.press('Control+z');
	await page.keyboard.press('Control+z');
	await expect.poll(async () => (await content(server.address)).flies.length).toBe(1);
	await page.close();
	await server.stop();
	folder.remove();
});

test('nothing stands in the way of a screen reader in the Files view', async ({ bench }) => {
	await bench.keyboard.press('k');
	await expect(bench.getByRole('heading', { name: 'Files' })).toBeVisible();
	const torn = { name: 'torn.json', mimeType: 'application/json', buffer: Buffer.from('{') };
	await bench.locator('input[type=file]').setInputFiles(torn);
	await expect(bench.getByRole('alert')).toContainText('torn.json is not readable as JSON');
	await bench.getByRole('button', { name: 'Make a copy now' }).click();
	await expect(bench.getByText('Copied, and read back')).toBeVisible();
	expect(await barriers(bench)).toEqual([]);
	await bench
		.getByRole('button', { name: /^Restore/ })
		.first()
		.click();
	await expect(bench.getByRole('alertdialog')).toBeVisible();
	expect(await barriers(bench, '[role=alertdialog]')).toEqual([]);
	await bench.getByRole('button', { name: 'Leave all as it is' }).click();
	await bench.setViewportSize({ width: 390, height: 800 });
	const wide = await bench.evaluate(() => document.documentElement.scrollWidth);
	expect(wide).toBeLessThanOrEqual(390);
});

test('a copy is made and read back; going back to it brings everything back', async ({ bench }) => {
	await bench.keyboard.press('k');
	await bench.getByRole('button', { name: 'Make a copy now' }).click();
	await expect(bench.getByText('Copied, and read back')).toBeVisible();
	await bench.keyboard.press('b');
	const name = (await bench.getByRole('button', { name: /^Fly / }).innerText()).split('\n')[1]!;
	const mass = await figure(bench, 'mass');
	await bead(bench).press('Shift+ArrowUp');
	await kept(bench);
	await bead(bench).blur();
	await bench.keyboard.press('n');
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	await bench.keyboard.press('k');
	await bench
		.getByRole('listitem')
		.filter({ hasText: 'made by hand' })
		.first()
		.getByRole('button', { name: /^Restore/ })
		.click();
	await bench.getByRole('button', { name: 'Restore it' }).click();
	await expect(bench.getByText('Everything is as it was')).toBeVisible();
	await expect(bench.getByText('before a restore')).toBeVisible();
	await bench.keyboard.press('b');
	await expect(bench.getByRole('button', { name: /^Fly / })).toBeVisible();
	await choose(bench, 'f', name);
	expect(await figure(bench, 'mass')).toBe(mass);
});
