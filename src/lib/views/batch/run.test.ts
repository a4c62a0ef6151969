import { expect, test } from 'vitest';
import type { Amount } from '$core/batch/index';
import { starterRecipe } from '$core/fly/index';
import { inUnits, METRIC } from '$core/quantity/index';
import type { BatchBodyDocument, TiedFly } from '$lib/documents/batch/body';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { LotBodyDocument } from '$lib/documents/lot/body';
import type { LotRow } from '$lib/documents/kinds';
import { withLot } from '$lib/documents/lot/from-stock';
import { amountWords } from './words';
import {
	chartOf,
	sightOf,
	cutListOf,
	itemToDocument,
	offOf,
	reservedFor,
	runOff,
	shortOf,
	substitutesFor,
	usedFor
} from './run';

const lot = (id: string, body: Omit<LotBodyDocument, 'entries'>, amount: number): LotRow => ({
	kind: 'lot',
	id,
	name: `Lot ${id}`,
	revision: 1,
	body: { ...body, entries: [{ on: '2026-01-02', kind: 'bought', amount }] }
});
const bead = (id: string, diameterMm: number, amount: number) =>
	lot(id, { bead: { metal: 'tungsten', shape: 'slotted', diameterMm } }, amount);
const lots = [
	bead('small', 2.4, 50),
	bead('own', 2.8, 10),
	bead('large', 3.2, 50),
	bead('few', 3, 3),
	lot('wire', { coil: { metal: 'lead', wireInch: 0.015 } }, 5)
];
const tied = withLot(withLot(recipeToDocument(starterRecipe), lots[1]!, 'bead'), lots[4]!, 'coil');
const recipe = recipeFromDocument(tied);
const item = { name: 'Jig', recipe, count: 12 };

test('a run takes from its lots what the cut list says, leaves the spares when it is done, and says what lacks', () => {
	const of = (taken: { lotId: string; amount: number }[], id: string) =>
		taken.find(({ lotId }) => lotId === id)?.amount;
	const list = cutListOf([item]);
	const coil = list.find(({ part }) => part === 'coil')!;
	expect(of(reservedFor([item], lots), 'own')).toBe(14);
	expect(of(usedFor([item], lots), 'own')).toBe(12);
	expect(of(reservedFor([item], lots), 'wire')).toBeCloseTo(coil.total, 3);
	expect(of(usedFor([{ ...item, count: 0 }], lots), 'own')).toBeUndefined();
	expect(shortOf([item], lots).bead?.words).toBe('only 10 pieces left of Lot own');
	expect(shortOf([{ ...item, count: 6 }], lots)).toEqual({});
	// Two of a kind in one run are cut from the same spool.
	const twice = cutListOf([item, { ...item, name: 'Again', count: 3 }]);
	expect(twice.length).toBe(list.length);
	expect(twice.find(({ part }) => part === 'coil')!.total).toBeCloseTo((coil.total * 15) / 12, 9);
});

test('what can stand in has enough left and says what changes: a smaller bead is lighter and slower', () => {
	const found = substitutesFor(item, 'bead', 14, { lots, temperature: 10 });
	expect(found.map((one) => one.lot.id).sort()).toEqual(['large', 'small']);
	const words = (id: string) => found.find((one) => one.lot.id === id)!.words;
	expect(words('small')).toMatch(/^−0\.0\d\d g, −\d+ cm\/s$/);
	expect(words('large')).toMatch(/^\+0\.0\d\d g, \+\d+ cm\/s$/);
});

test('the weigh-in: one of three with a bead too small is flagged with that reason; a run that is off as a whole is said to be', () => {
	const document = itemToDocument({ ...item, count: 3 }, 10);
	const { massG } = document.predicted!;
	const small = recipeFromDocument({ ...tied, bead: { ...tied.bead!, diameterMm: 2.4 } });
	const less = itemToDocument({ ...item, recipe: small }, 10).predicted!.massG - massG;
	const body = (grams: readonly number[]): BatchBodyDocument => ({
		on: '2026-02-03',
		state: 'tying',
		carry: 1,
		order: [],
		taken: [],
		times: [],
		items: [document],
		flies: grams.map((one, fly): TiedFly => ({
			fly,
			on: '2026-02-03',
			scaleStepG: 0.001,
			massG: Number(one.toFixed(3))
		}))
	});
	const run = body([massG, massG + less, massG + 0.001]);
	const [off, ...others] = offOf(run, 0);
	expect(others).toEqual([]);
	expect(off).toMatchObject({ fly: 1 });
	expect(off!.words).toMatch(/^Most likely a bead a step smaller, 2\.4 mm/);
	expect(runOff(run, 0)).toBeNull();
	const light = body([0.6 * massG, 0.6 * massG + 0.001, 0.6 * massG]);
	expect(offOf(light, 0)).toEqual([]);
	expect(runOff(light, 0)).toContain('was expected');
	// What a scale sees is said before anything lies on it.
	const before = body([]);
	expect(sightOf(before, 0, 0.1)).toMatch(/^In steps of 0.1 g .* nothing that usually goes wrong/);
	expect(sightOf(before, 0, 0.001)).toMatch(/noticed that is off by 0\.0\d\d g, such as a /);
	// Those that were weighed together stand for no single one.
	expect(
		chartOf({ ...run, flies: run.flies.map((one) => ({ ...one, together: 3 })) }, 0)
	).toBeNull();
});

test('an amount is said as the hand takes it, rounded up', () => {
	const said = (unit: Amount['unit'], total: number) =>
		amountWords({ part: 'body', words: '', unit, each: total, total, cut: null, mass: 0 });
	expect(said('pinches', 0.04)).toBe('half a pinch');
	expect(said('pinches', 0.9)).toBe('1 pinch');
	expect(said('pinches', 2.4)).toBe('2½ pinches');
	expect(said('strands', 1)).toBe('1 strand');
	expect(said('fibres', 11.2)).toBe('12 fibres');
	expect(said('m', 0.123)).toBe('13 cm');
	expect(said('m', 1.26)).toBe('1.3 m');
	inUnits({ ...METRIC, length: 'in' }, () => {
		expect(said('m', 0.123)).toBe('5 in');
		expect(said('m', 0.61)).toBe('2 ft');
	});
});
