import { expect, test } from '@playwright/test';
import { startPostgres } from '../scripts/postgres.mjs';
import type { Description } from '../src/routes/api/in-process.testing';
import { startServer, temporaryFolder } from './server';

// On the built-in database they are run without a server: src/routes/api/routes.test.ts.
test('the examples of the API do on a PostgreSQL server what they say', async () => {
	const postgres = await startPostgres();
	const folder = temporaryFolder();
	const server = await startServer(folder.path, {
		env: { DATABASE_URL: postgres.database('api') }
	});
	const at = new URL('/api/openapi.json', server.address);
	const description = (await (await fetch(at)).json()) as Description;
	// A search asks no more of a database than a prediction (src/routes/api/search.test.ts).
	const scenario = description['x-scenario'].filter(({ operation }) => operation !== '/api/match');
	await examplesOf({ ...description, 'x-scenario': scenario }, server.address);
	await server.stop();
	await postgres.stop();
	folder.remove();
});

/** Runs the examples of a description, one after the other; their schemas are held without a server. */
async function examplesOf(description: Description, address: string): Promise<void> {
	let backup = '';
	const scenario = description['x-scenario'];
	expect(scenario.length).toBeGreaterThan(50);
	for (const { method, operation, path, body, status } of scenario) {
		const response = await fetch(new URL(path.replace('{backup}', backup), address), {
			method,
			...(body === undefined
				? {}
				: { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
		});
		const said = await response.text();
		const what = `${method} ${path}: ${said.slice(0, 300)}`;
		expect(response.status, what).toBe(status);
		const content = description.paths[operation]?.[method]?.responses[status]?.content ?? {};
		const [type = ''] = Object.keys(content);
		expect(type, `${what} is not described`).not.toBe('');
		expect(response.headers.get('content-type')).toContain(type);
		if (operation === '/api/backups' && method === 'get') {
			backup = (JSON.parse(said) as { name: string }[])[0]!.name;
		}
	}
}
