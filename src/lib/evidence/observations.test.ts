import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import type { BatchBodyDocument } from '$lib/documents/batch/body';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { BatchRow, EntryRow, LotRow } from '$lib/documents/kinds';
import { entryFault, type EntryBodyDocument } from '$lib/documents/entry/body';
import { lieKey } from '$lib/documents/lie/body';
import { evidenceOf, weighedOf } from './observations';

const recipe = recipeToDocument(starterRecipe);
const entry = (id: string, body: Omit<EntryBodyDocument, 'at'>, at = 1e12): EntryRow => ({
	kind: 'entry',
	id,
	name: id,
	revision: 1,
	body: { at, ...body }
});
const weighing = { of: 'fly', recipe, count: 1, massG: 0.2, scaleStepG: 0.001 } as const;
const lot: LotRow = {
	kind: 'lot',
	id: 'tin',
	name: 'Grey tin',
	revision: 1,
	body: {
		bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
		measured: { pieces: 25, togetherG: 2.86 },
		entries: []
	}
};
const run = (flies: BatchBodyDocument['flies']): BatchRow => ({
	kind: 'batch',
	id: 'run',
	name: 'Six',
	revision: 1,
	body: {
		on: '2026-02-03',
		state: 'done',
		carry: 2,
		order: [],
		taken: [],
		times: [],
		flies,
		items: [
			{ name: 'A', recipe, count: 4 },
			{ name: 'B', recipe, count: 2 }
		]
	}
});
const none = { entries: [], lots: [], batches: [] };

test('what was weighed in the stock, in a run and in the log is read where it lies', () => {
	const flies = [0, 1, 2, 3, 4].map((fly) => ({ fly, on: '2026-02-03', massG: 0.2 + fly / 1000 }));
	const { observations } = evidenceOf({
		entries: [entry('e', { weighing })],
		lots: [lot],
		batches: [run([...flies, { fly: 5, on: '2026-02-03' }])]
	});
	expect(observations.map(({ key }) => key)).toEqual([
		'entry:e',
		'lot:tin',
		...[0, 1, 2, 3, 4].map((fly) => `batch:run:${fly}`)
	]);
	const [own, tin] = observations;
	expect(own).toMatchObject({ kind: 'weighing', count: 1, on: '2001-09-09T01:46:40.000Z' });
	expect(tin).toMatchObject({ count: 25, of: { kind: 'beads', bead: { lot: 'tin' } } });
	expect(tin?.kind === 'weighing' && tin.mass).toBeCloseTo(2.86e-3, 12);
});

test('flies that lay on the scale together count once, as so many', () => {
	const together = [0, 1, 2].map((fly) => ({
		fly,
		on: '2026-02-03',
		massG: 0.21,
		together: 3,
		scaleStepG: 0.1
	}));
	const { observations } = evidenceOf({ ...none, batches: [run(together)] });
	expect(observations).toHaveLength(1);
	expect(observations[0]).toMatchObject({ count: 3 });
	expect(observations[0]!.kind === 'weighing' && observations[0]!.mass).toBeCloseTo(0.63e-3, 12);
});

test('what is left out is not learned from, wherever it lies, and is still there to be taken in again', () => {
	const entries = [
		entry('a', { weighing, excluded: true }),
		entry('b', { weighing }),
		entry('x', { exclusion: { of: 'lot:tin' } }),
		entry('r', { reset: { score: '@tin' } }, 2e12)
	];
	const found = { ...none, entries, lots: [lot] };
	const { observations, resets } = evidenceOf(found);
	expect(observations.map(({ key }) => key)).toEqual(['entry:b']);
	expect(resets).toEqual([{ score: '@tin', on: '2033-05-18T03:33:20.000Z' }]);
	expect(evidenceOf(found, true).observations).toHaveLength(3);
});

test('a lot is held against its trade values, whatever was weighed of it before', () => {
	const measured = recipeFromDocument({
		...recipe,
		hook: { ...recipe.hook, lot: 'hooks', measured: { massG: 0.04 } },
		bead: { ...recipe.bead!, weighedG: 0.114 }
	});
	expect(measured.bead).toHaveProperty('weighed');
	const beads = weighedOf('beads', measured);
	expect(beads.kind === 'beads' && beads.bead).not.toHaveProperty('weighed');
	const hooks = weighedOf('hooks', measured);
	expect(hooks.kind === 'hooks' && hooks.hook).toMatchObject({ lot: 'hooks' });
	expect(hooks.kind === 'hooks' && hooks.hook.measured?.mass).toBeUndefined();
});

test('a lie that is typed anew is another place to learn of; an entry is just one thing, and whole', () => {
	const body = {
		depthM: 0.9,
		surfaceSpeedMs: 0.7,
		bed: 'gravel' as const,
		zoneTopM: 0.2,
		approachM: 3
	};
	const key = lieKey({ id: 'run', body });
	expect(lieKey({ id: 'run', body: { ...body, notes: 'ash' } })).toBe(key);
	expect(lieKey({ id: 'run', body: { ...body, depthM: 1 } })).not.toBe(key);
	expect(entryFault({ at: 1, weighing })).toBeNull();
	expect(entryFault({ at: 1 })?.message).toContain('just one of');
	expect(entryFault({ at: 1, weighing, reset: { score: 'x' } })?.path).toBe('body');
	expect(entryFault({ at: 1, weighing: { ...weighing, of: 'wire' } })?.path).toBe(
		'body.weighing.lengthM'
	);
	const bare = { ...weighing, of: 'beads' as const, recipe: { ...recipe, bead: null } };
	expect(entryFault({ at: 1, weighing: bare })?.message).toContain('bead');
});
