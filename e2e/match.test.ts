import type { Page } from '@playwright/test';
import {
	barriers,
	typed,
	choose,
	expect,
	figure,
	kept,
	open,
	startServer,
	temporaryFolder,
	test
} from './server';

test.use({ onRig: true });

// Searches follow hundreds of drifts; a busy machine takes its time.
test.describe.configure({ timeout: 240_000 });

const list = (page: Page) => page.getByRole('list', { name: /^What to tie|^In the piece/ });
/** Until the first six are sure enough. */
const settled = (page: Page) =>
	expect(page.getByText(/the first \d+ in [\d to]+ drifts, the others in 60/)).toBeVisible({
		timeout: 120_000
	});
/** Until there is a list of what was looked at. */
const listed = (page: Page) =>
	expect(
		page.getByText(/Each is followed|The first six until|(the first \d+|each) in \d+/)
	).toBeVisible({
		timeout: 60_000
	});

test('from the water to the fly: ranked builds, one key takes one to the Bench, one undo takes it back', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await choose(bench, 'w', 'Footbridge run');
	await choose(bench, 'r', 'Long arm');
	await bench.keyboard.press('m');
	await expect(bench).toHaveURL(/\/match$/);
	await settled(bench);
	const rows = list(bench).getByRole('listitem');
	expect(await rows.count()).toBeGreaterThan(5);
	const first = await rows.first().innerText();
	const mass = Number(/([\d.]+)\s*g\b/.exec(first)?.[1]);
	expect(Number(/([\d.]+)\s*of 10/.exec(first)?.[1])).toBeGreaterThan(5);

	// Two builds side by side.
	for (const k of [0, 1])
		await rows
			.nth(k)
			.getByRole('button', { name: /^Compare/ })
			.click();
	await expect(bench.getByRole('region', { name: 'Pinned' }).getByRole('row')).toHaveCount(9);

	await bench.keyboard.press('1');
	await expect(bench).toHaveURL(/\/$/);
	await expect(bench.getByRole('button', { name: /^Fly Rustneck Jig for/ })).toBeVisible();
	expect(await figure(bench, 'mass')).toBeCloseTo(mass, 3);
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect(bench.getByRole('button', { name: /^Fly Rustneck Jig for/ })).toHaveCount(0);
});

test('wishes lean it: only what is owned, no lead, a level fly; a piece of the picture filters the list', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await bench.keyboard.press('m');
	await bench.getByRole('checkbox', { name: 'no lead' }).check();
	await bench.getByRole('checkbox', { name: 'only what I own' }).check();
	await bench.getByRole('radio', { name: 'slim body' }).check();
	await listed(bench);
	await expect(list(bench)).not.toContainText(/\blead \./);
	await expect(list(bench)).not.toContainText('not in stock');

	await bench.getByRole('button', { name: 'How they are ranked' }).click();
	await expect(bench.getByRole('dialog', { name: 'How builds are ranked' })).toBeVisible();
	await bench.keyboard.press('Escape');
	await bench.getByRole('button', { name: 'As a table' }).click();
	const table = bench.getByRole('dialog', { name: 'Sink against thickness' });
	await expect.poll(() => table.getByRole('row').count()).toBeGreaterThan(3);
	await bench.keyboard.press('Escape');

	// Drag over the right half of the picture: what sinks faster.
	const picture = bench.getByRole('img', { name: /^Sink rate against thickness/ });
	const box = (await picture.boundingBox())!;
	await bench.mouse.move(box.x + 0.55 * box.width, box.y + 0.1 * box.height);
	await bench.mouse.down();
	await bench.mouse.move(box.x + 0.75 * box.width, box.y + 0.5 * box.height, { steps: 5 });
	await bench.mouse.move(box.x + 0.95 * box.width, box.y + 0.75 * box.height, { steps: 5 });
	await bench.mouse.up();
	await expect(bench.getByRole('heading', { name: 'In the piece of the picture' })).toBeVisible();
	await bench.getByRole('button', { name: 'All again' }).click();
	await expect(bench.getByRole('heading', { name: 'What to tie' })).toBeVisible();

	expect(await barriers(bench)).toEqual([]);
});

test('a search is stopped and goes on; where nothing does the job it says why, and what would help', async ({
	bench
}) => {
	// A heavy jig, of which in that run no more than two drifts in ten are good.
	await choose(bench, 'f', 'Elbow Jig');
	await choose(bench, 'w', 'Footbridge run');
	await bench.keyboard.press('m');
	await bench.getByRole('button', { name: 'Stop', exact: true }).click();
	await expect(bench.getByText('Stopped.')).toBeVisible();
	await bench.getByRole('button', { name: 'Go on' }).click();
	await listed(bench);

	await bench.getByRole('checkbox', { name: /^Bead/ }).uncheck();
	await bench.getByRole('checkbox', { name: /^Wire/ }).uncheck();
	await bench.getByRole('slider', { name: /^A build does the job/ }).fill('0.9');
	await expect(bench.getByText(/needs about|scatter more|can be tied/).first()).toBeVisible({
		timeout: 60_000
	});
	await expect(bench.getByText(/Would help:|most that can be had/)).toBeVisible({
		timeout: 120_000
	});
});

test('a ladder for several waters, kept as flies by one action; also on an empty database', async ({
	page
}) => {
	const folder = temporaryFolder();
	const server = await startServer(folder.path, { demo: false });
	try {
		await open(page, `${server.address}match`);
		await listed(page);
		expect(await list(page).getByRole('listitem').count()).toBeGreaterThan(3);
		await page.getByRole('radio', { name: 'several waters' }).check();
		// From thigh-deep and slow to deep and quick: more than one fly does for.
		for (const [label, value] of [
			['Depth to', '1.8'],
			['Current from', '0.3'],
			['Current to', '1.2']
		] as const) {
			await typed(page, label).fill(value);
			await typed(page, label).press('Enter');
		}
		await page.getByRole('button', { name: 'Find the fewest flies' }).click();
		await expect(page.getByText(/\d flies do for/)).toBeVisible({ timeout: 90_000 });
		const keep = page.getByRole('button', { name: /^Keep all/ });
		await keep.click();
		await expect(page.getByRole('button', { name: /^Undo .*a ladder of/ })).toBeEnabled();
		await page.getByRole('radio', { name: 'the lies of an outing' }).check();
		await page.getByRole('button', { name: 'Find the fewest flies' }).click();
		await expect(page.getByText('One fly does for all of them.')).toBeVisible({ timeout: 90_000 });
	} finally {
		await server.stop();
		folder.remove();
	}
});

test('two flies for one line: the missing one is found and put on it, and half a metre up nothing reaches a low zone', async ({
	bench
}) => {
	await bench.keyboard.press('m');
	await bench.getByRole('radio', { name: 'two on a line' }).check();
	await bench.getByRole('radio', { name: 'all my flies' }).check();
	await bench.getByRole('radio', { name: /^on the point: / }).check();
	const pairs = bench.getByRole('list', { name: 'Pairs, the best first' }).getByRole('listitem');
	await bench.getByRole('button', { name: 'Find the pair' }).click();
	await expect(pairs.first()).toBeVisible({ timeout: 120_000 });
	await expect(
		bench.getByText('tie it in lower, or fish the one on the point alone')
	).toBeVisible();
	expect(await barriers(bench)).toEqual([]);
	const name = await pairs.first().locator('b').nth(1).innerText();
	await pairs.first().getByRole('button').click();
	await expect(bench.getByTestId('above')).toContainText(`${name} above: good in none`);
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect(bench.getByTestId('above')).toHaveCount(0);
});
