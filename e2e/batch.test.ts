import AxeBuilder from '@axe-core/playwright';
import { choose, expect, open, reload, startServer, temporaryFolder, test } from './server';

test('a run: cut list, marks, steps; at the vise each key a turn or a step, resumed after the page was gone', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await bench.keyboard.press('y');
	await expect(bench).toHaveURL(/\/batch$/);
	const cut = bench.getByRole('region', { name: /^Cut list for 6/ });
	const wire = cut.getByRole('row', { name: /^lead/ });
	const before = await wire.innerText();
	await bench.getByRole('spinbutton', { name: 'Flies' }).press('ArrowUp');
	await expect(bench.getByRole('region', { name: 'Cut list for 7' })).toBeVisible();
	expect(
		await bench
			.getByRole('region', { name: 'Cut list for 7' })
			.getByRole('row', { name: /^lead/ })
			.innerText()
	).not.toBe(before);
	await expect(
		bench.getByRole('region', { name: 'Marks' }).getByRole('row', { name: /^tail/ })
	).toContainText('mm');
	const steps = await bench.getByRole('region', { name: 'Steps' }).getByRole('listitem').count();
	expect(steps).toBeGreaterThan(8);
	await expect(bench.getByText(/Lead: wash your hands/).first()).toBeVisible();

	for (const theme of ['limestone', 'peat']) {
		const found = await new AxeBuilder({ page: bench }).analyze();
		expect(found.violations.map(({ id, nodes }) => [theme, id, nodes[0]?.html])).toEqual([]);
		// By its button: the letter would be typed into the field that has the focus.
		await bench.getByRole('button', { name: 'Light or dark' }).click();
	}

	await bench.getByRole('button', { name: 'To the vise' }).click();
	const vise = bench.getByRole('dialog', { name: 'Tying Rustneck Jig' });
	await expect(vise.getByText('Bead on:')).toBeVisible();
	await bench.keyboard.press('Space');
	await expect(vise.getByText('Hook in the vise')).toBeVisible();
	await bench.keyboard.press('Space');
	// A counted step: each key one turn, until it is full.
	await expect(vise.getByText(/^Wind lead/)).toBeVisible();
	const turns = Number(/\/(\d+)/.exec(await vise.getByText(/^0\/\d+$/).innerText())?.[1]);
	await bench.keyboard.press('Space');
	await expect(vise.getByText(`1/${turns}`)).toBeVisible();
	await bench.keyboard.press('b');
	await expect(vise.getByText(`0/${turns}`)).toBeVisible();
	await bench.keyboard.press('Space');

	// The page is gone, and comes back to the same turn.
	await reload(bench);
	await bench.getByRole('spinbutton', { name: 'Flies' }).press('ArrowUp');
	await bench.getByRole('button', { name: 'Go on tying' }).click();
	await expect(vise.getByText(`1/${turns}`)).toBeVisible();
	for (let turn = 1; turn < turns; turn++) await bench.keyboard.press('Space');
	await expect(vise.getByText(/^Thread base/)).toBeVisible();
	await bench.keyboard.press('Escape');
	await expect(vise).toHaveCount(0);
});

test('an empty database has a run to tie, too', async ({ page }) => {
	const folder = temporaryFolder();
	const server = await startServer(folder.path, { demo: false });
	try {
		await open(page, `${server.address}batch`);
		await expect(page.getByRole('region', { name: 'Cut list for 6' })).toBeVisible();
		await page.getByRole('button', { name: 'To the vise' }).click();
		await expect(page.getByRole('dialog', { name: /^Tying First nymph/ })).toBeVisible();
	} finally {
		await server.stop();
		folder.remove();
	}
});
