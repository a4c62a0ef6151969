import { barriers, choose, expect, figure, kept, openPart, reload, test, typed } from './server';

test('keys and typing: the answer follows, slips are asked about, mistakes stay on the page', async ({
	bench
}) => {
	await choose(bench, 'f', 'Thimble Nymph');
	const size = typed(bench, 'Bead size');
	const before = await figure(bench, 'mass');
	await bench.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	await expect(size).toHaveValue('3.2');
	expect(await figure(bench, 'mass')).toBeGreaterThan(before);
	await size.fill('7/64');
	await size.press('Enter');
	await expect(size).toHaveValue('2.8');
	expect(await figure(bench, 'mass')).toBe(before);

	await size.press('Control+a');
	await size.pressSequentially('40');
	await size.press('Enter');
	await expect(bench.getByRole('alert')).toContainText('Bead size: “40” would be 40 mm');
	await expect(size).toHaveValue('40');
	expect(await figure(bench, 'mass')).toBe(before);
	await size.press('Escape');
	await expect(size).toHaveValue('2.8');

	await openPart(bench, 'Coil');
	const wire = typed(bench, 'Coil wire');
	await wire.fill('0.15');
	await wire.press('Enter');
	await expect(bench.getByRole('alert')).toContainText('Did you mean .015 in?');
	await wire.press('Enter');
	await expect(wire).toHaveValue('.015');
	await expect(bench.getByRole('alert')).toHaveCount(0);

	// Writing over the keys' frame goes into the field.
	const turns = typed(bench, 'Turns');
	await bench.getByRole('spinbutton', { name: 'Turns' }).focus();
	await bench.keyboard.type('7');
	await expect(turns).toHaveValue('7');
	await bench.keyboard.press('Escape');
	await expect(turns).toHaveValue('5');
	await turns.fill('NaN');
	await turns.press('Tab');
	await expect(bench.getByRole('alert')).toContainText('Turns: “NaN”');
	await expect(turns).toHaveValue('NaN');
	await kept(bench);
	await reload(bench);
	expect(await figure(bench, 'mass')).toBe(before);
});

test('what is half typed for one fly or lie never reaches the next', async ({ bench }) => {
	await choose(bench, 'f', 'Elbow Jig');
	const size = typed(bench, 'Bead size');
	await size.fill('28');
	await bench.getByRole('button', { name: /^Hook/ }).focus();
	await expect(bench.getByRole('alert')).toContainText('Did you mean 2.8 mm?');
	await bench.keyboard.press(']');
	await expect(bench.getByRole('button', { name: /^Fly Millrace Darter/ })).toBeVisible();
	await expect(bench.getByRole('alert')).toHaveCount(0);
	await expect(size).toHaveValue('2.4');
	await bench.keyboard.press('w');
	await typed(bench, 'Depth').fill('deep');
	await typed(bench, 'Depth').press('Enter');
	await expect(bench.getByRole('alert')).toContainText('“deep” is not a size');
	await bench.getByRole('button', { name: 'Duplicate' }).click();
	await expect(bench.getByLabel('Name of this lie')).toHaveValue(/copy$/);
	await expect(bench.getByRole('alert')).toHaveCount(0);
	await bench.keyboard.press('Control+z');
	await expect(bench.getByLabel('Name of this lie')).not.toHaveValue(/copy$/);
});

test('drawing, mass bar and path follow the answer', async ({ bench }) => {
	await choose(bench, 'f', 'Millrace Darter');
	await choose(bench, 'w', 'Footbridge run');
	const drawing = bench.getByRole('img', { name: /^Millrace Darter, cut open, to scale/ });
	await expect(drawing).toHaveAccessibleName(
		/bead tungsten 2\.4 mm, coil none, body quill, tapered/
	);
	const path = bench.getByRole('img', { name: /^Path through Footbridge run/ });
	const before = await path.getAttribute('aria-label');
	await bench.getByRole('radio', { name: 'brass' }).check();
	await expect(drawing).toHaveAccessibleName(/bead brass 2\.4 mm/);
	await expect(bench.getByText(/^bead/).last()).toBeVisible();
	await expect(path).not.toHaveAttribute('aria-label', before!);
	const scale = bench.getByRole('img', { name: /^Sink rate/ });
	const speed = await figure(bench, 'speed');
	await expect(scale).toHaveAccessibleName(new RegExp(`^Sink rate: ${speed} cm/s, between`));
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect(drawing).toHaveAccessibleName(/bead tungsten 2\.4 mm/);
});

