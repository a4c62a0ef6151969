import { readFileSync } from 'node:fs';
import jsQR from 'jsqr';
import sharp from 'sharp';
import { barriers, choose, expect, figure, kept, openPart, reload, test } from './server';

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
	await about.getByLabel('Time it took, min').fill('35');
	await about.getByLabel('Time it took, min').press('Tab');
	// What it weighs asks for another colour by the demo's weight code.
	await about.getByLabel('Colour of the thread').selectOption('white');
	await expect(about).toContainText('red thread: 0.4 g to 0.8 g');
	await expect(about).toContainText('Its thread is white: by your code that is up to 0.15 g.');
	const photo = (name: string, buffer: Buffer) =>
		about.locator('input[type=file]').setInputFiles({ name, mimeType: 'image/jpeg', buffer });
	await photo('page.jpg', Buffer.from('<html><script>1</script></html>'));
	await expect(about.getByRole('alert')).toContainText('it is text with tags, not a photo');
	await photo('large.jpg', Buffer.alloc(25 * 2 ** 20));
	await expect(about.getByRole('alert')).toContainText('large.jpg is 25 MB');
	await photo('fly.png', await bench.screenshot());
	await expect(about.getByRole('img', { name: 'Wharf Strip, tied' })).toBeVisible();
	await expect(about.getByRole('alert')).toHaveCount(0);
	await kept(bench);
	// Bead colours are drawn.
	await expect(bench.locator('svg path[stroke="#b5651d"]')).toHaveCount(1);
	await reload(bench);
	await about.getByRole('button', { name: /^Kept with.*drowned vole/ }).click();
	await expect(about.getByLabel('Notes')).toHaveValue('Watch the gap.');
	await expect(about.getByLabel('Time it took, min')).toHaveValue('35');
	const image = about.getByRole('img', { name: 'Wharf Strip, tied' });
	await expect(image).toHaveJSProperty('complete', true);
	await expect(image).not.toHaveJSProperty('naturalWidth', 0);
	await expect(drawing).not.toHaveAccessibleName(/thick/);

	// Another fly, then back by a word that only its tags have.
	await choose(bench, 'f', 'Thimble Nymph');
	await bench.keyboard.press('f');
	// The quickest first; those of which nothing is said come last.
	await bench.getByLabel('Listed by').selectOption('time it took');
	await expect(bench.locator('[role=option]').first()).toContainText('Pinch Pupa');
	await expect(bench.locator('[role=option]').first()).toContainText('7 min');
	await expect(bench.locator('[role=option]').nth(15)).toContainText('35 min');
	await bench.getByPlaceholder(/^Find by name/).fill('vole');
	await expect(bench.locator('[role=option]')).toHaveCount(1);
	await bench.keyboard.press('Enter');
	await expect(bench.getByRole('button', { name: /^Fly Wharf Strip/ })).toBeVisible();
	await about.getByRole('button', { name: /^Kept with/ }).click();
	await about.getByRole('button', { name: 'chunky: note it again' }).click();
	await expect(drawing).toHaveAccessibleName(/thick/);
	await bench.keyboard.press('Control+z');
	await expect(drawing).not.toHaveAccessibleName(/thick/);
});

test('the steps in the tier’s own order, with the tier’s own words, are those at the vise', async ({
	bench
}) => {
	await choose(bench, 'f', 'Willow Scud');
	await bench.keyboard.press('p');
	const dialog = bench.getByRole('dialog', { name: 'Steps' });
	const step = (k: number) => dialog.getByRole('listitem').nth(k);
	await expect(step(0)).toBeVisible();
	const place = async (words: RegExp) => {
		const all = await dialog.getByRole('listitem').allInnerTexts();
		return all.findIndex((text) => words.test(text));
	};
	const [rib, back] = [await place(/Tie in the rib/), await place(/Tie in the back/)];
	expect(back).toBe(rib + 1);
	// By its key, and the focus goes with it.
	await step(back)
		.getByRole('button', { name: /^Earlier/ })
		.press('Alt+ArrowUp');
	await expect(step(rib)).toContainText('Tie in the back');
	await expect(step(rib).getByRole('button', { name: /^Earlier/ })).toBeFocused();
	// What must come first stays first.
	const body = await place(/^\d+\s*Body/);
	await step(body)
		.getByRole('button', { name: /^Earlier/ })
		.click();
	await expect(dialog.getByRole('alert')).toContainText('comes before “Body');
	await step(body).getByRole('combobox').fill('A loose first turn.');
	await step(body).getByRole('combobox').press('Tab');
	await dialog.getByRole('button', { name: 'Also glue on the thread' }).click();
	expect(await barriers(bench, '[role=dialog]')).toEqual([]);
	await bench.keyboard.press('Escape');
	await kept(bench);
	await bench.keyboard.press('y');
	const steps = bench.getByRole('region', { name: 'Steps' });
	await expect(steps).toContainText('A loose first turn.');
	await expect(steps).toContainText('Glue on the last of the thread');
	// As fast as nobody presses two keys: the second is for the view that is on its way.
	await bench.evaluate(() => {
		for (const key of 'bp') window.dispatchEvent(new KeyboardEvent('keydown', { key }));
	});
	await dialog.getByRole('button', { name: 'Back to the usual order' }).click();
	await expect(step(rib)).toContainText('Tie in the rib');
	await expect(step(body).getByRole('combobox')).toHaveValue('A loose first turn.');
});

