import Papa from 'papaparse';
import { expect, test } from 'vitest';
import { without } from '$core/quantity/index';
import { starterRecipe } from '$core/fly/index';
import type { EntryBodyDocument } from '$lib/documents/entry/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import type { EntryRow, LotRow } from '$lib/documents/kinds';
import type { LotBodyDocument } from '$lib/documents/lot/body';
import { logAsCsv } from './log-csv';
import { stockAsCsv } from './stock-csv';

/** What stands in a row of a table; whatever is not named there is empty. */
function said(text: string): Record<string, string> {
	const { data, errors } = Papa.parse<Record<string, string>>(text.trimEnd(), { header: true });
	expect(errors).toEqual([]);
	expect(data).toHaveLength(1);
	return Object.fromEntries(Object.entries(data[0]!).filter(([, value]) => value !== ''));
}

const entries = [{ on: '2026-02-03', kind: 'bought' as const, amount: 20, price: 5 }];
const lot = (body: Omit<LotBodyDocument, 'entries'>): LotRow => ({
	kind: 'lot',
	id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e07',
	name: 'The tin',
	revision: 1,
	body: { ...body, entries }
});
const ofAll = { name: 'The tin', left: '20', price_each: '0.25' };

test.each<[Omit<LotBodyDocument, 'entries'>, Record<string, string>]>([
	[
		{ hook: { style: 'jig60', size: 14, lengthX: 1, wireX: -1, eye: 'inPlane' }, lowAt: 5 },
		{
			material: 'hook',
			style: 'jig60',
			size: '14',
			length_x: '1',
			wire_x: '-1',
			eye: 'inPlane',
			low_at: '5'
		}
	],
	[
		{
			bead: { metal: 'tungsten', shape: 'slotted', diameterMm: 2.8 },
			measured: { pieces: 10, togetherG: 1.4 }
		},
		{
			material: 'bead',
			metal: 'tungsten',
			shape: 'slotted',
			bead_mm: '2.8',
			weighed_pieces: '10',
			weighed_g: '1.4'
		}
	],
	[
		{ coil: { metal: 'lead', wireInch: 0.015 }, measured: { wireMm: 0.383 } },
		{ material: 'coil', metal: 'lead', coil_in: '0.015', wire_mm: '0.383' }
	],
	[{ thread: { denier: 70 } }, { material: 'thread', denier: '70' }],
	[{ rib: { kind: 'copper', wireMm: 0.14 } }, { material: 'rib', rib_mm: '0.14', kind: 'copper' }],
	[{ dressing: { kind: 'herl' } }, { material: 'dressing', kind: 'herl' }],
	[{ finish: { kind: 'resin' } }, { material: 'finish', kind: 'resin' }]
])('of a lot %j stands what it is of, and nothing else', (body, row) => {
	expect(said(stockAsCsv([lot(body)]))).toEqual({ ...row, ...ofAll });
});

const recipe = recipeToDocument(starterRecipe);
const entry = (body: object): EntryRow => ({
	kind: 'entry',
	id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e08',
	name: 'An entry',
	revision: 1,
	body: { at: Date.UTC(2026, 1, 3, 9), ...body } as EntryBodyDocument
});
const ofEach = {
	id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e08',
	name: 'An entry',
	at: '2026-02-03T09:00:00.000Z'
};

test('of a weighing and of a drop stands what was read, and of the other nothing', () => {
	const weighing = { of: 'fly', recipe, count: 1, massG: 0.213, scaleStepG: 0.001 };
	const row = said(logAsCsv([entry({ weighing, note: 'damp' })]));
	expect(JSON.parse(row.recipe_json!)).toEqual(recipe);
	expect(without(row, 'recipe_json')).toEqual({
		...ofEach,
		log_entry: 'weighing',
		note: 'damp',
		weighed: 'fly',
		count: '1',
		mass_g: '0.213',
		scale_step_g: '0.001'
	});
	const drop = {
		recipe,
		wet: 'fresh',
		temperatureC: 12,
		distanceM: 0.6,
		runsS: [1.42, 1.5],
		reactionS: 0.1
	};
	const expected = { value: 1.4, low: 1.1, high: 1.9 };
	const timed = said(logAsCsv([entry({ drop, expected })]));
	expect(without(timed, 'recipe_json')).toEqual({
		...ofEach,
		log_entry: 'drop',
		expected: '1.4',
		expected_low: '1.1',
		expected_high: '1.9',
		wet: 'fresh',
		temperature_c: '12',
		distance_m: '0.6',
		runs_s: '1.42 1.5',
		reaction_s: '0.1'
	});
});
