import { expect, test } from '@playwright/test';
import { createServer } from 'node:net';
import { figure, kept, launch, open, startServer, temporaryFolder, typed } from './server';

test('change the bead from brass to tungsten, restart, and it is still there', async ({ page }) => {
	const folder = temporaryFolder();
	let server = await startServer(folder.path);
	await open(page, server.address);
	await expect(page.getByRole('button', { name: /^Fly Rustneck Jig/ })).toBeVisible();
	const brass = { mass: await figure(page, 'mass'), speed: await figure(page, 'speed') };

	await page.getByRole('radio', { name: 'tungsten' }).check();
	const tungsten = { mass: await figure(page, 'mass'), speed: await figure(page, 'speed') };
	expect(tungsten.mass).toBeGreaterThan(brass.mass * 1.3);
	expect(tungsten.speed).toBeGreaterThan(brass.speed * 1.15);
	await kept(page);
	const stopped = await server.stop('SIGINT');
	expect(stopped.code).toBe(0);
	expect(stopped.took).toBeLessThan(2000);

	server = await startServer(folder.path);
	await open(page, server.address);
	expect(await figure(page, 'mass')).toBe(tungsten.mass);
	expect(await figure(page, 'speed')).toBe(tungsten.speed);
	// Undo reaches back over the restart.
	await page.keyboard.press('Control+z');
	await expect.poll(() => figure(page, 'mass')).toBe(brass.mass);

	// What was acknowledged survives a kill; a killed holder of the folder hinders nobody.
	await page.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
	await kept(page);
	const larger = await figure(page, 'mass');
	await server.stop('SIGKILL');
	server = await startServer(folder.path);
	await open(page, server.address);
	expect(await figure(page, 'mass')).toBe(larger);

	await test.step('a second start on the same data says so and ends', async () => {
		const second = launch(folder.path, true, [], 0);
		let said = '';
		second.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
		const code = await new Promise((resolve) => second.once('exit', resolve));
		expect(code).toBe(2);
		expect(said).toContain('already running');
	});

	await server.stop();
	await test.step('afresh: the demo as it came, the old data kept beside it', async () => {
		server = await startServer(folder.path, { flags: ['--fresh'] });
		expect(server.output()).toContain('before-fresh');
		await open(page, server.address);
		expect(await figure(page, 'mass')).toBe(brass.mass);
		await server.stop();
	});
	folder.remove();
});

