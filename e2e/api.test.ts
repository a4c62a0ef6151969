import { readdirSync } from 'node:fs';
import { Validator } from '@seriousme/openapi-schema-validator';
import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import { expect, test } from '@playwright/test';
import { documentKinds, kinds } from '../src/lib/documents/kinds';
import { startPostgres } from '../scripts/postgres.mjs';
import { startServer, temporaryFolder } from './server';

interface Described {
	paths: Record<
		string,
		Record<string, { responses: Record<string, { content: Record<string, { schema: object }> }> }>
	>;
	components: { schemas: Record<string, object> };
	'x-scenario': {
		method: string;
		operation: string;
		path: string;
		body?: unknown;
		status: number;
	}[];
}

test('the description of the API is sound, and its examples do what they say', async () => {
	// Two searches are among the examples.
	test.setTimeout(240_000);
	const folder = temporaryFolder();
	const server = await startServer(folder.path);
	const at = (path: string) => new URL(path, server.address);
	const description = (await (await fetch(at('/api/openapi.json'))).json()) as Described;
	expect(await new Validator().validate(structuredClone(description))).toMatchObject({
		valid: true
	});

	// Every route is described, and nothing else is.
	const collections = documentKinds.map((kind) => kinds[kind].collection);
	const routes = readdirSync('src/routes/api', { recursive: true, encoding: 'utf8' })
		.filter((file) => file.endsWith('+server.ts') && !file.includes('...'))
		.flatMap((file) => {
			const path = `/api/${file}`.replace('/+server.ts', '').replace(/\[(\w+)\]/g, '{$1}');
			const [folder] = /\[collection=\w+\]/.exec(path) ?? [];
			return folder ? collections.map((name) => path.replace(folder, name)) : [path];
		});
	expect(Object.keys(description.paths).sort()).toEqual(routes.sort());

	await examplesOf(description, server.address);
	await server.stop();
	folder.remove();
});

test('the examples do the same on a PostgreSQL server', async () => {
	test.setTimeout(240_000);
	const postgres = await startPostgres();
	const folder = temporaryFolder();
	const server = await startServer(folder.path, {
		env: { DATABASE_URL: postgres.database('api') }
	});
	const at = new URL('/api/openapi.json', server.address);
	const description = (await (await fetch(at)).json()) as Described;
	// A search asks no more of a database than a prediction.
	const scenario = description['x-scenario'].filter(({ operation }) => operation !== '/api/match');
	await examplesOf({ ...description, 'x-scenario': scenario }, server.address);
	await server.stop();
	await postgres.stop();
	folder.remove();
});

/** Runs the examples of a description, one after the other, and holds what is answered to it. */
async function examplesOf(description: Described, address: string): Promise<void> {
	const at = (path: string) => new URL(path, address);
	const ajv = new Ajv2020({ strict: false, allErrors: true });
	formats.default(ajv);
	// As one, so that what many answers refer to is compiled once.
	ajv.addSchema(description, 'api');
	let backup = '';
	const scenario = description['x-scenario'];
	expect(scenario.length).toBeGreaterThan(50);
	for (const { method, operation, path, body, status } of scenario) {
		const response = await fetch(at(path.replace('{backup}', backup)), {
			method,
			...(body === undefined
				? {}
				: { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } })
		});
		const said = await response.text();
		const what = `${method} ${path}: ${said.slice(0, 300)}`;
		expect(response.status, what).toBe(status);
		const content = description.paths[operation]?.[method]?.responses[status]?.content ?? {};
		const [type, { schema } = { schema: null }] = Object.entries(content)[0] ?? [''];
		expect(schema, `${what} is not described`).not.toBeNull();
		expect(response.headers.get('content-type')).toContain(type);
		if (type !== 'application/json' || operation.endsWith('/file')) continue;
		const answer: unknown = JSON.parse(said);
		const place = ['paths', operation, method, 'responses', status, 'content', type, 'schema'];
		// Compiled once, however often it is asked for.
		const valid = ajv.getSchema(`api#/${place.map(pointer).join('/')}`)!;
		expect(valid(answer), `${what}\n${ajv.errorsText(valid.errors)}`).toBe(true);
		if (operation === '/api/backups' && method === 'get') {
			backup = (answer as { name: string }[])[0]!.name;
		}
	}
}

/** A part of a JSON pointer (RFC 6901). */
const pointer = (part: string | number) =>
	encodeURIComponent(String(part).replace(/~/g, '~0').replace(/\//g, '~1'));
