import type { Page } from '@playwright/test';
import {
	barriers,
	choose,
	expect,
	figure,
	kept,
	open,
	startServer,
	temporaryFolder,
	test,
	typed
} from './server';

const levers = (page: Page) => page.getByRole('region', { name: 'What one step buys' });
/** The change that a lever promises: grams, cm/s. */
async function promised(page: Page, name: RegExp) {
	await expect(levers(page)).toHaveAttribute('aria-busy', 'false');
	const row = levers(page).getByRole('row').filter({ hasText: name }).first();
	await expect(row.getByRole('cell').nth(2)).toBeVisible();
	const cells = await row.getByRole('cell').allInnerTexts();
	const number = (text: string) => (text === '·' ? 0 : Number(text.replace('−', '-')));
	return { mass: number(cells[1]!), speed: number(cells[2]!), row };
}

test('a lever says what it buys and does it by a click or its key; undo takes it back', async ({
	bench
}) => {
	await choose(bench, 'f', 'Thimble Nymph');
	await expect(levers(bench).getByRole('row').nth(5)).toBeVisible();
	const before = { mass: await figure(bench, 'mass'), speed: await figure(bench, 'speed') };
	const up = await promised(bench, /bead up to/);
	await up.row.getByRole('button').click();
	await expect.poll(() => figure(bench, 'mass')).toBeCloseTo(before.mass + up.mass, 2);
	expect(Math.abs((await figure(bench, 'speed')) - before.speed - up.speed)).toBeLessThan(1.01);
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect.poll(() => figure(bench, 'mass')).toBe(before.mass);

	// The first of the list, by its key; the list follows once the keys are still.
	await expect(levers(bench).getByRole('row', { name: /bead up to/ })).toBeVisible();
	// Rows with a button are steps; the line that divides the list, and the table's head, have none.
	const first = levers(bench)
		.getByRole('row')
		.filter({ has: bench.getByRole('button') })
		.first();
	const words = (await first.getByRole('button').innerText()).replace(/^1\s*/, '');
	await bench.keyboard.press('1');
	await kept(bench);
	await expect(bench.getByRole('button', { name: /^Undo Thimble Nymph/ })).toBeEnabled();
	expect(words.length).toBeGreaterThan(3);
	await bench.keyboard.press('Control+z');
	await expect.poll(() => figure(bench, 'mass')).toBe(before.mass);

	// Only what lies in the demo's drawers: fewer steps, every bead of them in stock.
	const all = await levers(bench).getByRole('row').count();
	await bench.getByLabel('only what I own').check();
	await expect.poll(() => levers(bench).getByRole('row').count()).toBeLessThan(all);
	await bench.getByLabel('only what I own').uncheck();
});

test('the same sink otherwise: found while the page lives, and taken', async ({ bench }) => {
	await choose(bench, 'f', 'Thimble Nymph');
	const speed = await figure(bench, 'speed');
	await bench.getByRole('button', { name: 'The same sink otherwise' }).click();
	const dialog = bench.getByRole('dialog', { name: 'The same sink otherwise' });
	await expect(dialog.getByText(/\d+ flies tried\./)).toBeVisible();
	const same = dialog.getByRole('listitem').filter({ hasText: 'sinks the same' }).first();
	await same.getByRole('button', { name: /^Take it/ }).click();
	await expect(dialog).toHaveCount(0);
	expect(Math.abs((await figure(bench, 'speed')) / speed - 1)).toBeLessThan(0.05);
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect.poll(() => figure(bench, 'speed')).toBe(speed);
});

test('how it is worked out: the parts make up the fly, and nothing stands in a screen reader’s way', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await bench.keyboard.press('h');
	const dialog = bench.getByRole('dialog', { name: 'How is this worked out?' });
	await expect(dialog).toContainText(/This very fly was .*timed once by you/);
	const shares = await dialog
		.getByRole('row')
		.getByText(/^−?\d+ %$/)
		.allInnerTexts();
	const parts = shares.slice(0, -1).map((text) => parseInt(text.replace('−', '-'), 10));
	expect(Math.abs(parts.reduce((sum, share) => sum + share, 0) - 100)).toBeLessThan(6);
	await expect(dialog).toContainText('Brown & Lawler 2003');
	await expect(dialog.getByRole('rowheader', { name: '0.5 m', exact: true })).toBeVisible();
	expect(await barriers(bench, '[role=dialog]')).toEqual([]);
	await bench.keyboard.press('Escape');
	await expect(dialog).toHaveCount(0);
});

test('which bead: deeper or faster water asks for a heavier one, also on an empty database', async ({
	page
}) => {
	const folder = temporaryFolder();
	const server = await startServer(folder.path, { demo: false });
	try {
		await open(page, server.address);
		await page.keyboard.press('q');
		const answer = page.getByTestId('bead');
		await expect(answer).toContainText(/mm .*good in \d+ of 10/, { timeout: 30_000 });
		// The lightest of tungsten that does the job; the one to take may be of either metal.
		const size = async () =>
			parseFloat(
				/What does the job: ([\d.]+)[^,]*tungsten/.exec(
					await page.getByTestId('span').innerText()
				)?.[1] ?? 'NaN'
			);
		await expect.poll(size, { timeout: 60_000 }).toBeGreaterThan(1);
		const shallow = await size();
		await typed(page, 'Depth').fill('1.4');
		await typed(page, 'Depth').press('Enter');
		await expect.poll(size, { timeout: 60_000 }).toBeGreaterThan(shallow);
		// The span that does the job, how to hold the line for it, and the way of fishing.
		await expect(page.getByTestId('span')).toContainText(/What does the job: .* mm tungsten/);
		await expect(page.getByText(/of line from tip to fly/)).toBeVisible({ timeout: 60_000 });
		await typed(page, 'Surface speed').fill('2.2');
		await typed(page, 'Surface speed').press('Enter');
		await expect(answer).toContainText(/no bead alone does it/i, { timeout: 60_000 });
		await expect(page.getByText(/What would: |The most that can be had here/)).toBeVisible({
			timeout: 120_000
		});
		await page.getByLabel('only beads that I own').check();
		await expect(page.getByText('You own no bead that fits this hook.')).toBeVisible();
		expect(await barriers(page)).toEqual([]);
		// A question leaves the lie as it is.
		await page.keyboard.press('Escape');
		await page.keyboard.press('b');
		await expect(page.getByRole('button', { name: /^Lie First lie/ })).toContainText('0.8 m');
	} finally {
		await server.stop();
		folder.remove();
	}
});
