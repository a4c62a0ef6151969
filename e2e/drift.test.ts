import type { Page } from '@playwright/test';
import {
	barriers,
	choose,
	expect,
	kept,
	open,
	startServer,
	temporaryFolder,
	test,
	typed
} from './server';

test.use({ onRig: true });

const verdict = (page: Page) => page.getByTestId('verdict');
const chance = async (page: Page) =>
	Number(/good in ([\d.]+) of 10/.exec(await verdict(page).innerText())?.[1] ?? NaN);
/** A figure of the Drift view's table: its first number. */
async function read(page: Page, row: string): Promise<number> {
	const cell = page
		.getByRole('row', { name: new RegExp(`^${row}`) })
		.getByRole('cell')
		.first();
	return parseFloat(await cell.innerText());
}
/** The smallest module there is: whether the page's workers may compile the drift's kernel. */
const mayCompile = () => {
	const empty = new Uint8Array([0, 0x61, 0x73, 0x6d, 1, 0, 0, 0]);
	return new WebAssembly.Module(empty) instanceof WebAssembly.Module;
};
const whole = (page: Page) => expect(page.getByText(/^(150|300) drifts:/)).toBeVisible();

test('the strip answers with the drift: a rig is chosen, a fault named, and one click mends it', async ({
	bench
}) => {
	await choose(bench, 'f', 'Elbow Jig');
	await choose(bench, 'w', 'Footbridge run');
	await choose(bench, 'r', 'Long arm');
	await expect(verdict(bench)).toContainText(/good in .* drifts/);
	const mend = verdict(bench)
		.getByRole('button', { name: /\d+\/10$/ })
		.first();
	await expect(mend).toBeVisible();
	const before = (await chance(bench)) || 0;
	await mend.click();
	await kept(bench);
	await expect.poll(() => chance(bench), { timeout: 30_000 }).toBeGreaterThan(before);
	await bench.keyboard.press('Control+z');
	await expect.poll(async () => (await chance(bench)) || 0, { timeout: 30_000 }).toBe(before);
});

test('the Drift view: path, figures and band; a thicker tippet is no sooner down; played and as a table', async ({
	bench
}) => {
	await choose(bench, 'f', 'Slate Plunger');
	await choose(bench, 'r', 'Long arm');
	await bench.keyboard.press('g');
	await expect(bench).toHaveURL(/\/drift$/);
	await expect(
		bench.getByRole('img', { name: /^Slate Plunger on Long arm through/ })
	).toBeVisible();
	await whole(bench);
	expect(bench.workers().length).toBeGreaterThan(0);
	for (const worker of bench.workers()) expect(await worker.evaluate(mayCompile)).toBe(true);
	const time = await read(bench, 'Reaches the zone');
	expect(time).toBeGreaterThan(0.3);

	await bench.getByRole('button', { name: 'thicker' }).click();
	await expect(bench.getByRole('columnheader', { name: /^tippet/ })).toBeVisible();
	const row = bench.getByRole('row', { name: /^Reaches the zone/ }).getByRole('cell');
	await expect
		.poll(async () => parseFloat(await row.nth(1).innerText()), { timeout: 30_000 })
		// The hand is found anew for it, and both are rounded to a tenth.
		.toBeGreaterThan(time - 0.15);
	await bench.getByRole('button', { name: /^without tippet/ }).click();

	await bench.keyboard.press('r');
	const diameter = typed(bench, 'Tippet');
	await diameter.fill('0X');
	await diameter.press('Enter');
	await bench.keyboard.press('Escape');
	// Another line is held another way and comes down at another time.
	await expect
		.poll(async () => ![time, NaN].includes(await read(bench, 'Reaches the zone')), {
			timeout: 30_000
		})
		.toBe(true);
	await kept(bench);
	await bench.keyboard.press('Control+z');
	await expect.poll(() => read(bench, 'Reaches the zone'), { timeout: 30_000 }).toBe(time);

	const slider = bench.getByRole('slider', { name: /^Time since/ });
	await slider.fill('0');
	await bench.getByRole('button', { name: 'Play the drift' }).click();
	await expect.poll(async () => Number(await slider.inputValue())).toBeGreaterThan(0.3);
	await bench.getByRole('button', { name: 'Pause' }).click();

	await bench.getByRole('button', { name: 'The path as a table' }).click();
	const table = bench.getByRole('dialog', { name: 'The path as a table' });
	await expect.poll(() => table.getByRole('row').count()).toBeGreaterThan(5);
	await bench.keyboard.press('Escape');

	expect(await barriers(bench)).toEqual([]);
});

test('a band is stopped and goes on, and a stricter wish makes fewer drifts good', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await bench.keyboard.press('g');
	await whole(bench);
	const before = await read(bench, 'Good drifts');
	await bench.getByRole('slider', { name: /^at least this much/ }).fill('1');
	await bench.getByRole('button', { name: 'Stop' }).click();
	await expect(bench.getByText(/^Stopped/)).toBeVisible();
	await bench.getByRole('button', { name: 'Go on' }).click();
	await whole(bench);
	expect(await read(bench, 'Good drifts')).toBeLessThanOrEqual(before);
	await bench.getByRole('slider', { name: /^at least this much/ }).fill('0.6');
});

