import { describe, expect, test } from 'vitest';
import { keepable, parseJson, readBody, readJson } from './json';
import { Refusal } from './store/refusal';

/** What a refusal says, with its status and the places that it names. */
function refusal(act: () => unknown) {
	try {
		act();
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		return { status: error.status, message: error.message, errors: error.more.errors };
	}
	throw new Error('It was not refused.');
}
const bytes = (text: string) => new TextEncoder().encode(text);

describe('bytes that are no JSON are refused with what, where and what to do', () => {
	test('not UTF-8, and nothing', () => {
		expect(refusal(() => readJson(Uint8Array.of(0x7b, 0xff), 'The file'))).toMatchObject({
			status: 400,
			message: 'The file is not text in UTF-8. Save it as UTF-8 and try again.'
		});
		expect(refusal(() => readJson(bytes(' \n'), 'The file'))).toMatchObject({
			status: 400,
			message: 'The file is empty; a JSON document belongs there.'
		});
	});

	test('the place of a mistake is said by line and column, or as the end', () => {
		const said = (text: string) => refusal(() => parseJson(text, 'It')).message;
		expect(said('{\n  "a": 1,\n  "b" 2\n}')).toBe(
			'It is not readable as JSON: something is wrong in line 3, column 7.'
		);
		expect(said('{"a": [1, 2')).toBe('It is not readable as JSON: something is wrong at its end.');
		expect(said('{"a": [1, 2 \n\n')).toMatch(/at its end/);
		expect(said('{"a": 1} // why\n')).toMatch(/something is wrong in line 1, column 10/);
	});

	test('deeper than 32 levels, counted outside of texts', () => {
		const nested = (levels: number) => '['.repeat(levels) + ']'.repeat(levels);
		expect(parseJson(nested(32), 'It')).toBeInstanceOf(Array);
		expect(refusal(() => parseJson(nested(33), 'It'))).toMatchObject({
			status: 422,
			message: 'It is nested deeper than 32 levels (in line 1, column 33); no document is.'
		});
		expect(parseJson(JSON.stringify(['\\"[['.repeat(40)]), 'It')).toEqual(['\\"[['.repeat(40)]);
		// A level that is closed is none.
		expect(parseJson(`[${Array(50).fill('[]').join()}]`, 'It')).toHaveLength(50);
	});

	test('names and characters that cannot be kept are named by their place', () => {
		expect(refusal(() => parseJson('{"a":[{"__proto__":1}]}', 'It'))).toMatchObject({
			status: 422,
			message: 'It: a.0.__proto__: a field may not have this name.',
			errors: [{ path: 'a.0.__proto__', message: 'a field may not have this name.' }]
		});
		expect(refusal(() => parseJson('{"constructor":1}', 'It')).errors![0]!.path).toBe(
			'constructor'
		);
		expect(refusal(() => parseJson('{"a":{"b":"x\\u0000"}}', 'It')).errors![0]!.path).toBe('a.b');
		expect(refusal(() => parseJson('["\\ud800"]', 'It')).errors![0]!.path).toBe('0');
		expect(refusal(() => parseJson('{"a\\u0000":1}', 'It')).message).toMatch(/field’s name/);
		expect([keepable('🪰'), keepable('🪰'.slice(0, 1)), keepable('a\0')]).toEqual([
			true,
			false,
			false
		]);
	});
});

describe('the body of a request', () => {
	const request = (body: BodyInit | null, headers: Record<string, string> = {}) =>
		new Request('http://127.0.0.1/', {
			method: 'POST',
			body,
			headers,
			...(body instanceof ReadableStream ? { duplex: 'half' } : {})
		} as RequestInit);
	const refused = (sent: Request, limit = 1024) =>
		readBody(sent, limit).then(
			() => null,
			({ status, message }: Refusal) => ({ status, message })
		);

	test('is read whole up to the limit, in as many pieces as it comes', async () => {
		const pieces = ['ab', 'cde', 'f'].map(bytes);
		const stream = new ReadableStream<Uint8Array>({
			start(sender) {
				for (const piece of pieces) sender.enqueue(piece);
				sender.close();
			}
		});
		expect(new TextDecoder().decode(await readBody(request(stream), 6))).toBe('abcdef');
		expect(await readBody(request(null), 6)).toHaveLength(0);
		expect(await readBody(request('x'.repeat(1024)), 1024)).toHaveLength(1024);
	});

	test('that is too long, packed, cut off or not said to be anything is refused', async () => {
		expect(await refused(request('x'.repeat(1025)))).toEqual({
			status: 413,
			message: 'The request is too long; 1 kB is the most that is read here.'
		});
		expect(await refused(request('x'.repeat(2 ** 21 + 1)), 2 ** 21)).toMatchObject({
			message: 'The request is too long; 2 MB is the most that is read here.'
		});
		expect(await refused(request('x', { 'content-encoding': 'gzip' }))).toEqual({
			status: 415,
			message: 'The request is packed (content-encoding gzip). Send it plain.'
		});
		expect(await refused(request('x', { 'content-encoding': 'identity' }))).toBeNull();
		const broken = new ReadableStream({ start: (sender) => sender.error(new Error('gone')) });
		expect(await refused(request(broken))).toEqual({
			status: 400,
			message: 'The request was cut off.'
		});
		const unsaid = { body: null, headers: new Headers({ 'content-length': '7' }) };
		expect(await refused(unsaid as unknown as Request)).toMatchObject({ status: 415 });
		// What is said to hold nothing holds nothing.
		const empty = { body: null, headers: new Headers({ 'content-length': '0' }) };
		expect(await refused(empty as unknown as Request)).toBeNull();
		expect(await refused({ body: null, headers: new Headers() } as unknown as Request)).toBeNull();
	});
});
