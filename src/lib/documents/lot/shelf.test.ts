import { joinedLedger } from './body';
import { expect, test } from 'vitest';
import { prior, valuesAt } from '$core/parameter/index';
import { buildFly, turnLength, type Recipe } from '$core/fly/index';
import type { LotBodyDocument } from './body';
import type { LotRow } from '../kinds';
import { costOf, shelfOf } from './shelf';

const median = valuesAt(prior);
let count = 0;
const lot = (body: Omit<LotBodyDocument, 'entries'>, amount: number, price?: number): LotRow => ({
	kind: 'lot',
	id: `lot-${++count}`,
	name: `Lot ${count}`,
	revision: 1,
	body: {
		...body,
		entries: [
			{ on: '2026-02-01', kind: 'bought', amount, ...(price === undefined ? {} : { price }) }
		]
	}
});
const beads = lot(
	{
		bead: { metal: 'tungsten', shape: 'round', diameterMm: 2.8 },
		measured: { pieces: 10, togetherG: 1.8 }
	},
	25,
	10
);
const spent = lot({ bead: { metal: 'brass', shape: 'round', diameterMm: 3.2 } }, 0);
const lead = lot({ coil: { metal: 'lead', wireInch: 0.015 }, measured: { wireMm: 0.39 } }, 4, 6);
const hooks = lot({ hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 1 } }, 50);
const wire = lot({ rib: { kind: 'copper', wireMm: 0.14 } }, 20, 4);
const lots = [beads, spent, lead, hooks, wire];

const recipe: Recipe = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'round', diameter: 2.8e-3 },
	coil: { metal: 'lead', wire: 0.015 * 0.0254, turns: 5 },
	dressing: { fullness: 'medium' }
};

test('the shelf is what is left, with its lots and what was measured of them', () => {
	const shelf = shelfOf(lots, true);
	expect(shelf.only).toBe(true);
	expect(shelf.beads).toEqual([
		{
			metal: 'tungsten',
			shape: 'round',
			diameter: 2.8e-3,
			lot: beads.id,
			weighed: expect.closeTo(0.18e-3, 9) as number
		}
	]);
	expect(shelf.coils).toMatchObject([{ metal: 'lead', lot: lead.id, measured: true }]);
	expect(shelf.coils[0]!.wire).toBeCloseTo(0.39e-3, 8);
	expect(shelf.hooks).toMatchObject([{ style: 'jig60', size: 12, wireX: 1, lot: hooks.id }]);
	// What each cost, of those that were bought with a price.
	expect(shelf.prices?.[beads.id]).toBe(0.4);
	expect(shelfOf([], false)).toEqual({ beads: [], coils: [], hooks: [], only: false, prices: {} });
});

test('a part costs what its lot cost a piece or a metre; unknown is unknown, none is nothing', () => {
	const build = buildFly(recipe, median);
	expect(costOf(build, 'bead', lots)).toBe(0.4);
	// The same make in the stock tells the price, whatever lot it is; no price is no nought.
	expect(costOf(build, 'hook', lots)).toBeNull();
	expect(costOf(build, 'coil', [beads])).toBeNull();
	const metres = 5 * turnLength(build.hook.wire, build.coil!.wire);
	expect(costOf(build, 'coil', lots)).toBeCloseTo(1.5 * metres, 6);
	expect(costOf(build, 'rib', lots)).toBeCloseTo(0.2 * build.dressed.ribLength, 9);
	const bare = buildFly({ ...recipe, bead: null, coil: null, rib: null }, median);
	for (const part of ['bead', 'coil', 'rib'] as const) expect(costOf(bare, part, lots)).toBe(0);
	// Taken from the lot itself, its measured wire is what is wound.
	const own = shelfOf(lots, false).coils[0]!;
	const wound = buildFly({ ...recipe, coil: { ...own, turns: 5 } }, median);
	expect(costOf(wound, 'coil', lots)! / costOf(build, 'coil', lots)!).toBeGreaterThan(1);
});

test('two runs that reserve alike on one day are two entries of a ledger; the same run twice is one', () => {
	const bought = { on: '2026-01-02', kind: 'bought', amount: 20 } as const;
	const reserved = (batchId: string) =>
		({ on: '2026-02-03', kind: 'reserved', amount: 7, batchId }) as const;
	const joined = joinedLedger([bought, reserved('a')], [bought, reserved('b')]);
	expect(joined).toEqual([bought, reserved('a'), reserved('b')]);
	expect(joinedLedger(joined, [bought, reserved('b')])).toEqual(joined);
});
