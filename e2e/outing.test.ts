import { readFileSync } from 'node:fs';
import type { Snapshot } from '../src/lib/api/answers';
import type { BatchRow, EntryRow } from '../src/lib/documents/kinds';
import { expect, kept, reload, test } from './server';

test('an outing: planned, its hole filled by a run, its card used on the bank without a network, its notes learned from', async ({
	bench,
	browser
}) => {
	const at = (path: string) => new URL(path, bench.url());
	const rows = async <Row>(collection: string) =>
		(await (await fetch(at(`/api/${collection}`))).json()) as Row[];
	await bench.keyboard.press('c');
	await expect(bench.getByRole('heading', { name: 'First Saturday on the Ombrel' })).toBeVisible();
	// One lie that the box does for, and one that it does not, on one rig.
	for (const name of [/^Shingle riffle/, /^Broken teeth/, /^Withy margin/, /^Cork drop/])
		await bench.getByRole('checkbox', { name }).uncheck();
	await bench.getByRole('button', { name: 'As the river is kept in Water' }).click();
	await kept(bench);
	await bench.getByRole('button', { name: 'Work it out' }).click();
	await expect(bench.getByRole('button', { name: 'Work it out again' })).toBeVisible();
	await expect(bench.getByRole('heading', { level: 1 })).toHaveText('The box does for 1 of 2 lies');
	const day = bench.getByRole('list', { name: 'Lies of the day' });
	const run = day.getByRole('listitem').filter({ hasText: 'Footbridge run' });
	await expect(run).toContainText(/good in [789]|good in 10/);
	await expect(run).toContainText(/Long arm: [\d.]+ m of line from tip to fly/);
	await expect(run).toContainText(/low 2\.04.*up by half 5\.1/s);

	// The same fly in the same water on the same rig is as good wherever it is asked.
	const best = /([A-Z]) ([^,]+), good in (\d+) of 10/.exec(await run.innerText())!;
	const snapshot = (await (await fetch(at('/api/snapshot'))).json()) as Snapshot;
	const item = (await rows<BatchRow>('batches'))
		.flatMap(({ body }) => body.items)
		.find(({ name }) => name === best[2])!;
	const answer = await fetch(at('/api/predict'), {
		method: 'POST',
		headers: { 'content-type': 'application/json' },
		body: JSON.stringify({
			fly: { recipe: item.recipe },
			lie: snapshot.lies.find(({ name }) => name === 'Footbridge run'),
			rig: snapshot.rigs.find(({ name }) => name === 'Long arm'),
			drifts: 150
		})
	});
	const { chance } = (await answer.json()) as { chance: number };
	expect(Number(best[3])).toBe(Math.round(10 * chance));

	// The hole: what to tie, and the run of it.
	await bench.getByRole('button', { name: 'What to tie for it' }).click();
	await expect(bench.getByRole('list', { name: 'To tie' }).getByRole('listitem')).toHaveCount(1);

	const saving = bench.waitForEvent('download');
	await bench.getByRole('button', { name: 'Make the river card' }).click();
	// A browser goes by the end of the name.
	const card = test.info().outputPath('card.html');
	await (await saving).saveAs(card);
	expect(readFileSync(card).length).toBeLessThan(400_000);
	await bench.getByRole('button', { name: /^Tie them: .* at the vise/ }).click();
	await expect(bench).toHaveURL(/\/batch$/);
	await expect(bench.getByText(/First Saturday/).first()).toBeVisible();
	await expect(bench.getByRole('textbox', { name: /typed/ }).first()).toHaveValue('3');

	// On the bank.
	const phone = await browser.newContext({
		viewport: { width: 390, height: 844 },
		offline: true
	});
	const page = await phone.newPage();
	const wrong: string[] = [];
	page.on('console', (message) => message.type() === 'error' && wrong.push(message.text()));
	page.on(
		'request',
		(request) => !/^(file|blob|data):/.test(request.url()) && wrong.push(request.url())
	);
	await page.goto(`file://${card}`);
	await expect(page.locator('#state')).toHaveText(/as planned at home|followed in this water/);
	await expect(page.getByText('followed in this water')).toBeVisible();
	for (let k = 0; k < 4; k++) await page.getByRole('button', { name: 'Depth, more' }).click();
	await expect(page.locator('#state')).toHaveText(/from the table|looking closer/);
	await expect(page.getByText('followed in this water')).toBeVisible();
	expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
	for (const seen of [['ticked the bed', 'a fish'], ['ticked the bed'], ['fly lost']]) {
		for (const name of seen) await page.getByRole('button', { name, exact: true }).click();
		await page.getByRole('button', { name: 'Note it' }).click();
	}
	await page.reload();
	await expect(page.getByRole('heading', { name: '3 noted' })).toBeVisible();
	const text = await page.getByLabel('Notes as text').inputValue();
	expect(wrong).toEqual([]);
	await phone.close();

	// At home again.
	const before = await rows<EntryRow>('entries');
	await bench.keyboard.press('Escape');
	await bench.keyboard.press('l');
	await bench.getByRole('button', { name: 'A river card’s notes' }).click();
	const dialog = bench.getByRole('dialog', { name: 'A river card’s notes' });
	await dialog.getByRole('textbox').fill(text.replace('ticked the bed', 'ate the bed'));
	await expect(dialog.getByRole('alert')).toContainText('Line 2: “ate the bed” is none of');
	await dialog.getByRole('textbox').fill(text);
	await dialog.getByRole('button', { name: 'Take in 3 notes' }).click();
	await expect(dialog.getByRole('status')).toContainText('3 taken in, 1 lost from the box');
	await expect(dialog.getByRole('button', { name: 'Nothing to take in' })).toBeDisabled();
	await bench.keyboard.press('Escape');
	const after = await rows<EntryRow>('entries');
	expect(after).toHaveLength(before.length + 3);
	const lost = (await rows<BatchRow>('batches')).flatMap(({ body }) =>
		body.flies.filter(({ out }) => out === 'lost')
	);
	expect(lost).toHaveLength(1);
	await reload(bench);
	await expect(bench.getByText('hung up, and was lost').first()).toBeVisible();
});
