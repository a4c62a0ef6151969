import { expect, test } from 'vitest';
import { predict } from '$core/predict/index';
import { partNames, starterRecipe } from '$core/fly/index';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { LotRow } from '$lib/documents/kinds';
import { isLow, joinedLedger, leftOf, priceEach, weighedEach } from '$lib/documents/lot/body';
import { lotsOf, partsFrom, withLot } from '$lib/documents/lot/from-stock';
import { parse } from '$lib/contract/parse';
import { documentsIn } from './store/import';
import { checkContent } from './store/content';
import { Refusal } from './store/index';
import { lotsFromCsv, stockAsCsv } from './stock-csv';
import { documentRequests } from '$lib/documents/requests';

const TODAY = '2026-02-01';
const beads: LotRow = {
	kind: 'lot',
	id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e04',
	name: '=Grey tin, "slotted"',
	revision: 3,
	body: {
		bead: { metal: 'tungsten', shape: 'round', diameterMm: 2.8 },
		measured: { pieces: 25, togetherG: 4.6 },
		entries: [
			{ on: '2026-01-02', kind: 'bought', amount: 50, price: 20 },
			{ on: '2026-01-09', kind: 'used', amount: 12 },
			{ on: '2026-01-10', kind: 'returned', amount: 2 },
			{ on: '2026-01-11', kind: 'corrected', amount: -1 }
		],
		lowAt: 40
	}
};
const refused = (work: () => unknown): [number, string] => {
	try {
		work();
	} catch (error) {
		if (error instanceof Refusal) return [error.status, error.message];
	}
	return [0, 'not refused'];
};

test('the ledger: the count is the sum, the price that of what was bought, low when no more is left', () => {
	expect(leftOf(beads.body)).toBe(39);
	expect(priceEach(beads.body)).toBe(0.4);
	expect(isLow(beads.body)).toBe(true);
	expect(weighedEach(beads.body)).toBeCloseTo(0.184, 9);
});

test('the ledger only grows, and a lot is of one material', () => {
	const content = (body: LotRow['body']) => ({ name: beads.name, body });
	const more = [...beads.body.entries, { on: TODAY, kind: 'used' as const, amount: 3 }];
	expect(() => checkContent('lot', content({ ...beads.body, entries: more }), beads)).not.toThrow();
	const rewritten = [{ ...more[0]!, amount: 60 }, ...more.slice(1)];
	expect(
		refused(() => checkContent('lot', content({ ...beads.body, entries: rewritten }), beads))[0]
	).toBe(409);
	expect(
		refused(() => checkContent('lot', content({ ...beads.body, entries: [] }), beads))[0]
	).toBe(409);
	const both = { ...beads.body, thread: { denier: 70 } };
	expect(refused(() => checkContent('lot', content(both), null))[0]).toBe(422);
	expect(refused(() => checkContent('lot', content({ entries: [] }), null))[0]).toBe(422);
	// A minus would turn the word round: “used −5” added five.
	for (const kind of ['bought', 'used', 'returned', 'reserved'] as const) {
		const entries = [...beads.body.entries, { on: TODAY, kind, amount: -5 }];
		const [status, words] = refused(() =>
			checkContent('lot', content({ ...beads.body, entries }), beads)
		);
		expect([status, words]).toEqual([422, expect.stringContaining(`“${kind} -5”`)]);
		// One that stands here from before is no reason to refuse the next.
		const old = { ...beads, body: { ...beads.body, entries } };
		expect(() => checkContent('lot', content(old.body), old)).not.toThrow();
	}
	const corrected = [...beads.body.entries, { on: TODAY, kind: 'corrected' as const, amount: -5 }];
	expect(() =>
		checkContent('lot', content({ ...beads.body, entries: corrected }), beads)
	).not.toThrow();
});

test('the stock as a table: out and in again changes nothing, a new count becomes a correction', () => {
	// Spreadsheets must not run a name that begins like a formula.
	expect(stockAsCsv([beads])).toContain("'=Grey tin");
	const [back] = lotsFromCsv('stock.csv', stockAsCsv([beads]), [beads], TODAY);
	expect(documentsIn('stock.csv', back!.raw)).toMatchObject([
		{ kind: 'lot', id: beads.id, name: beads.name, body: beads.body }
	]);

	// What has its name, but is of another material, is another lot.
	const wire: LotRow = {
		...beads,
		id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e05',
		body: { coil: { metal: 'lead', wireInch: 0.015 }, entries: [] }
	};
	const [beside] = lotsFromCsv('stock.csv', stockAsCsv([beads]), [wire], TODAY);
	expect(documentsIn('stock.csv', beside!.raw)[0]!.id).not.toBe(wire.id);

	const recounted = stockAsCsv([beads]).replace(',39,', ',30,');
	const [again] = lotsFromCsv('stock.csv', recounted, [beads], TODAY);
	const [changed] = documentsIn('x', again!.raw);
	const { entries } = changed!.body as LotRow['body'];
	expect(entries.slice(0, 4)).toEqual(beads.body.entries);
	expect(entries[4]).toEqual({ on: TODAY, kind: 'corrected', amount: -9 });
});

