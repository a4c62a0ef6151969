import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import {
	barriers,
	choose,
	expect,
	Keys,
	open,
	reload,
	startServer,
	temporaryFolder,
	test
} from './server';

const vise = (page: Page) => page.getByRole('dialog', { name: /^Tying/ });
/** Everything of the vise is on the server. */
const kept = (page: Page) => expect(vise(page)).not.toHaveAttribute('data-keeping', /.*/);

test('a run: cut list, marks, steps, stock reserved, counted turns; the card as SVG and PDF', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	await bench.keyboard.press('y');
	await expect(bench).toHaveURL(/\/batch$/);
	const list = (count: number) => bench.getByRole('region', { name: `Cut list for ${count}` });
	const wire = await list(6).getByRole('row', { name: /lead/ }).innerText();
	await bench.getByRole('spinbutton', { name: 'Flies' }).press('ArrowUp');
	expect(await list(7).getByRole('row', { name: /lead/ }).innerText()).not.toBe(wire);
	await expect(
		bench.getByRole('region', { name: 'Marks' }).getByRole('row', { name: /tail/ })
	).toContainText('mm');
	await expect(bench.getByText(/Lead: wash your hands/).first()).toBeVisible();

	// Another fly in the same run: its own marks, and both in one cut list.
	await bench
		.getByRole('combobox', { name: 'And of another size, or another weight of it' })
		.selectOption('Pinch Pupa');
	await expect(list(10).getByRole('row', { name: /curved 18/ })).toContainText('4');
	await bench.getByRole('radio', { name: 'Pinch Pupa' }).check();
	await expect(bench.getByRole('region', { name: 'Steps' })).toContainText('curved 18');
	await bench.getByRole('button', { name: 'leave Pinch Pupa out' }).click();

	for (const kind of ['SVG', 'PDF'] as const) {
		const [file] = await Promise.all([
			bench.waitForEvent('download'),
			bench.getByRole('button', { name: kind, exact: true }).click()
		]);
		const content = readFileSync(await file.path());
		if (kind === 'SVG') expect(content.toString()).toContain('Rustneck Jig');
		else expect(content.subarray(0, 5).toString()).toBe('%PDF-');
		expect(content.byteLength).toBeGreaterThan(4000);
	}
	expect(await barriers(bench)).toEqual([]);

	await bench.getByRole('button', { name: /^Begin/ }).click();
	await expect(vise(bench).getByText('Bead on:')).toBeVisible();
	// The focus stays at the vise, whichever way it goes round.
	for (let k = 0; k < 12; k++) {
		await bench.keyboard.press('Tab');
		const outside = await bench.evaluate(() => {
			const { activeElement: at, body } = document;
			return at !== body && !at?.closest('[aria-modal]') ? at?.outerHTML : null;
		});
		expect(outside ?? null).toBeNull();
	}
	await vise(bench).focus();
	await bench.keyboard.press('Space');
	await expect(vise(bench).getByText('Hook in the vise')).toBeVisible();
	await bench.keyboard.press('Space');
	// A counted step: each key one turn, until it is full; B takes one back.
	await expect(vise(bench).getByText(/^Wind lead/)).toBeVisible();
	const turns = Number(
		/\/(\d+)/.exec(
			await vise(bench)
				.getByText(/^0\/\d+$/)
				.innerText()
		)?.[1]
	);
	await bench.keyboard.press('Space');
	await bench.keyboard.press('b');
	await expect(vise(bench).getByText(`0/${turns}`)).toBeVisible();
	// Counted aloud it goes on by itself.
	await bench.keyboard.press('a');
	await expect(vise(bench).getByText(/^Thread base/)).toBeVisible({ timeout: 30_000 });
	await bench.keyboard.press('Escape');
	await expect(vise(bench)).toHaveCount(0);
	// A run that is deleted gives back what it reserved, and undo brings both again.
	await bench.getByRole('button', { name: 'Delete the run' }).click();
	await expect(bench.getByRole('button', { name: /^Begin/ })).toBeVisible();
	await bench.keyboard.press('Control+z');
	await expect(bench.getByRole('combobox', { name: 'Run', exact: true })).toBeVisible();
});