test('a fly is shared: as a link that opens it, as a picture with its figures, as a code', async ({
	bench
}) => {
	await choose(bench, 'f', 'Willow Scud');
	await bench.keyboard.press('j');
	const dialog = bench.getByRole('dialog', { name: 'Share Willow Scud' });
	const code = dialog.getByRole('img', { name: 'A code with the recipe' });
	await expect(code).toBeVisible();
	// As it stands on the screen, another program reads the recipe off it.
	const { data, info } = await sharp(await code.screenshot())
		.ensureAlpha()
		.raw()
		.toBuffer({ resolveWithObject: true });
	const seen = jsQR(new Uint8ClampedArray(data), info.width, info.height);
	expect(seen?.data).toMatch(/^Willow Scud\nHook: curved, #14, [^]*\nBack: plastic film/);
	const files: Record<string, Buffer> = {};
	for (const kind of ['PNG', 'SVG'] as const) {
		const [file] = await Promise.all([
			bench.waitForEvent('download'),
			dialog.getByRole('button', { name: kind, exact: true }).click()
		]);
		files[kind] = readFileSync(await file.path());
	}
	expect([...files.PNG!.subarray(1, 4)].map((c) => String.fromCharCode(c)).join('')).toBe('PNG');
	// Twice eight hundred pixels wide: the width stands in the header's bytes 16 to 19.
	expect(files.PNG!.readUInt32BE(16)).toBe(1600);
	expect(files.SVG!.toString()).toMatch(
		/Willow Scud<\/text>[^]*0\.0\d+ g \(0\.0\d+ to [^]*sinks \d+ cm\/s/
	);
	const link = await dialog.getByText(/\/\?fly=/).innerText();
	expect(await barriers(bench, '[role=dialog]')).toEqual([]);
	await bench.keyboard.press('Escape');

	await choose(bench, 'f', 'Thimble Nymph');
	await kept(bench);
	await bench.goto(link);
	await expect(bench.getByRole('button', { name: /^Fly Willow Scud/ })).toBeVisible();
	await expect(bench).toHaveURL(/\/$/);
	await bench.goto(link.replace(/fly=.*/, 'fly=00000000-0000-4000-8000-000000000000'));
	await expect(bench.getByRole('alert')).toContainText('The fly of this link is not here.');
	await expect(bench.getByRole('button', { name: /^Fly Willow Scud/ })).toBeVisible();
});

test('a recipe is copied out as text, and a pasted one is read line by line and made', async ({
	bench
}) => {
	await choose(bench, 'f', 'Winter Plume');
	const mass = await figure(bench, 'mass');
	await bench.keyboard.press('a');
	const dialog = bench.getByRole('dialog', { name: 'The recipe as text' });
	const text = dialog.getByLabel('The text');
	await expect(text).toHaveValue(/^Winter Plume\nHook: long shank, #8, 2X long/);
	await expect(dialog.getByTestId('what-is-read')).toContainText('All of it was read.');
	await expect(dialog.getByRole('button', { name: 'Make a fly of it' })).toBeDisabled();
	expect(await barriers(bench, '[role=dialog]')).toEqual([]);

	// What was copied out makes the same fly under another name.
	await text.fill((await text.inputValue()).replace('Winter Plume', 'Spring Plume'));
	await dialog.getByRole('button', { name: 'Make a fly of it' }).click();
	await expect(bench.getByRole('button', { name: /^Fly Spring Plume/ })).toBeVisible();
	expect(await figure(bench, 'mass')).toBe(mass);

	await bench.keyboard.press('a');
	await text.fill('nothing of the kind');
	await expect(dialog.getByTestId('what-is-read')).toContainText('No line of a recipe was found');
	await text.fill(
		'Pocket Ember\nHook: jig #14\nBead: 28 copper tungsten\nLead: .015, 4 wraps\nBody: peacock herl\nSteps: leave room'
	);
	const read = dialog.getByTestId('what-is-read');
	await expect(read).toContainText('One thing is asked.');
	await expect(read).toContainText('Did you mean 2.8 mm?');
	await expect(read).toContainText('taken: a slotted bead, for a jig');
	await expect(read).toContainText('left out: ');
	await text.fill((await text.inputValue()).replace('28 copper', '2.8 copper'));
	await expect(read).toContainText('All of it was read.');
	await dialog.getByRole('button', { name: 'Make a fly of it' }).click();
	await expect(bench.getByRole('button', { name: /^Fly Pocket Ember/ })).toBeVisible();
	await expect(bench.locator('svg path[stroke="#b5651d"]')).toHaveCount(1);
	await kept(bench);
	// One action, told, and taken back by one undo.
	await bench.keyboard.press('Control+z');
	await expect(bench.getByRole('button', { name: /^Fly Pocket Ember/ })).toHaveCount(0);
});
