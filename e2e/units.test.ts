import { barriers, expect, figure, kept, openPart, test, typed } from './server';

test('inches, grains and feet: chosen once, they are shown, read, told and printed everywhere', async ({
	bench,
	demo
}) => {
	const grams = await figure(bench, 'mass');
	await bench.keyboard.press('i');
	const dialog = bench.getByRole('dialog', { name: 'Units' });
	for (const choice of ['inches and feet', 'grains', 'feet/s', '°F'])
		await dialog.getByRole('radio', { name: choice, exact: true }).check();
	await dialog.getByLabel(/^Currency/).fill('kr');
	await expect(dialog.getByTestId('units-example')).toContainText('a bead for kr 0.42');
	expect(await barriers(bench, '[role=dialog]')).toEqual([]);
	await dialog.getByRole('button', { name: 'Use these' }).click();
	await expect(bench.locator('[data-ready]')).toBeVisible();

	await expect(bench.getByTestId('mass')).toContainText('gr');
	// The grain is 64.79891 mg.
	expect(await figure(bench, 'mass')).toBeCloseTo(grams / 0.06479891, 1);

	// A bare number is one of the unit that is shown, and the history is told in it.
	await openPart(bench, 'Bead');
	const size = typed(bench, 'Bead size');
	await size.fill('.125');
	await size.press('Enter');
	await kept(bench);
	await expect(bench.getByRole('button', { name: /^Undo .*bead \.11 to \.125/ })).toBeVisible();

	await bench.keyboard.press('v');
	const depth = typed(bench, 'Depth');
	await depth.fill('3 ft 6');
	await depth.press('Enter');
	await expect(depth).toHaveValue('3.5');
	await expect(bench.getByRole('img', { name: /ft\/s at the surface/ })).toBeVisible();
	const speed = typed(bench, 'Surface speed');
	await speed.fill('3 m in 5 s');
	await speed.press('Enter');
	await expect(speed).toHaveValue('1.97');
	await kept(bench);

	// What a script reads is named by its unit as before.
	const strip = (await (await fetch(new URL('api/snapshot', demo.address))).json()) as {
		strip: { lieId: string };
		lies: { id: string; body: { depthM: number; surfaceSpeedMs: number } }[];
	};
	const lie = strip.lies.find(({ id }) => id === strip.strip.lieId)!;
	expect(lie.body).toMatchObject({ depthM: 1.0668, surfaceSpeedMs: 0.6 });

	await bench.keyboard.press('y');
	const [download] = await Promise.all([
		bench.waitForEvent('download'),
		bench.getByRole('button', { name: 'SVG' }).click()
	]);
	const card = (await (await download.createReadStream()).toArray())
		.join('')
		.replace(/<[^>]*>/g, ' ');
	expect(card).toMatch(/\.\d{3} in from the eye/);
	expect(card).toMatch(/\) gr, sinks .* ft\/s/);
	expect(card).not.toMatch(/\d (mm|cm|g)\b/);

	// Which Gravitas it is, and where the data lie.
	await bench.keyboard.press('k');
	const about = bench.getByRole('region', { name: 'About' });
	await expect(about).toContainText(/version \d+\.\d+\.\d+, model \d+/);
	await expect(about).toContainText(/Your data lie in\s*\//);
});
