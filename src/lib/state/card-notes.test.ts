import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from 'vitest';
import type { Snapshot } from '$lib/api/answers';
import type { CardNote } from '$lib/documents/entry/card-notes';
import { kinds, type DocumentKind } from '$lib/documents/kinds';
import { lookAt } from './card-notes';
import type { Documents } from './documents.svelte';

const file = join(import.meta.dirname, '../server/fixtures/schema-8/snapshot.json');
const was = JSON.parse(readFileSync(file, 'utf8')) as Snapshot;
const documents = {
	find: (kind: DocumentKind, id: string) =>
		(was[kinds[kind].collection] as { id: string }[]).find((row) => row.id === id)
} as unknown as Documents;
const elsewhere = '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e99';
const batch = was.batches[0]!;
const note: CardNote = {
	id: elsewhere,
	at: 0,
	lieId: was.lies[0]!.id,
	lieName: 'As the card has it',
	depthM: 0.35,
	speedMs: 0.5,
	rigId: was.rigs[0]!.id,
	rigName: 'A rig',
	batchId: batch.id,
	item: 0,
	flyName: 'A fly',
	saw: 'touched',
	fish: false,
	lost: true
};

test('a card’s note becomes what was seen at its lie in the water it names; what is of other data is named', () => {
	const [taken] = lookAt(documents, [note]);
	expect(taken).toMatchObject({
		known: false,
		fault: null,
		seen: {
			lie: { depth: 0.35, surfaceSpeed: 0.5 },
			lieName: was.lies[0]!.name,
			saw: 'touched',
			fish: false,
			lost: true
		}
	});
	expect(taken!.seen!.lie.zoneTop).toBeLessThanOrEqual(0.35);
	const faults = lookAt(documents, [
		{ ...note, lieId: elsewhere },
		{ ...note, rigId: elsewhere },
		{ ...note, batchId: elsewhere },
		{ ...note, item: 20 }
	]);
	expect(faults.map(({ seen }) => seen)).toEqual([null, null, null, null]);
	expect(faults[0]!.fault).toContain('the card is of other data');
	expect(faults[1]!.fault).toContain('its rig, A rig, is not here');
	expect(faults[2]!.fault).toContain('A fly was tied in is not here');
	expect(faults[3]!.fault).toBe(faults[2]!.fault);
	// What is in the log already is not taken again.
	expect(lookAt(documents, [{ ...note, id: was.entries[0]!.id }])).toMatchObject([
		{ known: true, seen: null }
	]);
});