test('a run that is begun and ended in a window that heard nothing leaves what another changed of its lots', async ({
	bench,
	demo
}) => {
	const api = async (path: string, init?: object) =>
		(await fetch(new URL(`api/${path}`, demo.address), init)).json() as Promise<unknown>;
	interface Lot {
		readonly id: string;
		readonly revision: number;
		readonly name: string;
		readonly body: { readonly entries: readonly { readonly batchId?: string }[] };
	}
	const lots = () => api('lots') as Promise<Lot[]>;
	const rename = async (id: string, name: string) => {
		const { revision, body } = (await lots()).find((lot) => lot.id === id)!;
		await api(`lots/${id}`, {
			method: 'PUT',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify({ name, revision, body })
		});
	};
	const post = (path: string, body: object) =>
		api(path, {
			method: 'POST',
			headers: { 'content-type': 'application/json' },
			body: JSON.stringify(body)
		});
	// A fly whose bead is from a lot, so that a run of it reserves some.
	const flies = (await api('flies')) as { name: string; body: { recipe: { bead: object } } }[];
	const { recipe } = flies.find(({ name }) => name === 'Rustneck Jig')!.body;
	const tin = (await lots()).find(({ body }) => 'bead' in body)!;
	const bead = { ...recipe.bead, ...(tin.body as { bead?: object }).bead, lot: tin.id };
	await post('flies', { name: 'From the tin', body: { recipe: { ...recipe, bead } } });
	await choose(bench, 'f', 'From the tin');
	await bench.route('**/api/news', (route) => route.abort());
	await bench.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
	await bench.keyboard.press('y');
	const before = await lots();
	// Everything is renamed elsewhere while this window looks away.
	for (const { id, name } of before) await rename(id, `${name} (shelf 2)`);
	await bench.getByRole('button', { name: /^Begin/ }).click();
	await expect(vise(bench).getByText('Bead on:')).toBeVisible();
	const now = await lots();
	expect(now.map(({ name }) => name).sort()).toEqual(
		before.map(({ name }) => `${name} (shelf 2)`).sort()
	);
	const entries = (all: readonly Lot[]) => all.find(({ id }) => id === tin.id)!.body.entries.length;
	expect(entries(now)).toBe(entries(before) + 1);
	// One undo takes the run and its entries back, and no name.
	await bench.keyboard.press('Escape');
	await bench.keyboard.press('Control+z');
	await expect(bench.getByRole('button', { name: /^Begin/ })).toBeVisible();
	const after = await lots();
	expect(entries(after)).toBe(entries(before));
	expect(after.every(({ name }) => name.endsWith('(shelf 2)'))).toBe(true);
	// As it was, for the tests that come.
	for (const { id, name } of before) await rename(id, name);
	const made = (await api('flies')) as { id: string; name: string; revision: number }[];
	const { id, revision } = made.find(({ name }) => name === 'From the tin')!;
	await api(`flies/${id}?revision=${revision}`, { method: 'DELETE' });
	await bench.unroute('**/api/news');
});

test('three tied with the keyboard alone and weighed on the simulated scale: the small bead is found, and they are in the box', async ({
	bench
}) => {
	await choose(bench, 'f', 'Rustneck Jig');
	const keys = new Keys(bench);
	await keys.press('y');
	await keys.tabTo(bench.getByRole('spinbutton', { name: 'Flies' }));
	await keys.press('ArrowDown', 'ArrowDown', 'ArrowDown');
	await expect(bench.getByRole('region', { name: 'Cut list for 3' })).toBeVisible();
	await keys.tabTo(bench.getByRole('button', { name: /^Begin/ }));
	await keys.press('Enter');
	await expect(vise(bench)).toBeVisible();
	const weight = vise(bench).getByRole('textbox', { name: 'Weight, g' });
	let weighed = 0;
	for (let k = 0; k < 200 && weighed < 3; k++) {
		if (await weight.isVisible()) {
			// The second fly has a bead a step too small.
			await keys.press(weighed === 1 ? '2' : '1');
			await expect(vise(bench).getByTestId('scale')).toHaveAttribute('data-steady', 'false');
			await expect(vise(bench).getByTestId('scale')).toHaveAttribute('data-steady', 'true', {
				timeout: 30_000
			});
			weighed++;
			// A weight that is hardly believable is asked about; going on once more keeps it.
			if (weighed === 2) {
				await keys.press('Space');
				await expect(vise(bench).getByRole('alert')).toContainText(
					'far from what such a fly weighs'
				);
			}
		}
		await keys.press('Space');
	}
	await expect(vise(bench).getByText('All 3 are tied.')).toBeVisible();
	expect(keys.count).toBeLessThanOrEqual(120);
	await kept(bench);
	await bench.keyboard.press('Escape');
	const scale = bench.getByRole('region', { name: 'Weigh-in' });
	// The simulated flies are as different as a run's own are: now and then another is off too.
	await expect(
		scale
			.getByRole('alert')
			.filter({ hasText: /^Fly 2 is off: −0\.0\d\d g\. Most likely a bead a step smaller/ })
	).toBeVisible();
	await bench.getByRole('button', { name: 'End the run: 3 into the box' }).focus();
	await bench.keyboard.press('Enter');
	await expect(bench.getByRole('button', { name: /^Begin/ })).toBeVisible();
	await bench.getByRole('button', { name: /^Begin/ }).focus();
	await bench.keyboard.press('x');
	const row = bench.getByRole('listitem', { name: /^3 Rustneck Jig/ });
	await expect(row).toContainText('mean of 3 weighed');
	await row.getByRole('button', { name: 'One Rustneck Jig lost' }).click();
	await expect(bench.getByRole('listitem', { name: /^2 Rustneck Jig/ })).toContainText('1 lost');
	await bench.keyboard.press('Control+z');
	await expect(row).toBeVisible();
	expect(await barriers(bench)).toEqual([]);
});

