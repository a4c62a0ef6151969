import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { beforeEach, expect, test, vi } from 'vitest';
import type { Snapshot } from '$lib/api/answers';
import type { EntryRow } from '$lib/documents/kinds';
import type { Keeping } from './learned';

const file = join(import.meta.dirname, 'fixtures/schema-8/snapshot.json');
const { entries, lots, batches } = JSON.parse(readFileSync(file, 'utf8')) as Snapshot;

/** What is kept between starts, and what was found. */
let kept: { origin: string; answer: unknown } | null = null;
let found: { entry: readonly EntryRow[]; lot: readonly object[]; batch: readonly object[] };
let reads = 0;
const store: Keeping = {
	foundSum: () => Promise.resolve(JSON.stringify(found)),
	found: () => {
		reads++;
		return Promise.resolve({
			sum: JSON.stringify(found),
			texts: Object.fromEntries(
				Object.entries(found).map(([kind, rows]) => [kind, [JSON.stringify(rows)]])
			)
		});
	},
	workedOut: () => Promise.resolve(kept),
	keepWorkedOut: (_, origin, answer) => {
		kept = { origin, answer };
		return Promise.resolve();
	}
};
/** As after a start of the program, which remembers nothing. */
const started = async () => {
	vi.resetModules();
	return import('./learned');
};
beforeEach(() => {
	kept = null;
	found = { entry: entries, lot: lots, batch: batches };
});

test('what was learned is kept between starts, until something else was found', async () => {
	const learned = await (await started()).learnedNow(store);
	expect(learned.learned.scores.length).toBeGreaterThan(0);
	// A fly of the batch and a lot; the entry is left out.
	expect(learned.observations).toBe(2);
	await vi.waitFor(() => expect(kept).not.toBeNull());
	// A sign that it is read, and not worked out anew.
	const { measured } = kept!.answer as { measured: object };
	const marked = { answer: { ...learned, unusable: ['kept'] }, measured };
	kept = { ...kept!, answer: marked };
	const again = await started();
	reads = 0;
	expect(await again.learnedNow(store)).toEqual(marked.answer);
	expect(reads).toBe(0);
	// Something that nothing is learned of: it is read, and found to be the same.
	found = { ...found, lot: [...found.lot].map((row) => ({ ...row, name: 'Another name' })) };
	expect(await again.learnedNow(store)).toEqual(marked.answer);
	expect(reads).toBe(1);
	found = { ...found, lot: [] };
	const other = await again.learnedNow(store);
	expect(other.unusable).not.toContain('kept');
	expect(other.origin).not.toBe(learned.origin);
}, 60_000);

test('a page does not wait for what takes long to learn: it goes on, and is there when it is asked for again', async () => {
	const { learnedSoon, learnedNow } = await started();
	expect(await learnedSoon(store, 0)).toBeNull();
	const learned = await learnedNow(store);
	expect(learned.observations).toBe(2);
	expect(await learnedSoon(store, 1000)).toBe(learned);
}, 60_000);

test('how often a build was weighed and timed counts every entry of it that is learned from', async () => {
	const { measuredOf } = await started();
	const { recipe } = entries[0]!.body.weighing!;
	const entry = (id: string, body: Partial<EntryRow['body']>): EntryRow => ({
		kind: 'entry',
		id,
		name: id,
		revision: 1,
		body: { at: 0, ...body }
	});
	const weighing = { of: 'fly', recipe, count: 1, massG: 0.2, scaleStepG: 0.01 } as const;
	const drop = {
		recipe,
		wet: 'soaked' as const,
		temperatureC: 10,
		distanceM: 1,
		runsS: [3],
		reactionS: 0.2
	};
	found = {
		lot: [],
		batch: [],
		entry: [
			entry('one', { weighing }),
			entry('two', { weighing }),
			entry('hooks', { weighing: { ...weighing, of: 'hooks' } }),
			entry('left out', { weighing, excluded: true }),
			entry('three', { drop })
		]
	};
	expect(await measuredOf(store, recipe)).toEqual({ weighed: 2, timed: 1 });
	const coil = { metal: 'lead', wireInch: 0.015, turns: 31 } as const;
	expect(await measuredOf(store, { ...recipe, coil })).toEqual({ weighed: 0, timed: 0 });
}, 60_000);