test('the chooser opens with the fly that one has in sight, and its neighbours', async ({
	bench
}) => {
	await bench.keyboard.press('f');
	const named = await bench.getByLabel('Name of this fly').inputValue();
	const has = bench.getByRole('option', { name: named });
	await expect(has).toHaveAttribute('aria-selected', 'true');
	await expect(has).toBeInViewport({ ratio: 1 });
});

test('letters typed right after F are for the chooser that is on its way, and run no command', async ({
	bench
}) => {
	const theme = () => bench.locator('html').getAttribute('class');
	const before = await theme();
	// Among them N, D, T and L, which would make a fly, copy it, change the theme and leave the page.
	await bench.keyboard.type('ftin lid n');
	await expect(bench.getByPlaceholder(/^Find by name/)).toHaveValue('tin lid n');
	await bench.keyboard.press('Backspace');
	await bench
		.getByRole('option', { name: /Tin Lid/ })
		.first()
		.click();
	await expect(bench.getByRole('button', { name: /^Fly Tin lid/i })).toBeVisible();
	expect(await theme()).toBe(before);
	expect(new URL(bench.url()).pathname).toBe('/');
});

test('new, duplicate, rename, delete: each undone by the same key', async ({ bench }) => {
	const fly = (name: string | RegExp) => bench.getByRole('button', { name });
	await choose(bench, 'f', 'Pinch Pupa');
	await bench.keyboard.press('d');
	await expect(fly(/^Fly Pinch Pupa copy/)).toBeVisible();
	await bench.keyboard.press('Control+z');
	await expect(fly(/^Fly Pinch Pupa copy/)).toHaveCount(0);
	const said = bench.getByRole('alert');
	await expect(said).toContainText('Undone: Pinch Pupa copy: new fly');
	await said.getByRole('button', { name: /^Redo/ }).click();
	await expect(fly(/^Fly Pinch Pupa copy/)).toBeVisible();
	await expect(said).toContainText('Done again: Pinch Pupa copy: new fly');
	await bench.keyboard.press('Control+z');
	await expect(fly(/^Fly Pinch Pupa copy/)).toHaveCount(0);

	await bench.keyboard.press('n');
	await expect(fly(/^Fly New nymph/)).toBeVisible();
	await bench.keyboard.press('F2');
	const name = bench.getByLabel('Name of this fly');
	await expect(name).toBeFocused();
	await name.fill('');
	await name.press('Enter');
	await expect(bench.getByRole('alert').filter({ hasText: '1 to 80 characters' })).toBeVisible();
	await name.fill('Quarry Bug');
	await name.press('Enter');
	await bench.keyboard.press('Escape');
	await expect(fly(/^Fly Quarry Bug/)).toBeVisible();
	await kept(bench);

	await bench.keyboard.press('Delete');
	await expect(fly(/^Fly Quarry Bug/)).toHaveCount(0);
	await expect(bench.getByText('“Quarry Bug” is deleted.')).toBeVisible();
	await bench.getByRole('button', { name: 'Bring it back (Ctrl+Z)' }).click();
	await expect(fly(/^Fly Quarry Bug/)).toBeVisible();
	await expect(bench.getByText('“Quarry Bug” is deleted.')).toHaveCount(0);
	await bench.keyboard.press('Control+z');
	await expect(fly(/^Fly New nymph/)).toBeVisible();
	await bench.keyboard.press('Control+Shift+z');
	await expect(fly(/^Fly Quarry Bug/)).toBeVisible();
	await bench.keyboard.press('Control+z');
	await bench.keyboard.press('Control+z');
	await expect(fly(/^Fly New nymph/)).toHaveCount(0);
	// The list of what was done goes back, or on, to any of it.
	await bench.keyboard.press('z');
	const list = bench.getByRole('dialog', { name: 'What was done' });
	await list.getByRole('button', { name: /^Redo to here: Quarry Bug: renamed/ }).click();
	await expect(list.getByRole('button', { name: /^Undo to here: Quarry Bug: ren/ })).toBeVisible();
	await list.getByRole('button', { name: 'Close' }).click();
	await expect(fly(/^Fly Quarry Bug/)).toBeVisible();
});

test('sinking freely there are figures and no verdict; on a rig deeper water turns it, and undo turns it back', async ({
	bench
}) => {
	await choose(bench, 'f', 'Old Dun Nymph');
	await choose(bench, 'w', 'Shingle riffle');
	await choose(bench, 'r', 'Sinking freely');
	const verdict = bench.getByTestId('verdict');
	await expect(verdict).toContainText('Sinking freely');
	await expect(verdict).toContainText('In the zone after');
	await expect(verdict).not.toContainText(/of 10|mostly|touch and go/i);
	await verdict.getByRole('button', { name: 'fish it on Long arm' }).click();
	const title = bench.getByTestId('title');
	await expect(title).not.toHaveText(/followed …/, { timeout: 30_000 });
	const before = await title.innerText();
	await bench.keyboard.press('w');
	const depth = typed(bench, 'Depth');
	await depth.fill('6 ft');
	await expect(title).toHaveText('Does not get down', { timeout: 30_000 });
	await depth.press('Enter');
	await expect(depth).toHaveValue('1.83');
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect(title).toHaveText(before, { timeout: 30_000 });
	await bench.keyboard.press('Escape');
	await expect(bench.getByRole('dialog')).toHaveCount(0);
});