test('an own, empty database opens on a complete fly; a taken port is said', async ({ page }) => {
	const folder = temporaryFolder();
	const blocker = createServer();
	const port = await new Promise<number>((resolve) =>
		blocker.listen(0, '127.0.0.1', () => resolve((blocker.address() as { port: number }).port))
	);
	const server = await startServer(folder.path, { demo: false, port });
	expect(server.output()).toContain(`Port ${port} is taken`);
	await open(page, server.address);
	await expect(page.getByRole('button', { name: /^Fly First nymph/ })).toBeVisible();
	expect(await figure(page, 'speed')).toBeGreaterThan(20);

	// It asks one plain question, and is answered in place as the bank gives it; then comes the fly.
	const question = page.getByRole('region', { name: /^How deep is the water you fish/ });
	await question.getByRole('button', { name: 'Show me round' }).click();
	const tour = page.getByRole('region', { name: 'A short tour' });
	for (const [k, button] of ['Next', 'Next', 'Next', 'Next', 'Done'].entries()) {
		await expect(tour).toContainText(`(${k + 1} of 5)`);
		await expect(page.locator('[data-toured]')).toBeVisible();
		await tour.getByRole('button', { name: button }).click();
	}
	await expect(tour).toHaveCount(0);
	for (const [label, value] of [
		['Depth', '1.2'],
		['takes', '4']
	] as const) {
		await typed(page, label).fill(value);
		await typed(page, label).press('Enter');
	}
	// What a word means is said where the focus rests, until a key says that it is known.
	await page.keyboard.press('Shift+Tab');
	await page.keyboard.press('Tab');
	await expect(page.getByRole('tooltip')).toHaveText(
		'How many seconds the leaf needs for that stretch.'
	);
	await page.keyboard.press('Escape');
	await expect(page.getByRole('tooltip')).toHaveCount(0);
	await question.getByRole('button', { name: 'On to the fly' }).click();
	await expect(question).toHaveCount(0);
	// And then the fly: ten actions in all to a true answer.
	await expect(page.getByRole('spinbutton', { name: 'Hook size' })).toBeFocused();
	await page.keyboard.type('16');
	await page.keyboard.press('Enter');
	await page.keyboard.press('e');
	await page.keyboard.type('2.4');
	await page.keyboard.press('Enter');
	await expect(page.getByRole('button', { name: /^Fly First nymph straight 16/ })).toBeVisible();
	await expect(page.getByRole('button', { name: /^Lie First lie 1.2 m, 0.75 m\/s/ })).toBeVisible();
	await expect(page.getByTestId('title')).toHaveAttribute('data-drifts', '150');
	await kept(page);
	const lies = (await (await page.request.get(`${server.address}api/lies`)).json()) as {
		body: object;
	}[];
	// A rod's length is 3 m.
	expect(lies.map(({ body }) => body)).toMatchObject([{ depthM: 1.2, surfaceSpeedMs: 0.75 }]);

	// With everything deleted, the page says what to do first.
	await page.keyboard.press('Delete');
	await page.getByRole('button', { name: 'Start a new fly' }).click();
	await expect(page.getByRole('button', { name: /^Fly New nymph/ })).toBeVisible();
	await page.keyboard.press('w');
	await page.getByRole('button', { name: 'Delete', exact: true }).click();
	await expect(page.getByText('Describe the water you fish')).toBeVisible();
	await page.getByRole('button', { name: 'New lie' }).click();
	await expect(page.getByTestId('verdict')).toBeVisible();

	// Only this machine, under its own name.
	const foreign = await page.request.get(server.address, {
		headers: { host: 'elsewhere.example' }
	});
	expect(foreign.status()).toBe(403);
	await server.stop('SIGTERM');
	blocker.close();
	folder.remove();
});

test('what was acknowledged is there after each of several kills', async ({ page }) => {
	const folder = temporaryFolder();
	for (let round = 1; round <= 3; round++) {
		const server = await startServer(folder.path);
		const at = (path: string) => new URL(path, server.address).href;
		const flies = (await (await page.request.get(at('/api/flies'))).json()) as {
			id: string;
			name: string;
			revision: number;
			body: unknown;
		}[];
		expect(flies.filter((fly) => fly.name.startsWith('Kept'))).toHaveLength(8 * (round - 1));
		for (let i = 0; i < 8; i++) {
			const answer = await page.request.post(at('/api/flies'), {
				data: { name: `Kept ${round}.${i}`, body: flies[0]!.body }
			});
			expect(answer.status()).toBe(201);
		}
		await server.stop('SIGKILL');
	}
	folder.remove();
});

test('a start that cannot be is refused in words', async () => {
	const folder = temporaryFolder();
	const ended = async (demo: boolean, flags: string[], port: number) => {
		const child = launch(folder.path, demo, flags, port);
		let said = '';
		child.stderr?.on('data', (chunk: Buffer) => (said += chunk.toString()));
		const code = await new Promise((resolve) => child.once('exit', resolve));
		return { code, said };
	};
	expect(await ended(true, ['--frehs'], 0)).toMatchObject({
		code: 2,
		said: expect.stringContaining('“--frehs” is not known')
	});
	expect((await ended(false, ['--fresh'], 0)).said).toContain('belongs to the demo');
	expect((await ended(true, [], 99999)).said).toContain('GRAVITAS_PORT must be a port number');
	folder.remove();
});
