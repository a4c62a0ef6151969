import { startPostgres } from '../scripts/postgres.mjs';
import {
	choose,
	expect,
	figure,
	kept,
	open,
	startServer,
	temporaryFolder,
	test,
	typed
} from './server';

test('two processes on one PostgreSQL server: windows see each other’s edits, one process is restarted, the server itself crashes; nothing is lost', async ({
	context
}) => {
	const postgres = await startPostgres();
	const [here, there] = [temporaryFolder(), temporaryFolder()];
	// The server asks for none, and nobody is ever shown it.
	const url = `${postgres.database('gravitas')}&password=s3cret`;
	const env = { DATABASE_URL: url, GRAVITAS_LOG: 'json' };
	const start = (folder: string, port = 0) => startServer(folder, { env, port });
	let a = await start(here.path);
	const b = await start(there.path);
	try {
		expect(a.output()).toContain('postgres://postgres@/');
		const [one, other] = [await context.newPage(), await context.newPage()];
		await open(one, a.address);
		await open(other, b.address);
		await choose(one, 'f', 'Millrace Darter');
		await choose(other, 'f', 'Millrace Darter');
		const bead = one.getByRole('spinbutton', { name: 'Bead size' });
		await bead.press('ArrowUp');
		await kept(one);
		await expect.poll(() => figure(other, 'mass')).toBe(await figure(one, 'mass'));
		// Back again, from the other window.
		const before = await figure(other, 'mass');
		await other.keyboard.press('Control+z');
		await expect.poll(() => figure(other, 'mass')).not.toBe(before);
		await expect.poll(() => figure(one, 'mass')).toBe(await figure(other, 'mass'));

		// One process ends in its own time and comes back at its address; its window has what happened meanwhile.
		expect((await a.stop('SIGTERM')).code).toBe(0);
		await other.getByRole('spinbutton', { name: 'Bead size' }).press('ArrowUp');
		await kept(other);
		a = await start(here.path, Number(new URL(a.address).port));
		await expect
			.poll(() => figure(one, 'mass'), { timeout: 30_000 })
			.toBe(await figure(other, 'mass'));

		// The database crashes: the change waits on the page, and what was acknowledged is there.
		const health = async (path: string) => {
			const response = await fetch(new URL(path, a.address));
			return [response.status, await response.text()] as const;
		};
		expect(await health('readyz')).toEqual([200, 'ready\n']);
		await postgres.end('SIGQUIT');
		expect(await health('readyz')).toEqual([503, 'the database does not answer\n']);
		expect(await health('healthz')).toEqual([200, 'alive\n']);
		const page = await fetch(a.address);
		expect([page.status, await page.text()]).toEqual([
			503,
			expect.stringContaining('The database does not answer')
		]);
		const rigs = await fetch(new URL('api/rigs', a.address));
		expect([rigs.status, rigs.headers.get('retry-after'), await rigs.json()]).toEqual([
			503,
			'5',
			{ message: expect.stringContaining('nothing was changed') as unknown as string }
		]);
		await bead.press('ArrowUp');
		await expect(one.getByRole('alert')).toContainText('Not saved yet');
		await postgres.begin();
		await kept(one);
		await expect(one.getByRole('alert')).toHaveCount(0, { timeout: 30_000 });
		await expect.poll(() => figure(other, 'mass')).toBe(await figure(one, 'mass'));
		expect(await typed(one, 'Bead size').inputValue()).toBe(
			await typed(other, 'Bead size').inputValue()
		);

		const [, metrics] = await health('metrics');
		for (const said of [a.output(), b.output(), metrics]) expect(said).not.toContain('s3cret');
		expect(metrics).toMatch(/gravitas_database_up 1/);
		expect(metrics).toMatch(
			/gravitas_request_duration_seconds_count\{method="PUT",route="\/api\/flies\/:id",status="200"\} \d/
		);
		const lines = a
			.output()
			.trim()
			.split('\n')
			.map((line) => JSON.parse(line) as Record<string, unknown>);
		expect(lines).toContainEqual(
			expect.objectContaining({ method: 'GET', path: '/readyz', status: 503, msg: 'request' })
		);
	} finally {
		await a.stop('SIGKILL');
		await b.stop('SIGKILL');
		await postgres.stop();
		here.remove();
		there.remove();
	}
});
