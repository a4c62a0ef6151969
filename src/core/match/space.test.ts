import fc from 'fast-check';
import { expect, test } from 'vitest';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import { recipeChange, type BeadChoice, type HookChoice } from '../fly/index';
import { nominalHook } from '../material/index';
import { recipeAt } from './surrogate';
import { emptyShelf, lockables, placesIn, spaceOf, type Locks, type Shelf } from './index';

const anyLocks = fc.record(
	Object.fromEntries(lockables.map((part) => [part, fc.boolean()])) as Record<
		keyof Locks,
		fc.Arbitrary<boolean>
	>
);
const own: Shelf = {
	hooks: [
		{ style: 'jig60', size: 14, lengthX: 0, wireX: 0, lot: 'jigs' },
		{ style: 'straight', size: 12, lengthX: 1, wireX: 0, lot: 'nymphs' }
	],
	beads: [
		{ metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3, lot: 'tin', weighed: 0.15e-3 },
		{ metal: 'brass', shape: 'round', diameter: 3.2e-3, lot: 'brass' }
	],
	coils: [{ metal: 'lead', wire: 0.37e-3, lot: 'spool', measured: true }],
	only: true
};

test('what is locked stays, whatever the pattern; what was weighed as a whole is another fly', () => {
	fc.assert(
		fc.property(anyRecipe, anyLocks, fc.nat(400), (pattern, locks, far) => {
			const space = spaceOf(pattern, locks, emptyShelf);
			let k = 0;
			for (const place of placesIn(space)) {
				if (k++ < far) continue;
				const build = recipeAt(space, place);
				expect(build.weighed).toBeUndefined();
				if (locks.hook) expect(build.hook).toEqual(pattern.hook);
				if (locks.bead) expect(build.bead).toEqual(pattern.bead);
				if (locks.coil) expect(build.coil).toEqual(pattern.coil);
				if (locks.rib) expect(build.rib).toEqual(pattern.rib);
				if (locks.dressing) {
					for (const part of ['tail', 'body', 'hackle', 'thorax', 'collar'] as const) {
						expect(build[part]).toEqual(pattern[part]);
					}
				}
				const { departures, words } = space.variants[place.variant]!;
				expect(departures > 0).toBe(words !== '');
				break;
			}
		}),
		{ numRuns: 120 }
	);
});

test('turns go into a slot where the pattern’s bead has one or may get one; another shape comes to a plain hook only as the pattern’s', () => {
	const open: Locks = { hook: true, bead: false, coil: false, rib: true, dressing: true };
	const hook: HookChoice = { style: 'straight', size: 12, lengthX: 0, wireX: 0 };
	const space = (shape: BeadChoice['shape'] | null) => {
		const bead = shape && ({ metal: 'brass', shape, diameter: 2.8e-3 } as const);
		return spaceOf({ hook, bead, coil: null, dressing: { fullness: 'medium' } }, open, emptyShelf);
	};
	const inSlot = (shape: BeadChoice['shape'] | null) =>
		space(shape).windings.some(({ place }) => place === 'slot');
	expect([null, 'round', 'slotted', 'cone'].map((shape) => inSlot(shape as never))).toEqual([
		true,
		false,
		true,
		false
	]);
	const shapes = (shape: BeadChoice['shape']) =>
		new Set(space(shape).beads.flatMap((bead) => (bead ? [bead.shape] : [])));
	expect(shapes('cone')).toEqual(new Set(['cone']));
	expect(shapes('round')).toEqual(new Set(['round']));
	expect(shapes('slotted')).toEqual(new Set(['slotted', 'round']));
});

test('all locked, there is the pattern and nothing else', () => {
	const shut: Locks = { hook: true, bead: true, coil: true, rib: true, dressing: true };
	fc.assert(
		fc.property(anyRecipe, (pattern) => {
			const space = spaceOf(pattern, shut, emptyShelf);
			const builds = [...placesIn(space)].map((place) => recipeAt(space, place));
			expect(builds).toHaveLength(1);
			expect(recipeChange(pattern, builds[0]!).paths.filter((path) => path !== 'weighing')).toEqual(
				[]
			);
		}),
		{ numRuns: 40 }
	);
});

test('only what is owned: each part from a lot, the nominal of the same size never beside it', () => {
	const open: Locks = { hook: false, bead: false, coil: false, rib: true, dressing: true };
	const pattern = {
		hook: { style: 'jig60', size: 14, lengthX: 0, wireX: 0 },
		bead: { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 },
		coil: { metal: 'lead', wire: 0.381e-3, turns: 4 },
		dressing: { fullness: 'medium' }
	} as const;
	const { hooks, beads, windings } = spaceOf(pattern, open, own);
	expect(hooks.map(({ lot }) => lot)).toEqual(['jigs', 'nymphs']);
	expect(beads.map((bead) => bead?.lot ?? null)).toEqual([null, 'tin', 'brass']);
	expect(new Set(windings.map(({ lot }) => lot))).toEqual(new Set(['spool']));
	// With the rest of what is sold, the own ones take the place of their like.
	const all = spaceOf(pattern, open, { ...own, only: false });
	const like = (bead: BeadChoice | null) =>
		bead?.metal === 'tungsten' &&
		bead.shape === 'slotted' &&
		Math.abs(bead.diameter - 2.8e-3) < 1e-4;
	expect(all.beads.filter(like).map((bead) => bead!.lot)).toEqual(['tin']);
	expect(
		all.windings
			.filter(({ wire }) => Math.abs(wire / 0.381e-3 - 1) < 0.04)
			.every(({ lot, metal }) => (metal === 'lead' ? lot === 'spool' : true))
	).toBe(true);
	expect(all.beads.length).toBeGreaterThan(beads.length);
	// No lead, where it is locked out.
	expect(
		spaceOf(pattern, open, { ...own, only: false }, true).windings.some(
			({ metal }) => metal === 'lead'
		)
	).toBe(false);
});

test('hooks within a size of the pattern’s, beads no wider than the gape (common practice, no source)', () => {
	fc.assert(
		fc.property(anyRecipe, (pattern) => {
			const open: Locks = { hook: false, bead: false, coil: false, rib: true, dressing: true };
			const space = spaceOf(pattern, open, { ...own, only: false });
			for (const { size } of space.hooks)
				expect(Math.abs(size - pattern.hook.size)).toBeLessThanOrEqual(2);
			const seen = new Set<string>();
			for (const { hook, bead } of placesIn({
				...space,
				windings: [],
				variants: space.variants.slice(0, 1)
			})) {
				seen.add(`${hook} ${bead}`);
				const choice = space.hooks[hook] as HookChoice;
				const on = space.beads[bead];
				if (!on) continue;
				// A cone is half the sum of its ends wide: 1 and 0.45.
				const width = (on.shape === 'cone' ? 0.725 : 1) * on.diameter;
				const { gape } = nominalHook(choice.size, choice.lengthX, choice.wireX);
				expect(width / (choice.measured?.gape ?? gape)).toBeLessThanOrEqual(1.05);
			}
			// Each hook can at least go without a bead.
			expect(seen.size).toBeGreaterThanOrEqual(space.hooks.length);
		}),
		{ numRuns: 60 }
	);
});
