import { Validator } from '@seriousme/openapi-schema-validator';
import { afterAll, beforeAll, describe, expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { described, InProcess, runExamples, type Description } from './in-process.testing';

const api = new InProcess();
beforeAll(async () => {
	await api.open();
});
afterAll(() => api.close());

test('the description of the API is sound, and names every route and nothing else', async () => {
	const { said } = await api.json('get', '/api/openapi.json');
	expect(
		await new Validator().validate(structuredClone(said as Description) as never)
	).toMatchObject({
		valid: true
	});
	expect(Object.keys((said as Description).paths).sort()).toEqual([...described].sort());
});

test('its examples do what they say, one after the other, and answers are as it describes them', async () => {
	// Searches take seconds: search.test.ts.
	await runExamples(api, (operation) => operation !== '/api/match');
});

describe('what a request is refused for, in words', () => {
	const recipe = recipeToDocument(starterRecipe);
	const fly = (more: object = {}) => ({ name: 'Weir Darter', body: { recipe }, ...more });

	test.each([
		['post', '/api/flies', fly({ name: ' \u200b ' }), 422, /cannot be seen/],
		['post', '/api/flies', fly({ colour: 'red' }), 422, /colour/],
		['post', '/api/flies', [], 422, /./],
		['get', '/api/flies/seven', undefined, 422, /“seven” is not an id; ids are UUIDs\./],
		['get', '/api/flies/00000000-0000-4000-8000-0000000000ff', undefined, 404, /./],
		[
			'delete',
			'/api/flies/00000000-0000-4000-8000-0000000000ff',
			undefined,
			422,
			/revision that the change started from is missing/
		],
		[
			'delete',
			'/api/flies/00000000-0000-4000-8000-0000000000ff?revision=1.5',
			undefined,
			422,
			/revision/
		],
		['get', '/api/flies?most=0', undefined, 422, /most must be a whole number from 1 to \d+\./],
		['get', '/api/flies?most=1e2', undefined, 422, /most must be a whole number/],
		['get', '/api/nothing', undefined, 404, /./],
		['get', '/api/schemas/nothing', undefined, 404, /./],
		['get', '/api/photos/zz', undefined, 422, /64 hex digits/],
		['put', '/api/units', { length: 'ell' }, 422, /Lengths must be one of mm, in/],
		['post', '/api/actions', { label: '\u200b', changes: [] }, 422, /label|changes/],
		['post', '/api/backups/none/restore', undefined, 404, /./],
		[
			'put',
			'/api/tying/00000000-0000-4000-8000-0000000000ff',
			{ place: 0, counted: 0, drying: [], times: [] },
			404,
			/./
		]
	] as const)('%s %s %j is answered %i', async (method, address, body, status, words) => {
		const { status: got, said } = await api.json(method, address, body);
		expect(got, JSON.stringify(said)).toBe(status);
		expect((said as { message: string }).message).toMatch(words);
	});

	test('an import: broken forms, fields and choices that are not known, what is no document', async () => {
		const send = async (body: BodyInit, query = '', type?: string) => {
			const headers = type ? { 'content-type': type } : undefined;
			const response = await api.ask('post', `/api/import${query}`, {
				body,
				...(headers && { headers })
			});
			return `${response.status} ${((await response.json()) as { message: string }).message}`;
		};
		const form = (fields: Record<string, string | File>) => {
			const made = new FormData();
			for (const [name, value] of Object.entries(fields)) made.append(name, value);
			return made;
		};
		expect(await send('x', '', 'multipart/form-data; boundary=a')).toMatch(
			/^400 The form cannot be read; it is broken or cut off\./
		);
		expect(await send(form({ more: 'x' }))).toBe(
			'422 The form has a field “more” that is not known.'
		);
		expect(await send(form({ choices: '{"fly:a":"perhaps"}' }))).toMatch(
			/^422 choices\.fly:a: Must be one of /
		);
		expect(await send(form({ choices: '7' }))).toBe('422 The field choices must be a JSON object.');
		expect(await send('{}', '?different=perhaps')).toMatch(/^422 different: Must be one of /);
		expect(await send('{}', '?label=%E2%80%8B%E2%80%8B')).toMatch(/^422 label: /);
		expect(await send('')).toMatch(/^400 The request is empty/);
		const file = new File(['{"format":'], 'fly.json');
		expect(await send(form({ file }))).toBe(
			'400 fly.json is not readable as JSON: something is wrong at its end.'
		);
		const table = new File([Uint8Array.of(0xff, 0xfe)], 'stock.csv');
		expect(await send(form({ file: table }))).toBe(
			'400 stock.csv is not UTF-8 text. Save the table as CSV in UTF-8.'
		);
	});

	test('what comes from another site is refused before it is read, and said as JSON whatever it was', async () => {
		const headers = { origin: 'http://elsewhere.example' };
		const foreign = await api.ask('get', '/api/flies', { headers });
		expect(foreign.status).toBe(403);
		expect(await foreign.json()).toEqual({ message: 'Requests from other sites are refused.' });
		const site = await api.ask('get', '/api/flies', {
			headers: { 'sec-fetch-site': 'cross-site' }
		});
		expect(site.status).toBe(403);
		const own = await api.ask('get', '/api/flies', { headers: { origin: 'http://127.0.0.1' } });
		expect(own.status).toBe(200);
		expect(own.headers.get('content-security-policy')).toBe("default-src 'none'");
		expect(own.headers.get('x-content-type-options')).toBe('nosniff');
		const wrong = await api.json('patch', '/api/flies');
		expect(wrong).toMatchObject({ status: 405, said: { message: 'method' } });
	});
});

test('a schema is served by its name, as of its draft; what is no object is refused by its contract', async () => {
	expect(await api.json('get', '/api/schemas/fly.json')).toMatchObject({
		status: 200,
		said: { $schema: 'https://json-schema.org/draft/2020-12/schema', $id: 'gravitas/fly.json' }
	});
	for (const raw of ['a fly', 7, null])
		expect((await api.json('post', '/api/predict', raw)).status, String(raw)).toBe(422);
});

test('a lie may stand as a snapshot has it: in its river as it is today, which must be here', async () => {
	const lies = (await api.json('get', '/api/lies')).said as { body: object }[];
	const rivers = (await api.json('get', '/api/rivers')).said as {
		body: { temperatureC: number };
	}[];
	const recipe = recipeToDocument(starterRecipe);
	const ask = (lie: object) =>
		api.json('post', '/api/predict', { fly: { recipe }, lie, drifts: 8 });
	const row = await ask(lies[0]!);
	expect(row.status).toBe(200);
	const { body } = lies[0]!;
	const plain = await ask({ ...body, temperatureC: rivers[0]!.body.temperatureC });
	expect((row.said as { sinkSpeedCms: object }).sinkSpeedCms).toEqual(
		(plain.said as { sinkSpeedCms: object }).sinkSpeedCms
	);
	const elsewhere = await ask({ ...lies[0], riverId: '00000000-0000-4000-8000-0000000000ff' });
	expect(elsewhere).toMatchObject({ status: 422, said: { errors: [{ path: 'lie.riverId' }] } });
});
