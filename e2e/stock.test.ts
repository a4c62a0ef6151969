import { barriers, choose, expect, figure, kept, openPart, reload, test, typed } from './server';

const interval = async (page: Parameters<typeof figure>[0]) => {
	const text = await page.getByTestId('mass').innerText();
	const [, low, high] = /([\d.]+)–([\d.]+)/.exec(text)!;
	return Math.log(Number(high) / Number(low));
};

test('a lot: made, weighed, bought, used; the fly that is tied from it is surer; undo takes all back', async ({
	bench
}) => {
	await bench.keyboard.press('s');
	await bench
		.getByRole('region', { name: 'Beads' })
		.getByRole('button', { name: 'New lot' })
		.click();
	const name = bench.getByLabel('Name of this lot');
	await expect(name).toHaveValue('New beads');
	await name.fill('Biscuit tin');
	await name.press('Enter');
	await typed(bench, 'How many').fill('50');
	await typed(bench, 'Paid for them').fill('20');
	await typed(bench, 'Paid for them').press('Enter');
	await bench.getByRole('button', { name: 'Enter it' }).click();
	await expect(bench.getByText('50 pieces left')).toBeVisible();
	await expect(bench.getByText('0.40 each')).toBeVisible();
	await bench.getByRole('radio', { name: 'used' }).check();
	await typed(bench, 'How many').fill('45');
	await bench.getByRole('button', { name: 'Enter it' }).click();
	await typed(bench, 'Low at').fill('10');
	await typed(bench, 'Low at').press('Enter');
	await expect(bench.getByRole('region', { name: 'To buy' })).toContainText('Biscuit tin');
	await typed(bench, 'Pieces together').fill('25');
	await typed(bench, 'They weigh').fill('4.7');
	await typed(bench, 'They weigh').press('Enter');
	await expect(bench.getByText('188 mg each. Flies')).toBeVisible();
	await kept(bench);
	await reload(bench);
	await expect(bench.getByRole('button', { name: /^Biscuit tin/ })).toContainText('low');

	await bench.keyboard.press('b');
	await expect(bench.getByTestId('mass')).toBeVisible();
	// Of a fly that is in the log more is known than a weighing of its bead would say.
	await choose(bench, 'f', 'Millrace Darter');
	const nominal = await interval(bench);
	await openPart(bench, 'Bead');
	await bench.getByRole('button', { name: 'Nominal. Take it from your stock' }).click();
	await bench.getByRole('option', { name: /Biscuit tin/ }).click();
	await expect(bench.getByRole('button', { name: 'From your stock: Biscuit tin' })).toBeVisible();
	await expect(bench.getByRole('button', { name: /^Bead tungsten 2.8 mm, weighed/ })).toBeVisible();
	await expect.poll(() => interval(bench)).toBeLessThan(0.98 * nominal);
	// Another size is another bead.
	await bench.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	await expect(
		bench.getByRole('button', { name: 'Nominal. Take it from your stock' })
	).toBeVisible();
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await bench.keyboard.press('Control+z');
	await expect.poll(() => interval(bench)).toBe(nominal);
});

test('a pasted table is looked at first; what is wrong is said with its row', async ({ bench }) => {
	await bench.keyboard.press('s');
	const paste = bench.getByLabel(/^Or paste rows/);
	await paste.fill('material,name,bead_mm,metal\nbead,Sill beads,28,brass');
	await bench.getByRole('button', { name: 'See what it brings' }).click();
	await expect(bench.getByRole('alert')).toContainText('row 2, bead_mm: Bead size: “28”');
	await paste.fill(
		'material,name,bead_mm,metal,left\nbead,Sill beads,2.8,brass,30\nbead,Sill two,3.2,brass,8'
	);
	await bench.getByRole('button', { name: 'See what it brings' }).click();
	await expect(bench.getByText('2 new')).toBeVisible();
	await bench.getByRole('button', { name: 'Bring in 2' }).click();
	const lot = bench.getByRole('button', { name: /^Sill beads/ });
	await expect(lot).toContainText('30');
	expect(await barriers(bench)).toEqual([]);
	await bench.getByRole('heading', { name: 'Stock', level: 1 }).click();
	await bench.keyboard.press('Control+z');
	await expect(lot).toHaveCount(0);
});

test('a pattern on other hooks becomes flies of their own, and one undo takes them back', async ({
	bench
}) => {
	await bench.keyboard.press('n');
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	await bench.getByRole('button', { name: 'Other sizes' }).click();
	const dialog = bench.getByRole('dialog', { name: /^New nymph.* on other hooks/ });
	await expect(typed(bench, 'Bead on #16')).toHaveValue('2.4');
	await bench.getByRole('spinbutton', { name: 'Bead on #12' }).press('ArrowUp');
	await dialog.getByRole('checkbox', { name: '#10' }).uncheck();
	await dialog.getByRole('button', { name: 'Make these 3 flies' }).click();
	await expect(dialog).toHaveCount(0);
	await choose(bench, 'f', '#12');
	await expect(typed(bench, 'Bead size')).toHaveValue('3.5');
	await bench.getByRole('button', { name: /^Undo New nymph.*: on 3 other hooks/ }).click();
	await expect(bench.getByRole('button', { name: /^Fly New nymph.*#12/ })).toHaveCount(0);
	await bench.keyboard.press('Control+z');
});
