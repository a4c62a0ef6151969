import { request } from 'node:http';
import fc from 'fast-check';
import { zipSync, strToU8 } from 'fflate';
import { documentKinds, kinds } from '../src/lib/documents/kinds';
import { expect, test, type Server } from './server';

/** npm run faults sends ten times as many. */
const COUNT = Number(process.env.GRAVITAS_BAD_REQUESTS ?? 2000);
const AT_ONCE = 8;
const MAY_GROW = 200 * 2 ** 20;

interface Bad {
	readonly method: string;
	readonly path: string;
	readonly body?: string | Uint8Array<ArrayBuffer>;
	readonly headers?: Record<string, string>;
	/** Not wrong in itself, or not always: any answer but a failure will do. */
	readonly any?: true;
}
interface Seen {
	readonly snapshotVersion: string;
	readonly flies: readonly { id: string; name: string; revision: number; body: object }[];
	readonly lies: readonly object[];
	readonly rivers: readonly object[];
	readonly history: object;
}

const json = (value: unknown) => JSON.stringify(value);
const ABSENT = '00000000-0000-4000-8000-000000000000';

const TABLES = {
	stock:
		'material,name,metal,shape,bead_mm,left,price_each\nbead,Tin,tungsten,round,2.8,20,0.5'.split(
			'\n'
		),
	log: 'log_entry,name,at,exclusion_of,note\nexclusion,x,2026-02-03T10:00:00Z,a,b'.split('\n')
};

/** What a browser asks for, asked for oddly: files, pages, streams and tables, by any method. */
function oddRequests(files: readonly string[]): fc.Arbitrary<Bad> {
	const method = fc.constantFrom(
		'GET',
		'GET',
		'GET',
		'HEAD',
		'POST',
		'PUT',
		'PATCH',
		'DELETE',
		'OPTIONS',
		'TRACE',
		'PROPFIND',
		'MKCOL',
		'LOCK',
		'M-SEARCH',
		'REPORT',
		'PURGE',
		'SEARCH'
	);
	const tail = fc.constantFrom(
		'',
		'',
		'',
		'?',
		'?a=1&a=2',
		'/',
		'/..',
		'//',
		'/.',
		'%00',
		'%2e%2e',
		'%',
		'%zz',
		'?%',
		'%ff',
		'.br',
		'.gz',
		'.map',
		';a',
		'%5c..',
		'?x=%E0%A4%A',
		'#',
		'?' + 'q'.repeat(3000)
	);
	const number = fc.constantFrom('0', '5', '1', '-1', '99999999999999999999', 'x', '', ' 3');
	const range = fc
		.tuple(
			fc.constantFrom('bytes=', 'bytes = ', 'lines=', 'BYTES=', ''),
			fc.array(fc.tuple(number, number), { maxLength: 3 })
		)
		.map(([unit, parts]) => unit + parts.map(([from, to]) => `${from}-${to}`).join(','));
	const date = fc.constantFrom(
		'yesterday',
		'Thu, 01 Jan 1970 00:00:00 GMT',
		'0',
		'"x"',
		'*',
		'W/"1-2"'
	);
	const headers = fc.record(
		{
			range,
			'if-none-match': date,
			'if-modified-since': date,
			'if-range': date,
			'accept-encoding': fc.constantFrom('', 'br', 'gzip;q=0', 'identity;q=0', '*;q=x', 'zip,,;'),
			accept: fc.constantFrom('', '*/*', 'text/event-stream', 'application/json', ';;', 'a/b/c'),
			'accept-language': fc.constantFrom('', 'x'.repeat(2000), 'de;q=9'),
			'content-type': fc.constantFrom(
				'',
				'text/csv',
				'application/x-www-form-urlencoded',
				'multipart/form-data',
				'\u00ff'
			),
			'content-encoding': fc.constantFrom('gzip', 'identity', 'x'),
			cookie: fc.constantFrom('a=b; __proto__=1', ';=;', 'x'.repeat(4000)),
			'last-event-id': fc.constantFrom('0', 'a.1', '\u00e9'),
			upgrade: fc.constant('websocket'),
			'x-forwarded-host': fc.constant('elsewhere.example'),
			'x-http-method-override': fc.constant('DELETE')
		},
		{ requiredKeys: [] }
	);
	const query = fc
		.array(
			fc.tuple(
				fc.constantFrom('lie', 'rig', 'drifts', 'base', 'look', 'different', 'label', 'revision'),
				fc.oneof(fc.string(), fc.constantFrom('0', '-1', '60', '1e9', ABSENT, '\0', '\u202e'))
			),
			{ minLength: 1, maxLength: 4 }
		)
		.map((pairs) => new URLSearchParams(pairs.map(([key, value]) => [key, value])).toString());
	const pages = ['/', '/match', '/beads', '/log', '/nothing', '/_app/immutable/nothing.js'];
	const cells = fc
		.tuple(
			fc.constantFrom(...Object.values(TABLES)),
			fc.nat(6),
			fc.oneof(
				fc.string(),
				fc.string({ unit: 'binary' }),
				fc.constantFrom('"', '\0', '\ud800', '{"a":'.repeat(500), '-1', '1e400')
			)
		)
		.map(([[head, row], at, cell]): Bad => {
			const its = row!.split(',');
			its[at % its.length] = cell;
			return {
				method: 'POST',
				path: '/api/import?look=1',
				any: true,
				headers: { 'content-type': 'multipart/form-data; boundary=x' },
				body: `--x\r\ncontent-disposition: form-data; name="file"; filename="t.csv"\r\n\r\n${head}\n${its.join(',')}\r\n--x--\r\n`
			};
		});
	return fc.oneof(
		fc
			.tuple(method, fc.constantFrom(...files, ...pages), tail, headers)
			.map(([its, path, end, said]): Bad => ({
				method: its,
				path: path + end,
				headers: said,
				any: true
			})),
		fc
			.tuple(
				fc.constantFrom('GET', 'HEAD', 'TRACE', 'OPTIONS'),
				fc.constantFrom(
					'news',
					'flies.csv',
					'gauge.csv',
					'stock.csv',
					'log.csv',
					'archive',
					'openapi.json',
					'nothing'
				),
				query,
				headers
			)
			// A stream of news has no end to wait for.
			.filter(([its, path]) => its !== 'GET' || path !== 'news')
			.map(([its, path, asked, said]): Bad => ({
				method: its,
				path: `/api/${path}?${asked}`,
				headers: said,
				any: true
			})),
		cells
	);
}