test('the box as a map: which fly does what where, by keys too, and a water without one goes to Match', async ({
	bench
}) => {
	await bench.keyboard.press('x');
	await bench.getByRole('radio', { name: 'what it does where' }).check();
	await bench.getByRole('button', { name: 'Work the map out' }).click();
	const map = bench.getByRole('table', { name: 'Which fly is best where' });
	await expect(map.getByRole('button')).toHaveCount(144);
	await bench.getByRole('button', { name: 'Stop' }).click();
	await expect(bench.getByRole('button', { name: 'Work the map out' })).toBeVisible();
	await map.getByRole('button').first().focus();
	for (let k = 0; k < 11; k++) await bench.keyboard.press('ArrowDown');
	const there = bench.getByRole('region', { name: 'There' });
	await expect(there).toContainText(/^2\.9\d m deep at 0\.1\d m\/s/);
	await bench
		.getByRole('list', { name: 'In the box' })
		.getByRole('button', { name: /Pinch Pupa/ })
		.click();
	await expect(map.getByRole('button').nth(5)).toHaveAccessibleName(/: Pinch Pupa, good in/);
	expect(await barriers(bench)).toEqual([]);
	await there.getByRole('button', { name: 'Find a fly for this water' }).click();
	await expect(bench).toHaveURL(/\/match$/);
	await expect(bench.getByRole('button', { name: /^Lie 3 m deep at 0.15 m\/s/ })).toBeVisible();
	await bench.keyboard.press('Control+z');
	await expect(bench.getByRole('button', { name: /^Lie 3 m deep/ })).toHaveCount(0);
});

test('the box lies in compartments: a kind is dragged into another, several are chosen in the table and moved or taken out as one step', async ({
	bench
}) => {
	await bench.keyboard.press('x');
	await bench.getByRole('radio', { name: 'compartments' }).check();
	const field = (name: string) => bench.getByRole('region', { name: `Compartment: ${name}` });
	await expect(field('lid')).toContainText('8 flies');
	await bench.getByText('Elbow Jig', { exact: true }).dragTo(field('lid'));
	await expect(field('lid')).toContainText('Elbow Jig');
	await expect(field('lid')).toContainText('11 flies');
	expect(await barriers(bench)).toEqual([]);
	// A field's name is that of all in it, whatever is looked for.
	const find = bench.getByLabel('Find by name, bead or colour');
	await find.fill('Willow');
	await field('lid').getByRole('textbox').fill('upper lid');
	await field('lid').getByRole('textbox').press('Enter');
	await find.fill('');
	await expect(field('upper lid')).toContainText('11 flies');

	await bench.getByRole('radio', { name: 'as a table' }).check();
	const table = bench.getByRole('table', { name: 'In the box' });
	await table.getByRole('button', { name: 'left' }).click();
	await expect(table.getByRole('columnheader', { name: 'left' })).toHaveAttribute(
		'aria-sort',
		'descending'
	);
	await expect(table.getByRole('row').nth(1)).toContainText('Pinch Pupa');
	await table.getByRole('checkbox', { name: /Pinch Pupa/ }).check();
	await table.getByRole('checkbox', { name: /Old Dun Nymph/ }).check();
	const chosen = bench.getByRole('group', { name: 'What is chosen' });
	await expect(chosen).toContainText('2 kinds chosen, 7 flies');
	await chosen.getByRole('combobox', { name: 'Compartment' }).fill('spare box');
	await chosen.getByRole('button', { name: 'Put them there' }).click();
	await expect(table.getByRole('row', { name: /Old Dun Nymph/ })).toContainText('spare box');
	expect(await barriers(bench)).toEqual([]);
	await chosen.getByRole('button', { name: 'all given away' }).click();
	await expect(table.getByRole('row', { name: /Pinch Pupa/ })).toHaveCount(0);
	await bench.getByRole('heading', { level: 1 }).click();
	await bench.keyboard.press('Control+z');
	await expect(table.getByRole('row', { name: /Pinch Pupa/ })).toContainText('spare box');
});

