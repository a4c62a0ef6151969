import { expect, test } from 'vitest';
import { starterRecipe, type BeadChoice, type HookChoice } from '../fly/index';
import { beadOf, coilOf, emptyShelf, hookOf, type Shelf } from './shelf';

const hook: HookChoice = { ...starterRecipe.hook, style: 'jig60', size: 14, lengthX: 0, wireX: 0 };
const bead: BeadChoice = { metal: 'tungsten', shape: 'slotted', diameter: 2.8e-3 };
const coil = { metal: 'lead', wire: 0.381e-3, turns: 6, place: 'centred', second: 2 } as const;
const shelf: Shelf = {
	...emptyShelf,
	hooks: [{ ...hook, lot: 'hooks' }],
	beads: [{ ...bead, diameter: 2.75e-3, lot: 'beads' }],
	coils: [{ metal: 'lead', wire: 0.375e-3, lot: 'spool' }]
};
const only = { ...shelf, only: true };

test('the tier’s own goes before what is sold, where it is the same; else what is sold, unless only the own counts', () => {
	expect(hookOf(shelf, { ...hook, barbed: true })!.lot).toBe('hooks');
	expect(beadOf(shelf, { ...bead, slotTurn: 90 })).toMatchObject({ lot: 'beads', slotTurn: 90 });
	expect(coilOf(shelf, coil)).toMatchObject({
		lot: 'spool',
		turns: 6,
		place: 'centred',
		second: 2
	});

	const others: HookChoice[] = [
		{ ...hook, style: 'straight' },
		{ ...hook, size: 16 },
		{ ...hook, lengthX: 1 },
		{ ...hook, wireX: 1 }
	];
	for (const other of others) {
		expect(hookOf(shelf, { ...other, barbed: true, eye: 'inPlane' })).toEqual({
			style: other.style,
			size: other.size,
			lengthX: other.lengthX,
			wireX: other.wireX,
			barbed: true,
			eye: 'inPlane'
		});
		expect(hookOf(only, other)).toBeNull();
	}
	// 2.5 and 2.8 mm are sold as two sizes, and so are .015 and .018 in.
	for (const other of [
		{ ...bead, diameter: 2.5e-3 },
		{ ...bead, metal: 'brass' } as const,
		{ ...bead, shape: 'round' } as const
	]) {
		expect(beadOf(shelf, other)).toEqual(other);
		expect(beadOf(only, other)).toBeNull();
	}
	expect(coilOf(shelf, { ...coil, wire: 0.457e-3 })).toEqual({ ...coil, wire: 0.457e-3 });
	expect(coilOf(only, { ...coil, metal: 'copper' })).toBeNull();
	// The density goes with the metal that has none of its own.
	const own: BeadChoice = { ...bead, metal: 'own', density: 9000 };
	expect(beadOf(shelf, own)).toEqual(own);
	expect(beadOf(shelf, { ...bead, diameter: 2e-3, density: 9000 })).not.toHaveProperty('density');
});