/** Requests that are wrong in one way or another, built round a real fly. */
function badRequests(seen: Seen): fc.Arbitrary<Bad> {
	const [{ id, name, body }] = seen.flies as unknown as [Seen['flies'][0]];
	const good = { name, body, revision: 1 };
	const sql = fc.constantFrom(
		`'; drop table fly; --`,
		`") or 1=1 --`,
		`\\'); delete from action; --`,
		`$1`,
		`%00`,
		`1; select pg_sleep(9)`
	);
	const odd = fc.oneof(
		fc.jsonValue({ maxDepth: 3 }),
		fc.string(),
		sql,
		fc.constantFrom(null, true, -1, 0, 1e308, [], {}, '', 'x'.repeat(500), '\u0000', '\ud800')
	);
	const collection = fc.constantFrom(...documentKinds.map((kind) => kinds[kind].collection));
	const key = fc.constantFrom(
		'__proto__',
		'constructor',
		'prototype',
		'toString',
		'riverID',
		' id'
	);

	/** A document that lacks its body, or has nonsense in a place. */
	const brokenDocument = fc.oneof(
		odd.filter((value) => !isNamed(value)),
		fc
			.tuple(key, odd)
			.map(([k, value]) => json({ ...good }).replace('{', `{${json(k)}:${json(value)},`)),
		odd.map((value) => ({ ...good, name: { is: value } })),
		odd.map((value) => ({ ...good, body: { recipe: value } })),
		fc.tuple(fc.constantFrom('hook', 'dressing'), odd).map(([part, value]) => ({
			...good,
			body: { recipe: { ...recipeOf(good), [part]: value } }
		})),
		fc
			.constantFrom('\ud800', 'nul \u0000', ' ', 'x'.repeat(81))
			.map((text) => ({ ...good, name: text }))
	);
	const text = brokenDocument.map((value) => (typeof value === 'string' ? value : json(value)));
	const bytes = fc
		.uint8Array({ minLength: 1, maxLength: 300 })
		.map((raw) => new Uint8Array([0xff, ...raw]) as Uint8Array<ArrayBuffer>);
	const cut = fc
		.integer({ min: 1, max: json(good).length - 1 })
		.map((length) => json(good).slice(0, length));
	const deep = fc
		.tuple(fc.integer({ min: 33, max: 400 }), fc.constantFrom('[', '{"a":'))
		.map(([depth, open]) => open.repeat(depth));
	const payload = fc.oneof(text, bytes, cut, deep);

	return fc.oneof(
		fc
			.tuple(collection, payload)
			.map(([c, sent]): Bad => ({ method: 'POST', path: `/api/${c}`, body: sent })),
		fc
			.tuple(collection, payload)
			.map(([c, sent]): Bad => ({ method: 'PUT', path: `/api/${c}/${id}`, body: sent })),
		payload.map((sent): Bad => ({ method: 'PUT', path: `/api/tying/${ABSENT}`, body: sent })),
		payload.map((sent): Bad => ({ method: 'POST', path: '/api/predict', body: sent })),
		payload.map((sent): Bad => ({ method: 'POST', path: '/api/match', body: sent })),
		payload.map((sent): Bad => ({ method: 'POST', path: '/api/import', body: sent })),
		payload.map((sent): Bad => ({
			method: 'POST',
			path: '/api/import',
			body: sent,
			headers: { 'content-type': 'multipart/form-data; boundary=x' }
		})),
		fc.tuple(sql, payload).map(([entry, sent]): Bad => ({
			method: 'POST',
			path: '/api/import',
			body: zipSync({
				[`${entry}.json`]: typeof sent === 'string' ? strToU8(sent) : sent
			}) as Uint8Array<ArrayBuffer>
		})),
		fc.tuple(collection, fc.oneof(sql, fc.string({ minLength: 1 }))).map(([c, word]): Bad => ({
			method: 'GET',
			path: `/api/${c}/${encodeURIComponent(`!${word}`)}`
		})),
		fc
			.tuple(collection, fc.constantFrom('', '/history', '/file'))
			.map(([c, rest]): Bad => ({ method: 'GET', path: `/api/${c}/${ABSENT}${rest}` })),
		fc
			.oneof(sql, fc.string(), fc.constantFrom('0', '-1', '1e99', 'NaN', '4294967296'))
			.filter((word) => !/^\s*\+?[1-9]\d{0,8}(\.0*)?\s*$/.test(word))
			.map((word): Bad => ({
				method: 'DELETE',
				path: `/api/flies/${id}?revision=${encodeURIComponent(word)}`
			})),
		odd
			.filter((value) =>
				typeof value === 'object' ? value !== null && Object.keys(value).length > 0 : true
			)
			.map((value): Bad => ({ method: 'PUT', path: '/api/strip', body: json({ flyId: [value] }) })),
		fc.tuple(sql, fc.constantFrom('restore', 'nothing')).map(([word, rest]): Bad => ({
			method: 'POST',
			path: `/api/backups/${encodeURIComponent(`../${word}`)}/${rest}`
		})),
		fc.constantFrom<Bad>(
			{ method: 'PATCH', path: '/api/flies' },
			{ method: 'PUT', path: '/api/snapshot', body: '{}' },
			{ method: 'GET', path: '/api/flies/%E0%A4%A' },
			{ method: 'GET', path: '/api/flies.csv?lie=1%27' },
			{ method: 'GET', path: '/api/schemas/..%2F..%2Fpackage.json' },
			{ method: 'POST', path: '/api/import?different=all', body: json(good) },
			{ method: 'POST', path: '/api/flies', body: '{}', headers: { 'content-encoding': 'gzip' } },
			{ method: 'POST', path: '/api/undo', headers: { origin: 'http://elsewhere.example' } },
			{ method: 'GET', path: '/api/snapshot', headers: { 'sec-fetch-site': 'cross-site' } }
		)
	);
}

