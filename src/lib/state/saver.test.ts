import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { DocumentRow, FlyRow } from '$lib/documents/kinds';
import { starterRecipe } from '$core/fly/index';
import type { RequestError } from './client';
import { Saver } from './saver';

/** A stand-in for the server: answers when it is told to, and remembers what it was asked. */
class Line {
	readonly sent: { url: string; name: string; revision: number }[] = [];
	private readonly open: ((response: Response) => void)[] = [];
	private readonly broken: ((error: Error) => void)[] = [];

	fetch = (url: string, init: { body: string }): Promise<Response> => {
		const { name, revision } = JSON.parse(init.body) as { name: string; revision: number };
		this.sent.push({ url, name, revision });
		return new Promise((resolve, reject) => {
			this.open.push(resolve);
			this.broken.push(reject);
		});
	};
	async accept(): Promise<void> {
		const { url, name, revision } = this.sent[this.sent.length - 1]!;
		const id = url.split('/').at(-1)!;
		const row = fly(id, name, revision + 1);
		await this.answer(200, {
			changes: [{ kind: 'fly', id, row }],
			history: { undo: 'x', redo: null }
		});
	}
	async answer(status: number, body: unknown): Promise<void> {
		this.broken.pop();
		this.open.pop()!(new Response(JSON.stringify(body), { status }));
		await vi.advanceTimersByTimeAsync(0);
	}
	async break(): Promise<void> {
		this.open.pop();
		this.broken.pop()!(new TypeError('refused'));
		await vi.advanceTimersByTimeAsync(0);
	}
}

const fly = (id: string, name: string, revision = 1): FlyRow => ({
	kind: 'fly',
	id,
	name,
	revision,
	body: { recipe: recipeToDocument(starterRecipe) }
});

let line: Line;
let saved: boolean[];
let failures: { row: DocumentRow; error: RequestError; retrying: boolean }[];
let saver: Saver;
beforeEach(() => {
	vi.useFakeTimers();
	line = new Line();
	vi.stubGlobal('fetch', line.fetch);
	saved = [];
	failures = [];
	saver = new Saver({
		saved: (_, newer) => saved.push(newer),
		failed: (row, error, retrying) => failures.push({ row, error, retrying })
	});
});
afterEach(() => {
	vi.useRealTimers();
	vi.unstubAllGlobals();
});

test('a held key costs one request with the newest state', async () => {
	for (const name of ['a', 'b', 'c']) saver.save(fly('1', name));
	await vi.advanceTimersByTimeAsync(200);
	expect(line.sent).toEqual([{ url: '/api/flies/1', name: 'c', revision: 1 }]);
	await line.accept();
	expect(saved).toEqual([false]);
	expect(saver.idle).toBe(true);
});

test('what was changed last is sent last, also what waited before', async () => {
	for (const id of ['lie', 'river', 'lie']) saver.save(fly(id, id));
	await vi.advanceTimersByTimeAsync(200);
	await line.break();
	await vi.advanceTimersByTimeAsync(2000);
	await line.accept();
	await line.accept();
	expect(line.sent.map(({ name }) => name)).toEqual(['river', 'river', 'lie']);
});

test('what is typed while a request is under way follows it, on the revision that came back', async () => {
	saver.save(fly('1', 'first'));
	await vi.advanceTimersByTimeAsync(200);
	saver.save(fly('1', 'second'));
	await vi.advanceTimersByTimeAsync(200);
	expect(line.sent).toHaveLength(1);
	await line.accept();
	expect(saved).toEqual([true]);
	expect(line.sent[1]).toMatchObject({ name: 'second', revision: 2 });
	await line.accept();
	expect(saver.idle).toBe(true);
});

test('without an answer the change waits, and the newest state goes out with the next try', async () => {
	saver.save(fly('1', 'lost'));
	await vi.advanceTimersByTimeAsync(200);
	await line.break();
	expect(failures).toMatchObject([{ retrying: true, error: { status: 0 } }]);
	expect(saver.idle).toBe(false);
	saver.save(fly('1', 'newer'));
	await vi.advanceTimersByTimeAsync(2500);
	expect(line.sent.map((request) => request.name)).toEqual(['lost', 'newer']);
	await line.accept();
	expect(saver.idle).toBe(true);
});

test('a refusal is reported with the row as it stands, once, and other documents go on', async () => {
	saver.save(fly('1', 'mine'));
	saver.save(fly('2', 'other'));
	await vi.advanceTimersByTimeAsync(200);
	await line.answer(409, { message: 'changed elsewhere', current: fly('1', 'theirs', 7) });
	expect(failures).toMatchObject([
		{
			retrying: false,
			error: { message: 'changed elsewhere', answer: { current: { revision: 7 } } }
		}
	]);
	expect(line.sent[1]).toMatchObject({ url: '/api/flies/2', name: 'other' });
	await line.accept();
	await vi.advanceTimersByTimeAsync(5000);
	expect(line.sent).toHaveLength(2);
});

test('flush sends at once and settles when all is kept', async () => {
	saver.save(fly('1', 'now'));
	let done = false;
	const flushing = saver.flush().then(() => (done = true));
	await vi.advanceTimersByTimeAsync(0);
	expect(line.sent).toHaveLength(1);
	expect(done).toBe(false);
	await line.accept();
	await flushing;
	expect(done).toBe(true);
});
