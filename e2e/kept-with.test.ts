import { choose, expect, kept, openPart, reload, test } from './server';

test('a fly is kept with its colours, tags and notes, found by them, and a note that is meant so stays quiet', async ({
	bench
}) => {
	await choose(bench, 'f', 'Wharf Strip');
	const drawing = bench.getByRole('img', { name: /^Wharf Strip, cut open/ });
	await expect(drawing).toHaveAccessibleName(/thick/);
	await openPart(bench, 'Coil');
	await bench
		.getByRole('status')
		.filter({ hasText: /chunky/ })
		.getByRole('button', { name: 'Meant so' })
		.click();
	await expect(drawing).not.toHaveAccessibleName(/thick/);

	const about = bench.getByRole('region', { name: 'What it is kept with' });
	await about.getByRole('button', { name: /^Kept with/ }).click();
	await about.getByLabel('Imitates').fill('a drowned vole');
	await about.getByLabel('Tags, with commas').fill('winter, big water');
	await about.getByLabel('Notes').fill('Watch the gap.');
	await about.getByLabel('Colour of the bead').selectOption('copper');
	await kept(bench);
	// Bead colours are drawn.
	await expect(bench.locator('svg path[stroke="#b5651d"]')).toHaveCount(1);
	await reload(bench);
	await about.getByRole('button', { name: /^Kept with.*drowned vole/ }).click();
	await expect(about.getByLabel('Notes')).toHaveValue('Watch the gap.');
	await expect(drawing).not.toHaveAccessibleName(/thick/);

	// Another fly, then back by a word that only its tags have.
	await choose(bench, 'f', 'Thimble Nymph');
	await bench.keyboard.press('f');
	await bench.getByPlaceholder(/^Find by name/).fill('vole');
	await expect(bench.getByRole('option')).toHaveCount(1);
	await bench.keyboard.press('Enter');
	await expect(bench.getByRole('button', { name: /^Fly Wharf Strip/ })).toBeVisible();
	await about.getByRole('button', { name: /^Kept with/ }).click();
	await about.getByRole('button', { name: 'chunky: note it again' }).click();
	await expect(drawing).toHaveAccessibleName(/thick/);
	await bench.keyboard.press('Control+z');
	await expect(drawing).not.toHaveAccessibleName(/thick/);
});