test('a pasted table is read as tiers write it; what is wrong is said with its row and column', () => {
	const paste = [
		'Material\tName\tMetal\tShape\tBead mm\tCoil in\tDenier\tLeft\tPrice each',
		'bead\tSeven sixty-fourths\tTungsten\tslotted\t7/64\t\t\t25\t0.5',
		'coil\tFifteen\tlead-free\t\t\t15\t\t3\t',
		'thread\tOlive\t\t\t\t\t8/0\t100\t'
	].join('\n');
	const lots = lotsFromCsv('pasted.csv', paste, [], TODAY).flatMap(({ raw }) =>
		documentsIn('x', raw)
	);
	expect(lots.map(({ body }) => body)).toMatchObject([
		{
			bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
			entries: [{ kind: 'bought', amount: 25, price: 12.5 }]
		},
		{ coil: { metal: 'leadFree', wireInch: 0.015 } },
		{ thread: { denier: 70 } }
	]);
	const wrong = (text: string) => refused(() => lotsFromCsv('p.csv', text, [], TODAY));
	expect(wrong('name,left\nx,3')[1]).toContain('“material” is not among them');
	expect(wrong('material,name,colour\nbead,x,red')[1]).toContain('“colour” is not known');
	expect(wrong('material,name,bead_mm\nbead,x,28')[1]).toContain('row 2, bead_mm');
	expect(wrong('material,name\nfloat,x')[1]).toContain('must be one of hook');
	expect(wrong('material,name,denier,left\nthread,x,70,many')[1]).toContain('“many” is no number');
	const [low] = lotsFromCsv('p.csv', 'material,name,denier,left\nthread,x,70,-2', [], TODAY);
	expect(documentsIn('x', low!.raw)[0]!.body).toMatchObject({
		entries: [{ kind: 'corrected', amount: -2 }]
	});
	const [wide] = lotsFromCsv('p.csv', 'material,name,kind\ndressing,x,\u202eherl', [], TODAY);
	expect(refused(() => documentsIn(wide!.source, wide!.raw, wide!.columnOf))[1]).toMatch(
		/^p.csv, row 2, kind: It has a character that cannot be seen/
	);
});

test('a weighed lot makes the fly that is tied from it surer, and leaves the nominal one alone', () => {
	const lie = { depth: 0.9, surfaceSpeed: 0.7, bed: 'gravel', zoneTop: 0.2, approach: 3 } as const;
	const recipe = recipeToDocument(starterRecipe);
	const width = (document: typeof recipe) => {
		const { mass } = predict(recipeFromDocument(document), lie, 10);
		return Math.log(mass.high / mass.low);
	};
	const taken = withLot(recipe, beads, 'bead');
	expect(taken.bead).toMatchObject({ lot: beads.id, weighedG: 0.184 });
	expect(width(taken)).toBeLessThan(0.85 * width(recipe));
	const wire: LotRow = {
		...beads,
		body: { coil: { metal: 'lead', wireInch: 0.015 }, measured: { wireMm: 0.37 }, entries: [] }
	};
	expect(
		withLot({ ...recipe, coil: { metal: 'leadFree', wireInch: 0.02, turns: 5 } }, wire, 'coil')
	).toMatchObject({ coil: { metal: 'lead', turns: 5, measured: true, lot: wire.id } });
});

test('a ledger that was kept in two places is joined: nothing is lost, nothing counted twice', () => {
	const [bought, used, ...later] = beads.body.entries;
	const other = [bought!, used!, { on: '2026-01-12', kind: 'used' as const, amount: 5 }, used!];
	const joined = joinedLedger([bought!, used!, ...later], other);
	expect(joined).toEqual([bought, used, ...later, other[2], used]);
	expect(joinedLedger(joined, other)).toEqual(joined);
	expect(joinedLedger(joined, [])).toEqual(joined);
});

test('every part can be made from the stock, and the fly can be kept', () => {
	const lot = (body: Omit<LotRow['body'], 'entries'>): LotRow => ({
		...beads,
		body: { ...body, entries: [] }
	});
	const lots: LotRow[] = [
		lot({ hook: { style: 'curved', size: 10, lengthX: 0, wireX: 1 } }),
		beads,
		lot({ coil: { metal: 'copper', wireInch: 0.02 } }),
		lot({ thread: { denier: 140 } }),
		lot({ rib: { kind: 'brass', wireMm: 0.18 } }),
		lot({ dressing: { kind: 'feather' } }),
		lot({ dressing: { kind: 'herl' } }),
		lot({ dressing: { kind: 'wool' } }),
		lot({ dressing: { kind: 'stiff hackle' } }),
		lot({ dressing: { kind: 'constructor' } }),
		lot({ finish: { kind: 'resin' } })
	];
	const made = new Set<string>();
	for (const row of lots) {
		for (const part of partsFrom(row)) {
			made.add(part);
			const recipe = withLot(recipeToDocument(starterRecipe), row, part);
			expect(lotsOf(recipeFromDocument(recipe), part), `${part}`).toEqual([row.id]);
			const parsed = parse(documentRequests.fly, { name: 'Any', body: { recipe } });
			expect(parsed.ok ? [] : parsed.errors).toEqual([]);
		}
	}
	expect([...made].sort()).toEqual([...partNames].sort());
	const herl = withLot(recipeToDocument(starterRecipe), lots[6]!, 'body');
	expect(herl.body).toMatchObject({ kind: 'herl', lot: beads.id });
	expect(withLot(herl, lots[10]!, 'finish').finish).toMatchObject({ resin: 1, glue: 1 });
});