const recipeOf = (good: { body: object }) => (good.body as { recipe: object }).recipe;
/** Whether a generated value happens to be a whole document. */
const isNamed = (value: unknown) => typeof value === 'object' && value !== null && 'body' in value;

async function seenAt(demo: Server): Promise<Seen> {
	return (await (await fetch(new URL('/api/snapshot', demo.address))).json()) as Seen;
}

/** Sends what fetch would not; no answer within 20 seconds is a failure. */
function send(
	demo: Server,
	{ method, path, headers, body }: Bad,
	length = body?.length ?? 0
): Promise<{ status: number; said: string }> {
	return new Promise((resolve, reject) => {
		const { hostname, port } = new URL(demo.address);
		const bytes = typeof body === 'string' ? Buffer.from(body) : body;
		const sent = request(
			{
				hostname,
				port,
				path,
				method,
				headers: {
					...(bytes ? { 'content-type': 'application/json' } : {}),
					...headers,
					...(bytes || length ? { 'content-length': bytes?.length ?? length } : {})
				}
			},
			(response) => {
				let said = '';
				response.setEncoding('utf8');
				response.on('data', (chunk: string) => (said += chunk));
				response.on('end', () => resolve({ status: response.statusCode ?? 0, said }));
				response.on('error', reject);
			}
		);
		sent.setTimeout(20_000, () => sent.destroy(new Error(`${method} ${path}: no answer`)));
		sent.on('error', reject);
		if (bytes) sent.write(bytes);
		else {
			const piece = Buffer.alloc(2 ** 20);
			for (let left = length; left > 0; left -= piece.length)
				sent.write(piece.subarray(0, Math.min(left, piece.length)));
		}
		sent.end();
	});
}