test('what cannot work is said: a line that is too short, a float that is too small', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await choose(bench, 'r', 'Long arm');
	await bench.keyboard.press('r');
	const dialog = bench.getByRole('dialog', { name: 'Choose or change a rig' });
	// Found until it is typed; then it is as the person set it, with what would be found beside it.
	await expect(dialog.getByTestId('hand-line')).toContainText(/^found; [\d.]+ to [\d.]+ do/, {
		timeout: 30_000
	});
	await typed(bench, 'Line out, tip to fly').fill('1.4');
	await expect(dialog.getByText(/lengthen the leader/)).toBeVisible();
	await expect(verdict(bench)).toContainText('The line is too short');
	await expect(dialog.getByTestId('hand-line')).toContainText(/^as you set it; [\d.]+ m would be/, {
		timeout: 30_000
	});
	await dialog.getByRole('button', { name: 'Line out, tip to fly: find it' }).click();
	await expect(verdict(bench)).toContainText(/of line from tip to fly \(/, { timeout: 30_000 });
	await dialog.getByRole('radio', { name: 'under a float' }).check();
	await typed(bench, 'Float').fill('6');
	await expect(dialog.getByText(/take a larger float/)).toBeVisible();
	await typed(bench, 'Float').fill('900');
	await typed(bench, 'Float').press('Enter');
	await expect(dialog.getByRole('alert')).toContainText('Float');
	await bench.keyboard.press('Escape');
	await bench.keyboard.press('Escape');
	await kept(bench);
	for (let k = 0; k < 4; k++) await bench.keyboard.press('Control+z');
	await kept(bench);
});

test('the Water view: a leaf timed by taps, the flow of the day from the gauge, and undo', async ({
	bench
}) => {
	await choose(bench, 'w', 'Shingle riffle');
	await bench.keyboard.press('v');
	await expect(bench).toHaveURL(/\/water$/);
	await expect(bench.getByRole('img', { name: /^Speed of the water/ })).toBeVisible();
	await expect(bench.getByText(/never a permission/)).toBeVisible();
	const speed = typed(bench, 'Surface speed');
	const before = await speed.inputValue();
	for (let run = 0; run < 2; run++) {
		await bench.getByRole('button', { name: /tap as it starts/i }).click();
		await bench.waitForTimeout(1200);
		await bench.getByRole('button', { name: /tap as it arrives/i }).click();
	}
	await expect(bench.getByRole('list', { name: 'Runs' }).getByRole('listitem')).toHaveCount(2);
	expect(await speed.inputValue()).not.toBe(before);
	// Typed by hand, the runs count no more.
	await speed.fill('0.7');
	await speed.press('Enter');
	await expect(bench.getByRole('list', { name: 'Runs' })).toHaveCount(0);

	await typed(bench, 'Flow today').fill('6.8');
	await typed(bench, 'Flow today').press('Enter');
	await expect(
		bench.getByText(/Surveyed at 3.4 m³\/s; today: depth 0.4 m to 0.53 m/)
	).toBeVisible();
	await bench.getByRole('button', { name: 'From a gauge …' }).click();
	const gauge = bench.getByRole('dialog', { name: 'Flow and temperature from a gauge' });
	await gauge.locator('input[type=file]').setInputFiles({
		name: 'station.csv',
		mimeType: 'text/csv',
		buffer: Buffer.from('# a gauge\ndate,discharge_cfs,temp_f\n2026-03-01,100,48\nsoon,1,2\n')
	});
	await expect(gauge.getByText(/1 of 2 rows cannot be read; row 3/)).toBeVisible();
	await gauge.getByRole('button', { name: 'Simulated gauge' }).click();
	// Until it is there the readings are those of the file, and what is below them moves when it comes.
	await expect(gauge.getByText('Simulated gauge, 336 rows')).toBeVisible();
	await gauge.getByRole('button', { name: /^Use for/ }).click();
	await expect(gauge).toHaveCount(0);
	await expect(typed(bench, 'Flow today')).not.toHaveValue('6.8');
	await kept(bench);
	expect(await barriers(bench)).toEqual([]);
	for (let k = 0; k < 6; k++) await bench.keyboard.press('Control+z');
	await kept(bench);

	await test.step('a river of its own for a lie, renamed, and joined again', async () => {
		const of = bench.getByRole('combobox', { name: 'River of this lie' });
		const before = await of.inputValue();
		await of.selectOption('another, new river');
		await expect(of).not.toHaveValue(before);
		await bench.getByText('Rename, join or delete rivers').click();
		const rivers = bench.getByRole('list', { name: 'Rivers' });
		const made = rivers.getByRole('listitem').filter({ hasText: /^Name of this river\s*1 lie/ });
		await made.getByLabel('Name of this river').fill('Side beck');
		await made.getByLabel('Name of this river').press('Enter');
		await kept(bench);
		await expect(of.locator('option:checked')).toHaveText('Side beck');
		await rivers.getByRole('combobox', { name: 'Join Side beck with' }).selectOption({ index: 1 });
		await expect(bench.getByText(/^“Side beck” is now part of/)).toBeVisible();
		await expect(of).toHaveValue(before);
		await bench.keyboard.press('Control+z');
		await expect(of.locator('option:checked')).toHaveText('Side beck');
	});
});

test('an empty database has a rig to begin with, and drifts', async ({ page }) => {
	const folder = temporaryFolder();
	const server = await startServer(folder.path, { demo: false });
	try {
		await open(page, `${server.address}drift`);
		await expect(page.getByRole('img', { name: /on First rig through/ })).toBeVisible();
		await expect(verdict(page)).toContainText(/good in .* drifts/);
	} finally {
		await server.stop();
		folder.remove();
	}
});
