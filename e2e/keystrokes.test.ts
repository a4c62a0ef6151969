import { expect, figure, Keys, test, typed } from './server';

test('a bead in three keys, a new fly in twenty, five undone in five', async ({ bench }) => {
	const keys = new Keys(bench);
	const size = typed(bench, 'Bead size');
	const before = await figure(bench, 'mass');
	await keys.press('e', 'ArrowUp');
	await expect.poll(() => figure(bench, 'mass')).toBeGreaterThan(before);
	expect(keys.count).toBeLessThanOrEqual(3);

	keys.count = 0;
	await keys.press('n');
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	await keys.press('o', '1', '2', 'Enter', 'e', '3', '.', '5', 'Enter', 'u', '6', 'Enter');
	await expect(typed(bench, 'Hook size')).toHaveValue('#12');
	await expect(size).toHaveValue('3.5');
	await expect(typed(bench, 'Turns')).toHaveValue('6');
	expect(keys.count).toBeLessThanOrEqual(20);

	// The bead of before, the fly, and its three parts: five changes.
	keys.count = 0;
	const undo = bench.getByRole('button', { name: /^Undo/ });
	for (let k = 0; k < 5; k++) {
		await expect(undo).toBeEnabled();
		await keys.press('Control+z');
		await expect(bench.getByText(/^Undone:/).first()).toBeVisible();
	}
	await expect.poll(() => figure(bench, 'mass')).toBeCloseTo(before, 3);
	expect(keys.count).toBe(5);
});

test('a drop of three runs in twenty', async ({ bench }) => {
	const keys = new Keys(bench);
	await keys.press('l', '2');
	const tap = bench.getByRole('button', { name: /tap as it/i });
	await expect(tap).toBeFocused();
	for (let run = 1; run <= 3; run++) {
		await keys.press('Space');
		await bench.waitForTimeout(300);
		await keys.press('Space');
		await expect(bench.getByRole('list', { name: 'Runs' }).getByRole('listitem')).toHaveCount(run);
	}
	await keys.tabTo(bench.getByRole('button', { name: 'Keep the 3 runs' }));
	await keys.press('Enter');
	await expect(bench.getByText('3 runs').first()).toBeVisible();
	expect(keys.count).toBeLessThanOrEqual(20);
});
