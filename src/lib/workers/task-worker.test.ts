import { afterEach, beforeEach, expect, test, vi } from 'vitest';
import { TaskWorker } from './task-worker';

/** Workers of which the first this many break as soon as they are asked. */
let breaking = 0;
let started = 0;
class FakeWorker {
	onmessage: ((event: { data: unknown }) => void) | null = null;
	onerror: (() => void) | null = null;
	private readonly breaks = started++ < breaking;
	postMessage({ ask, task }: { ask: number; task: { n: number } }) {
		setTimeout(() => {
			if (this.breaks) this.onerror?.();
			else this.onmessage?.({ data: { ask, answer: 2 * task.n } });
		});
	}
	terminate() {
		this.onmessage = this.onerror = null;
	}
}
type Twice = { readonly kind: 'twice'; readonly n: number };
const worker = () =>
	new TaskWorker<Twice, { twice: number }>(() => new FakeWorker() as unknown as Worker);
const twice = (n: number): Twice => ({ kind: 'twice', n });
beforeEach(() => {
	vi.useFakeTimers();
	started = 0;
});
afterEach(() => void vi.useRealTimers());

test('a worker whose script did not arrive is started again, and does what it was asked', async () => {
	breaking = 2;
	const one = worker();
	const answers = [one.ask(twice(1)), one.ask(twice(2))];
	await vi.advanceTimersByTimeAsync(100);
	// Asked while it is down.
	answers.push(one.ask(twice(3)));
	await vi.runAllTimersAsync();
	expect(await Promise.all(answers)).toEqual([2, 4, 6]);
	expect(started).toBe(3);
});

test('one that never starts refuses in the end, and the next question begins anew', async () => {
	breaking = 4;
	const one = worker();
	const refused = expect(one.ask(twice(1))).rejects.toThrow('stopped');
	await vi.runAllTimersAsync();
	await refused;
	expect(started).toBe(4);
	const answer = one.ask(twice(5));
	await vi.runAllTimersAsync();
	expect(await answer).toBe(10);
});

test('ended, it refuses what waits and does not start again', async () => {
	breaking = 9;
	const one = worker();
	const refused = expect(one.ask(twice(1))).rejects.toThrow('stopped');
	await vi.advanceTimersByTimeAsync(100);
	one.end();
	await refused;
	await vi.runAllTimersAsync();
	expect(started).toBe(1);
});
