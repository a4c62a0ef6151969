import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, expect, test, vi } from 'vitest';
import type { Learning } from '$core/learn/index';
import type { Snapshot } from '$lib/api/answers';
import type { Keeping } from './learned';

const file = join(import.meta.dirname, 'fixtures/schema-8/snapshot.json');
const was = JSON.parse(readFileSync(file, 'utf8')) as Snapshot;

/** What is kept between starts: by what it was worked out from. */
let kept: { origin: string; answer: unknown } | null = null;
const store: Keeping = {
	workedOut: (_, origin) => Promise.resolve(kept?.origin === origin ? kept.answer : null),
	keepWorkedOut: (_, origin, answer) => {
		kept = { origin, answer };
		return Promise.resolve();
	}
};
/** As after a start of the program, which remembers nothing. */
const started = async () => {
	vi.resetModules();
	return (await import('./learned')).learnedFrom;
};
beforeEach(() => {
	kept = null;
});

test('what was learned is kept between starts, until something else was found', async () => {
	const learned = await (await started())(store, was);
	expect(learned.learned.scores.length).toBeGreaterThan(0);
	await vi.waitFor(() => expect(kept?.answer).toEqual(learned));
	// A sign that it is read, and not worked out anew.
	const sign = { ...learned, unusable: ['kept'] } as unknown as Learning;
	kept = { ...kept!, answer: sign };
	expect(await (await started())(store, was)).toBe(sign);
	const other = { ...was, lots: [] };
	expect((await (await started())(store, other)).unusable).not.toContain('kept');
}, 60_000);