test('killed in the middle of a batch it resumes at the same step of the same fly; an empty database has a run to tie, too', async ({
	page
}) => {
	const folder = temporaryFolder();
	let server = await startServer(folder.path, { demo: false });
	try {
		await open(page, `${server.address}box`);
		await expect(page.getByText('The box is empty.')).toBeVisible();
		await page.getByRole('button', { name: /^Tie a run/ }).click();
		await page.getByRole('button', { name: /^Begin/ }).click();
		await expect(vise(page)).toBeVisible();
		const place = vise(page).getByText(/^fly \d+ of 6, step \d+/);
		for (let k = 0; k < 5; k++) await page.keyboard.press('Space');
		const before = await place.innerText();
		const step = await vise(page).locator('[aria-live=polite]').innerText();
		await kept(page);
		await server.stop('SIGKILL');
		server = await startServer(folder.path, { demo: false });
		await open(page, `${server.address}batch`);
		await page.getByRole('combobox', { name: 'Run', exact: true }).selectOption({ index: 1 });
		await page.getByRole('button', { name: 'Go on tying' }).click();
		await expect(place).toHaveText(before);
		await expect(vise(page).locator('[aria-live=polite]')).toHaveText(step);
		// Without a scale the weight is typed; a wrong one is said and kept out.
		await page.keyboard.press('Escape');
	} finally {
		await server.stop();
		folder.remove();
	}
});

test('a scale is taught from two of its lines; flies weighed together share what it says', async ({
	bench
}) => {
	// A scale on a serial port, as the browser hands it to the page.
	await bench.addInitScript(() => {
		let timer: ReturnType<typeof setInterval>;
		const port = {
			readable: new ReadableStream({
				start(control) {
					const lines = [
						'07 rest + 0.134 g\r\n',
						'08 .. + 0.097',
						' g\r\n',
						'09 rest + 0.211 g\r\n'
					];
					let k = 0;
					const send = () => control.enqueue(new TextEncoder().encode(lines[k++ % 4]));
					timer = setInterval(send, 60);
				},
				cancel: () => clearInterval(timer)
			}),
			open: () => Promise.resolve(),
			close: () => Promise.resolve()
		};
		Object.defineProperty(navigator, 'serial', {
			value: { requestPort: () => Promise.resolve(port) }
		});
	});
	await reload(bench);
	await choose(bench, 'f', 'Pinch Pupa');
	await bench.keyboard.press('y');
	await bench.getByRole('button', { name: /^Begin/ }).click();
	await expect(vise(bench)).toBeVisible();
	const weight = vise(bench).getByRole('textbox', { name: 'Weight, g' });
	for (let k = 0; k < 120; k++) {
		if (await weight.isVisible()) break;
		await bench.keyboard.press('Space');
	}
	await weight.fill('heavy');
	await bench.keyboard.press('Enter');
	await expect(vise(bench).getByRole('alert')).toContainText('Weight');
	await weight.fill('');
	await bench.getByRole('button', { name: /^Go on without/ }).click();
	await expect(weight).toBeHidden();
	await kept(bench);
	await bench.keyboard.press('Escape');
	const scale = bench.getByRole('region', { name: 'Weigh-in' });
	await scale.getByLabel(/^The one not weighed/).fill('0.071');
	await scale.getByRole('button', { name: 'Keep' }).click();
	await expect(scale.getByText('None is off.')).toBeVisible();
	await scale.getByRole('button', { name: /scale …$/ }).click();
	const dialog = bench.getByRole('dialog', { name: 'Scale' });
	await dialog.getByLabel('Line 1', { exact: true }).fill('07 rest + 0.134 g');
	await dialog.getByLabel('Shown with line 1, g').fill('0.134');
	await dialog.getByLabel('Line 2', { exact: true }).fill('08 .. + 0.097 g');
	await dialog.getByRole('button', { name: 'Learn' }).click();
	await expect(dialog.getByRole('status')).toContainText('Say what the display showed');
	await dialog.getByLabel('Shown with line 2, g').fill('0.097');
	await dialog.getByRole('button', { name: 'Learn' }).click();
	await expect(dialog.getByRole('status')).toContainText('“07 rest + 0.134 g” is 0.134 g, steady');
	await dialog.getByRole('radio', { name: 'on a serial port' }).click();
	await expect(dialog.getByTestId('scale')).toContainText('0.211');
	await expect(dialog.getByTestId('scale')).toContainText('0.134');
	await dialog.getByRole('radio', { name: 'none: weights are typed' }).click();
	await expect(dialog.getByTestId('scale')).toHaveCount(0);
});
