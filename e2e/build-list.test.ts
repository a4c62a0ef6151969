import { choose, expect, figure, kept, reload, test, typed } from './server';

test('hook, dressing and a bead left out: every choice moves the answer and says what it cannot do', async ({
	bench
}) => {
	await choose(bench, 'f', 'Thimble Nymph');
	const before = { mass: await figure(bench, 'mass'), speed: await figure(bench, 'speed') };
	await bench.getByRole('button', { name: /^Hook/ }).click();
	await bench.getByRole('spinbutton', { name: 'Hook size' }).press('ArrowDown');
	await expect(typed(bench, 'Hook size')).toHaveValue('#12');
	expect(await figure(bench, 'mass')).toBeGreaterThan(before.mass);
	await typed(bench, 'Hook length').fill('2xl');
	await typed(bench, 'Hook length').press('Enter');
	await expect(typed(bench, 'Hook length')).toHaveValue('2X long');

	// A jig takes a slotted bead: the round one is kept, and the trouble is said where it is.
	await bench.getByRole('radio', { name: 'jig 60°' }).check();
	await expect(bench.getByText('A round bead does not go round the bend')).toBeVisible();
	await bench.getByRole('radio', { name: 'slotted' }).check();
	await expect(bench.getByText('A round bead does not go round the bend')).toHaveCount(0);

	await bench.getByRole('button', { name: /^Dressing/ }).click();
	const medium = await figure(bench, 'speed');
	await bench.getByRole('radio', { name: 'full' }).check();
	expect(await figure(bench, 'speed')).toBeLessThan(medium);

	await expect(bench.getByTestId('attitude')).toHaveText('nose down');
	await bench.getByRole('radio', { name: 'none' }).first().check();
	await expect(bench.getByTestId('attitude')).toHaveText('level');
	await bench.getByRole('radio', { name: 'brass' }).check();
	// What the bead was comes back with it.
	await expect(typed(bench, 'Bead size')).toHaveValue('2.8');
	await kept(bench);
});

test('lead brings its caution, lead-free and no wire do not', async ({ bench }) => {
	await choose(bench, 'f', 'Slate Plunger');
	const caution = bench.getByText('Lead: wash your hands');
	await expect(caution).toContainText('local rules decide');
	const lead = await figure(bench, 'mass');
	await bench.getByRole('radio', { name: 'lead-free' }).check();
	await expect(caution).toHaveCount(0);
	expect(await figure(bench, 'mass')).toBeLessThan(lead);
	await bench.getByRole('spinbutton', { name: 'Turns' }).press('Shift+ArrowDown');
	await expect(typed(bench, 'Turns')).toHaveValue('0');
	await expect(bench.getByRole('radio', { name: 'none' }).nth(1)).toBeChecked();
	await typed(bench, 'Turns').fill('20');
	await typed(bench, 'Turns').press('Enter');
	await expect(
		bench.getByText(/20 turns run .* past the shank. There is room for \d+/)
	).toBeVisible();
	await kept(bench);
});

test('turning through flies and lies, the list of keys, the theme that stays', async ({
	bench
}) => {
	await choose(bench, 'f', 'Cellar Stonefly');
	const fly = (name: string) => bench.getByRole('button', { name: new RegExp(`^Fly ${name}`) });
	await bench.keyboard.press(']');
	await expect(fly('Copperbent Grub')).toBeVisible();
	await bench.keyboard.press('[');
	await expect(fly('Cellar Stonefly')).toBeVisible();
	await bench.keyboard.press('[');
	await expect(fly('Thimble Nymph')).toBeVisible();
	await choose(bench, 'w', 'Alder pool');
	await bench.keyboard.press('.');
	await expect(bench.getByRole('button', { name: /^Lie Broken teeth/ })).toBeVisible();
	await expect(bench.getByTestId('verdict')).toContainText('the speed near the bed is a guess');
	await bench.keyboard.press(',');
	await reload(bench);
	await expect(fly('Thimble Nymph')).toBeVisible();
	await expect(bench.getByRole('button', { name: /^Lie Alder pool/ })).toBeVisible();

	await bench.keyboard.press('?');
	await expect(bench.getByRole('dialog')).toContainText('undo, whatever it was');
	await bench.keyboard.press('Escape');
	const theme = await bench.locator('html').getAttribute('data-theme');
	await bench.keyboard.press('t');
	await reload(bench);
	await expect(bench.locator('html')).not.toHaveAttribute('data-theme', theme!);
	// Nothing is found: said, not shown as an empty list.
	await bench.keyboard.press('f');
	await bench.getByPlaceholder('Find by name, size or metal').fill('zzz');
	await expect(bench.getByText('Nothing matches.')).toBeVisible();
});

test('a lie of one’s own: new, described, renamed, deleted, and all of it taken back', async ({
	bench
}) => {
	await bench.keyboard.press('w');
	await bench.getByRole('button', { name: 'New lie' }).click();
	await expect(bench.getByLabel('Name of this lie')).toHaveValue('New lie');
	await bench.getByLabel('Name of this lie').fill('Under the willow');
	await bench.getByLabel('Name of this lie').press('Enter');
	await typed(bench, 'Depth').fill('90');
	await typed(bench, 'Depth').press('Enter');
	await expect(bench.getByRole('alert')).toContainText('Did you mean 0.9 m?');
	await bench.getByRole('button', { name: '0.9 m (Enter)' }).click();
	await expect(typed(bench, 'Depth')).toHaveValue('0.9');
	await typed(bench, 'Water today').fill('50 F');
	await typed(bench, 'Water today').press('Enter');
	await expect(typed(bench, 'Water today')).toHaveValue('10');
	await bench.getByRole('radio', { name: 'sand' }).check();
	await kept(bench);
	await bench.getByRole('button', { name: 'Delete' }).click();
	const lie = bench.getByRole('button', { name: /^Lie Under the willow/ });
	await expect(lie).toHaveCount(0);
	await bench.keyboard.press('Control+z');
	await expect(lie).toContainText('0.9 m');
	await expect(lie).toContainText('sand');
	await bench.keyboard.press('Control+z');
	await expect(lie).not.toContainText('sand');
	await bench.keyboard.press('Control+z');
	await expect(typed(bench, 'Water today')).toHaveValue('8');
});

test('on a phone the answer stays in sight while the build is changed by thumb', async ({
	bench
}) => {
	await bench.setViewportSize({ width: 390, height: 844 });
	await choose(bench, 'f', 'Millrace Darter');
	const up = bench.getByRole('button', { name: 'Bead size up' });
	await up.scrollIntoViewIfNeeded();
	const before = await figure(bench, 'mass');
	await up.click();
	expect(await figure(bench, 'mass')).toBeGreaterThan(before);
	await expect(bench.getByTestId('mass')).toBeInViewport();
	await expect(bench.getByTestId('verdict')).toBeInViewport();
	const box = await up.boundingBox();
	expect(box!.height).toBeGreaterThanOrEqual(44);
	// The undo button names what it takes back.
	await kept(bench);
	await bench.getByRole('button', { name: /^Undo Millrace Darter: bead/ }).click();
	await expect.poll(() => figure(bench, 'mass')).toBe(before);
});

test('the answer is spoken once the keys are still', async ({ bench }) => {
	await choose(bench, 'f', 'Copperbent Grub');
	await bench.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	const mass = await bench.getByTestId('mass').innerText();
	await expect(bench.getByRole('status').first()).toContainText(`${parseFloat(mass)}`.slice(0, 5));
	await expect(bench.getByRole('status').first()).toContainText(/sinks \d+ centimetres a second/);
	await kept(bench);
});