test('while the program does not answer, the change stays on the page and is tried again', async ({
	bench
}) => {
	await choose(bench, 'f', 'Millrace Darter');
	await bench.route('**/api/flies/**', (route) => route.abort());
	await bench.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	await expect(bench.getByRole('alert')).toContainText('Not saved yet');
	const mass = await figure(bench, 'mass');
	await bench.unroute('**/api/flies/**');
	await expect(bench.getByRole('alert')).toHaveCount(0, { timeout: 8000 });
	await kept(bench);
	await reload(bench);
	expect(await figure(bench, 'mass')).toBe(mass);
});

test('a window with an unsaved change asks before it closes', async ({ bench }) => {
	await choose(bench, 'f', 'Millrace Darter');
	await bench.route('**/api/flies/**', (route) => route.abort());
	await bench.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	await expect(bench.getByRole('alert')).toContainText('Not saved yet');
	const asks = bench.waitForEvent('dialog');
	await bench.close({ runBeforeUnload: true });
	const dialog = await asks;
	expect(dialog.type()).toBe('beforeunload');
	await dialog.dismiss();
	await bench.unroute('**/api/flies/**');
	await expect(bench.getByRole('alert')).toHaveCount(0, { timeout: 8000 });
	await kept(bench);
});

test('the routes answer bad input in words, and store nothing', async ({ bench, demo }) => {
	const at = (path: string) => new URL(path, demo.address).href;
	const flies = await (await bench.request.get(at('/api/flies'))).json();
	const [fly] = flies;
	const tries: [string, string, unknown, number, string][] = [
		['POST', '/api/flies', 'not json', 400, 'not readable as JSON'],
		['POST', '/api/flies', [], 422, 'must be a JSON object'],
		['POST', '/api/flies', { name: 'x' }, 422, 'The body is missing'],
		['PUT', `/api/flies/${fly.id}`, { name: 'x', body: fly.body }, 422, 'revision'],
		[
			'PUT',
			`/api/flies/${fly.id}`,
			{ name: 'x', body: fly.body, revision: 9999 },
			409,
			'is at revision'
		],
		['PUT', '/api/flies/17', { name: 'x', body: fly.body, revision: 1 }, 422, 'not an id'],
		['DELETE', `/api/flies/${fly.id}`, undefined, 422, 'revision'],
		['GET', '/api/flies/00000000-0000-4000-8000-000000000000', undefined, 404, 'not there'],
		['PUT', '/api/strip', { flyId: 7 }, 422, 'flyId'],
		['GET', '/api/nothing', undefined, 404, 'nothing at /api/nothing']
	];
	for (const [method, path, data, status, words] of tries) {
		const body =
			data === undefined ? {} : { data: typeof data === 'string' ? Buffer.from(data) : data };
		const headers = { 'content-type': 'application/json' };
		const answer = await bench.request.fetch(at(path), { method, headers, ...body });
		expect([path, answer.status()]).toEqual([path, status]);
		expect((await answer.json()).message).toContain(words);
	}
	const cross = await bench.request.post(at('/api/undo'), {
		headers: { origin: 'http://elsewhere.example' }
	});
	expect(cross.status()).toBe(403);
	expect(await (await bench.request.get(at('/api/flies'))).json()).toEqual(flies);
});

for (const [width, keys] of [
	[1280, ['w', 'Escape', 'f', 'Escape', '?']],
	[390, ['w']]
] as const) {
	test(`nothing stands in the way of a screen reader: ${width} px`, async ({ bench }) => {
		await bench.setViewportSize({ width, height: 800 });
		for (const part of ['Hook', 'Coil', 'Body', 'Finish']) await openPart(bench, part);
		expect(await barriers(bench)).toEqual([]);
		for (const key of keys) {
			await bench.keyboard.press(key);
			if (key === 'Escape') continue;
			await expect(bench.getByRole('dialog')).toBeVisible();
			expect(await barriers(bench, '[role=dialog]')).toEqual([]);
		}
		const wide = await bench.evaluate(() => document.documentElement.scrollWidth);
		expect(wide).toBeLessThanOrEqual(width);
	});
}