function isClear(said: string): boolean {
	const { message } = JSON.parse(said) as { message?: unknown };
	return typeof message === 'string' && message.length > 10 && !/\bat .*:\d+:\d+/.test(message);
}

/** What is wrong with the answer; null where it will do. */
async function fault(demo: Server, asked: Bad): Promise<string | null> {
	const { status, said } = await send(demo, asked).catch((error: Error) => ({
		status: 0,
		said: error.message
	}));
	const refused = status >= 400 && status <= 499;
	const api = asked.path.startsWith('/api/') && asked.method !== 'HEAD';
	const fine = asked.any
		? status >= 200 && status <= 499 && (!refused || !api || isClear(said))
		: refused && isClear(said);
	const { method, path, headers, body } = asked;
	const what = `${method} ${path} ${JSON.stringify(headers)} ${String(body).slice(0, 300)}`;
	return fine ? null : `${what}\n  ${status} ${said.slice(0, 300)}`;
}

test(`${COUNT} generated bad requests: each a clear answer, nothing stored, the process lives`, async ({
	demo
}) => {
	test.setTimeout(240_000 + COUNT * 100);
	const before = await seenAt(demo);
	const page = await (await fetch(demo.address)).text();
	const files = [...page.matchAll(/"(?:\.\/|\/)?(_app\/[^"]+)"/g)].map(([, path]) => `/${path}`);
	expect(files.length).toBeGreaterThan(2);
	const any = fc.oneof(
		{ weight: 3, arbitrary: badRequests(before) },
		{ weight: 2, arbitrary: oddRequests(['/favicon.svg', ...files]) }
	);
	const requests = fc.sample(any, { numRuns: COUNT, seed: 20261123 });
	// Threads, compiled code and pages of the database come with the first of them and stay: some 180 MB.
	let warm = Infinity;
	const wrong: string[] = [];
	for (let i = 0; i < requests.length; i += AT_ONCE) {
		if (i >= requests.length / 2) warm = Math.min(warm, demo.memory());
		const faults = await Promise.all(
			requests.slice(i, i + AT_ONCE).map((asked) => fault(demo, asked))
		);
		wrong.push(...faults.filter((words) => words !== null));
	}
	expect(wrong.slice(0, 5)).toEqual([]);
	expect(await seenAt(demo)).toEqual(before);
	expect(demo.output()).not.toMatch(/uncaughtException|unhandledRejection/);
	expect(demo.memory() - warm).toBeLessThan(MAY_GROW / 2);
});

