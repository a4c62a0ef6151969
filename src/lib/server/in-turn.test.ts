import { expect, test } from 'vitest';
import { askedBy, turnsFor } from './in-turn';
import { NOBODY_WAITS } from './store/refusal';

/** Work that ends when it is told to, and the order in which it began. */
function workshop() {
	const begun: string[] = [];
	const ends = new Map<string, () => void>();
	return {
		begun,
		end: (name: string) => ends.get(name)!(),
		work: (name: string) => () =>
			new Promise<string>((resolve) => {
				begun.push(name);
				ends.set(name, () => resolve(name));
			})
	};
}

test('of one client so many are at work, so many wait and the next is refused; another has its own turn', async () => {
	const inTurn = turnsFor({ what: 'questions', atOnce: 2, waiting: 3 });
	const { begun, end, work } = workshop();
	const ask = (client: string, name: string, gone?: AbortSignal) =>
		askedBy(client, () => inTurn(gone, work(name)));
	const answers = ['a', 'b', 'c', 'd', 'e'].map((name) => ask('one', name));
	await expect(ask('one', 'f')).rejects.toMatchObject({
		status: 429,
		message: /^5 questions of yours/
	});
	const other = ask('other', 'x');
	await expect.poll(() => begun).toEqual(['a', 'b', 'x']);
	end('x');
	expect(await other).toBe('x');
	end('b');
	await expect.poll(() => begun).toEqual(['a', 'b', 'x', 'c']);
	// A place is free again.
	const gone = new AbortController();
	const left = ask('one', 'g', gone.signal);
	gone.abort();
	await expect(left).rejects.toMatchObject({ status: 503, message: NOBODY_WAITS });
	for (const name of ['a', 'c', 'd', 'e']) {
		await expect.poll(() => begun).toContain(name);
		end(name);
	}
	expect(await Promise.all(answers)).toEqual(['a', 'b', 'c', 'd', 'e']);
	expect(begun).not.toContain('g');
});

test('work that fails leaves its place to the next, and its error is the asker’s', async () => {
	const inTurn = turnsFor({ what: 'questions', atOnce: 1, waiting: 1 });
	await expect(inTurn(undefined, () => Promise.reject(new Error('broke')))).rejects.toThrow(
		'broke'
	);
	expect(await inTurn(undefined, () => Promise.resolve(1))).toBe(1);
});
