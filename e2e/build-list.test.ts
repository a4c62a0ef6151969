import type { Snapshot } from '../src/lib/api/answers';
import { choose, expect, figure, kept, openPart, reload, test, typed } from './server';

test('hook, dressing and a bead left out: every choice moves the answer and says what it cannot do', async ({
	bench
}) => {
	await choose(bench, 'f', 'Thimble Nymph');
	const before = { mass: await figure(bench, 'mass'), speed: await figure(bench, 'speed') };
	await openPart(bench, 'Hook');
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

	const medium = await figure(bench, 'speed');
	await bench.getByRole('radio', { name: 'full', exact: true }).check();
	expect(await figure(bench, 'speed')).toBeLessThan(medium);

	await expect(bench.getByTestId('attitude')).toHaveText('nose down');
	await bench.getByRole('radio', { name: 'none' }).first().check();
	await expect(bench.getByTestId('attitude')).toHaveText('level');
	await bench.getByRole('radio', { name: 'brass', exact: true }).check();
	// What the bead was comes back with it.
	await expect(typed(bench, 'Bead size')).toHaveValue('2.8');
	await kept(bench);
});

test('lead brings its caution, lead-free and no wire do not', async ({ bench }) => {
	await choose(bench, 'f', 'Slate Plunger');
	await openPart(bench, 'Coil');
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
	await expect(fly('Yew Pool Teaser')).toBeVisible();
	await choose(bench, 'w', 'Alder pool');
	await bench.keyboard.press('.');
	await expect(bench.getByRole('button', { name: /^Lie Broken teeth/ })).toBeVisible();
	await expect(bench.getByTestId('verdict')).toContainText('the speed near the bed is a guess');
	await bench.keyboard.press(',');
	// What is on the strip is sent on the way; a window that goes at once would be ahead of it.
	await expect
		.poll(async () => {
			const answer = await fetch(new URL('/api/snapshot', bench.url()));
			const { lies, strip } = (await answer.json()) as Snapshot;
			return lies.find(({ id }) => id === strip.lieId)?.name;
		})
		.toBe('Alder pool');
	await reload(bench);
	await expect(fly('Yew Pool Teaser')).toBeVisible();
	await expect(bench.getByRole('button', { name: /^Lie Alder pool/ })).toBeVisible();

	await bench.keyboard.press('?');
	await expect(bench.getByRole('dialog')).toContainText('Undo, whatever it was');
	// No key does two things.
	const keys = await bench.getByRole('dialog').locator('kbd').allInnerTexts();
	expect(keys.length).toBeGreaterThan(30);
	expect(keys).toEqual([...new Set(keys)]);
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

test('a measure is two keys away, a field lets go, and all that can be done is found by a word', async ({
	bench
}) => {
	const field = (name: string) => bench.getByRole('spinbutton', { name });
	const find = bench.getByPlaceholder('Find by name, size or metal');
	await bench.keyboard.press('e');
	await expect(field('Bead size')).toBeFocused();
	await bench.keyboard.type('2.4');
	await bench.keyboard.press('Enter');
	await expect(typed(bench, 'Bead size')).toHaveValue('2.4');
	// Letters are commands again; what is looked for is not picked out of other letters.
	await bench.keyboard.press('f');
	await find.fill('thimble');
	await expect(bench.locator('[role=option]')).toHaveCount(1);
	await bench.keyboard.press('Escape');

	const list = bench.getByRole('dialog', { name: 'What can be done here' });
	const byWord = list.getByPlaceholder('Find by a word');
	await bench.keyboard.press('Control+k');
	await byWord.fill('hook');
	await bench.keyboard.press('Enter');
	await expect(field('Hook size')).toBeFocused();
	await bench.keyboard.press('Escape');
	await expect(field('Hook size')).not.toBeFocused();
	await bench.keyboard.press('n');
	await expect(bench.getByRole('alert')).toContainText('“New nymph” is new.');
	await bench.getByRole('button', { name: 'Take it back (Ctrl+Z)' }).click();
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toHaveCount(0);

	await bench.getByRole('button', { name: 'What can be done here' }).click();
	await list.getByRole('checkbox', { name: /^Single letters/ }).uncheck();
	await bench.keyboard.press('Escape');
	await reload(bench);
	await bench.keyboard.press('f');
	await bench.keyboard.press('Control+k');
	await expect(list).toBeVisible();
	await expect(find).toHaveCount(0);
	await list.getByRole('checkbox', { name: /^Single letters/ }).check();
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
	// The strip is scrolled away; its answer stays, in one line, and leads back to it.
	const folded = bench.getByTestId('folded');
	await expect(folded).toBeInViewport();
	await expect(folded).toContainText(String(await figure(bench, 'mass')));
	await expect(folded).toContainText(/good in|drift|level|nose|tail/i);
	await folded.click();
	await expect(bench.getByTestId('verdict')).toBeInViewport();
	await expect(folded).toHaveCount(0);
	await up.scrollIntoViewIfNeeded();
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

test('every part is edited by the keyboard alone, and list, mass bar and answer agree', async ({
	bench
}) => {
	await choose(bench, 'f', 'Thimble Nymph');
	await bench.keyboard.press('n');
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	const list = bench.getByRole('region', { name: 'Build, in tie-on order' });
	const rows = list.getByRole('heading').getByRole('button');
	for (let i = 0; i < (await rows.count()); i++) {
		const row = rows.nth(i);
		if ((await row.getAttribute('aria-expanded')) === 'true') await row.press('Enter');
		await row.press('Enter');
		// A part that the usual fly has not is taken up first.
		const part = list.locator(`#${await row.getAttribute('aria-controls')}`);
		const none = part.getByRole('radio', { name: 'none', exact: true });
		if ((await none.count()) && (await none.isChecked())) await none.press('ArrowRight');
		// A back has no figure: it lies under the rib or over it.
		const over = part.getByRole('radio', { name: 'over the rib' });
		if (await over.count()) {
			await over.press(' ');
			await expect(over).toBeChecked();
			await row.press('Enter');
			continue;
		}
		const figure = part.getByRole('spinbutton').first();
		const before = await figure.getAttribute('aria-valuenow');
		await figure.press('ArrowUp');
		await expect(figure).not.toHaveAttribute('aria-valuenow', before!);
		await row.press('Enter');
	}
	await kept(bench);
	const grams = (texts: string[]) =>
		texts.map((text) => /([\d.]+) g/.exec(text)?.[1]).map((n) => Number(n ?? 0));
	const sum = (numbers: number[]) => numbers.reduce((a, b) => a + b, 0);
	const listed = sum(grams(await rows.allInnerTexts()));
	const barred = sum(grams(await bench.locator('dl dd.figure').allInnerTexts()));
	const answer = await figure(bench, 'mass');
	// Each of some seventeen figures is rounded to the milligram.
	expect(Math.abs(listed - answer)).toBeLessThan(0.0095);
	expect(Math.abs(barred - answer)).toBeLessThan(0.003);

	// As usual again, and all of it undone by the same key.
	await openPart(bench, 'Finish');
	await bench.getByRole('button', { name: 'Back to usual' }).click();
	await expect(list.getByText('As usual for this hook')).toBeVisible();
	for (
		let i = 0;
		i < 30 && (await bench.getByRole('button', { name: /^Fly New nymph/ }).count());
		i++
	) {
		await bench.keyboard.press('Control+z');
		await kept(bench);
	}
	await expect(bench.getByRole('button', { name: /^Fly New nymph/ })).toHaveCount(0);
});

test('the drawing: larger, mirrored, beside another fly, saved in true millimetres', async ({
	bench
}) => {
	await choose(bench, 'f', 'Slate Plunger');
	await bench.getByRole('button', { name: 'Larger' }).click();
	await bench.getByRole('button', { name: 'Eye to the right' }).click();
	await bench.getByRole('button', { name: 'Lay a fly beside' }).click();
	await bench.getByRole('option', { name: 'Cellar Stonefly' }).click();
	await expect(bench.getByText(/From this fly: .*hook size 12 to 8/)).toBeVisible();
	const [download] = await Promise.all([
		bench.waitForEvent('download'),
		bench.getByRole('button', { name: 'Save SVG' }).click()
	]);
	const svg = (await (await download.createReadStream()).toArray()).join('');
	expect(download.suggestedFilename()).toBe('Slate Plunger.svg');
	const [, width, box] = /width="([\d.]+)mm".*viewBox="[-\d.]+ [-\d.]+ ([\d.]+)/.exec(svg)!;
	expect(Number(width)).toBe(Number(box));
	expect(svg).not.toContain('var(');
	await reload(bench);
	await expect(bench.getByRole('button', { name: 'Eye to the left' })).toBeVisible();

	// Full size, with bars to check the print by: 50 mm at 96 pixels an inch.
	await bench.getByRole('link', { name: 'Full size, to print' }).click();
	const bar = await bench.getByRole('img', { name: 'A bar of 50 mm' }).boundingBox();
	expect(bar!.width).toBeCloseTo((50.4 / 25.4) * 96, 0);
	await expect(bench.getByRole('img', { name: 'Slate Plunger, full size' })).toBeVisible();
	await bench.keyboard.press('b');
	await expect(bench.getByRole('button', { name: /^Fly Slate Plunger/ })).toBeVisible();
});
