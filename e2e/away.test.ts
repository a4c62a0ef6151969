import { createServer } from 'node:net';
import { expect, test } from '@playwright/test';
import { figure, kept, open, startServer, temporaryFolder, type Server } from './server';

test.use({ serviceWorkers: 'allow' });

/** A port that nobody has: the browser keeps what was said at an address. */
const freePort = () =>
	new Promise<number>((resolve) => {
		const probe = createServer().listen(0, '127.0.0.1', () => {
			const { port } = probe.address() as { port: number };
			probe.close(() => resolve(port));
		});
	});

test('while the program does not answer, what it last said can be looked at; another database’s is forgotten', async ({
	page
}) => {
	const folder = temporaryFolder();
	const port = await freePort();
	let server: Server = await startServer(folder.path, { port });
	await open(page, server.address);
	const said = (address: string) =>
		page.evaluate(async (path) => {
			const found = await caches.match(new URL(path, location.href), { ignoreVary: true });
			return (await found?.text()) ?? '';
		}, address);
	const soon = { intervals: [200] };
	await expect.poll(() => said('/'), soon).not.toBe('');
	await expect.poll(() => said('/api/lots?most=500'), soon).not.toBe('');
	const before = await said('/');
	await page.getByRole('radio', { name: 'tungsten' }).check();
	await kept(page);
	const mass = await figure(page, 'mass');
	// A change goes into what is kept soon after.
	await expect.poll(() => said('/'), soon).not.toBe(before);
	await server.stop();

	await page.reload();
	const away = page.getByRole('alert').filter({ hasText: 'This is what it last said' });
	await expect(away).toBeVisible();
	expect(await figure(page, 'mass')).toBe(mass);
	await page.getByRole('radio', { name: 'brass' }).click();
	await expect(page.getByText('Nothing can be changed now.')).toBeVisible();
	await expect(page.getByRole('radio', { name: 'tungsten' })).toBeChecked();
	expect(await figure(page, 'mass')).toBe(mass);
	// A view that was never looked at leads to the first one.
	await page.goto(new URL('/stock', server.address).href);
	await expect(away).toBeVisible();
	await expect(page).toHaveURL(server.address);

	server = await startServer(folder.path, { port });
	await expect(away).toHaveCount(0);
	await page.getByRole('radio', { name: 'brass' }).check();
	await kept(page);
	expect(await figure(page, 'mass')).toBeLessThan(mass);
	await server.stop();

	const other = temporaryFolder();
	server = await startServer(other.path, { port, demo: false });
	await open(page, server.address);
	await expect.poll(() => said('/'), soon).toContain('First lie');
	expect(await page.evaluate(() => caches.keys())).toHaveLength(2);
	await server.stop();
	folder.remove();
	other.remove();
});