test('huge, deep and exploding files are refused in words, and memory stays bounded', async ({
	demo
}) => {
	// Against what it had before: a first creation alone leaves some 790 MB until the process ends.
	const had = demo.memory();
	// 270 MB of zeros in a hundredth of it.
	const bombOf = (count: number, bytes: number) =>
		zipSync(
			Object.fromEntries(
				Array.from({ length: count }, (_, i) => [`fly-${i}.json`, new Uint8Array(bytes)])
			),
			{ level: 1 }
		) as Uint8Array<ArrayBuffer>;
	const bomb = bombOf(270, 2 ** 20);
	expect(bomb.length).toBeLessThan(2 ** 22);
	// Connections of before may have ended while this was made.
	await new Promise((resolve) => setTimeout(resolve, 100));
	const before = await seenAt(demo);
	const post = (path: string, body: Uint8Array<ArrayBuffer> | string) =>
		send(demo, { method: 'POST', path, body });
	const expectWords = async (answer: ReturnType<typeof post>, status: number, words: string) => {
		const { status: got, said } = await answer;
		expect([got, said]).toEqual([status, expect.stringContaining(words)]);
	};
	const huge = (megabytes: number) => new Uint8Array(megabytes * 2 ** 20).fill(0x20);
	await expectWords(post('/api/flies', huge(50)), 413, '256 kB is the most');
	await expectWords(post('/api/import', huge(50)), 413, 'larger than 2 MB; no document is');
	await expectWords(post('/api/import', huge(130)), 413, '128 MB is the most');
	await expectWords(
		post('/api/import', bombOf(1, 3 * 2 ** 20)),
		413,
		'fly-0.json is larger than 2'
	);
	for (const path of ['/api/flies', '/api/import', '/api/predict']) {
		await expectWords(post(path, '['.repeat(100_000)), 422, 'line 1, column 33');
	}
	const beforeBomb = demo.memory();
	await expectWords(post('/api/import', bomb), 413, 'unpacks to more than 256 MB');
	// Refused by what it declares: nothing of it was unpacked.
	expect(demo.memory() - beforeBomb).toBeLessThan(32 * 2 ** 20);
	const lying = new Uint8Array(bomb.slice(0, bomb.length / 2));
	await expectWords(post('/api/import', lying), 400, 'broken or cut off');
	await expectWords(
		send(demo, { method: 'POST', path: '/api/flies', body: '{}', headers: { 'content-type': '' } }),
		415,
		'content-type'
	);
	await expectWords(post('/api/import', new Uint8Array([0xff, 0xfe, 0x7b, 0])), 400, 'UTF-8');
	await expectWords(post('/api/flies', '{"name": "x",\n "body": }'), 400, 'line 2, column 10');
	expect(await seenAt(demo)).toEqual(before);
	expect(demo.memory() - had).toBeLessThan(MAY_GROW);
});

test('ranges, methods, lengths and addresses that nothing stands: each answered, and the program lives', async ({
	demo
}) => {
	const json = { 'content-type': 'application/json' };
	const asked = [
		[416, { method: 'GET', path: '/favicon.svg', headers: { range: 'bytes=5-1' } }],
		[416, { method: 'GET', path: '/favicon.svg', headers: { range: 'bytes=9999999-' } }],
		[206, { method: 'GET', path: '/favicon.svg', headers: { range: 'bytes=0-3' } }],
		[200, { method: 'GET', path: '/favicon.svg', headers: { range: 'lines=1' } }],
		[200, { method: 'HEAD', path: '/api/news' }],
		[405, { method: 'TRACE', path: '/api/flies' }],
		[405, { method: 'POST', path: '/', headers: json, bytes: 2 }],
		[400, { method: 'GET', path: '/%E0%A4%A' }],
		[413, { method: 'POST', path: '/api/flies', headers: json, bytes: 200 * 2 ** 20 }]
	] as const;
	for (const [status, what] of asked) {
		const { status: got, said } = await send(demo, what, 'bytes' in what ? what.bytes : 0);
		expect([what.path, got]).toEqual([what.path, status]);
		if (status >= 400 && what.path !== '/favicon.svg') expect(said).not.toContain('made a mistake');
	}
	const page = await fetch(new URL('/favicon.svg', demo.address));
	expect(page.headers.get('x-content-type-options')).toBe('nosniff');
	expect((await seenAt(demo)).flies.length).toBeGreaterThan(0);
	expect(demo.output()).not.toMatch(/uncaughtException/);
});
