import fc from 'fast-check';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { starterRig } from '$core/rig/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigToDocument } from '$lib/documents/rig/body';
import type { EntryRow } from '$lib/documents/kinds';
import type { LieBodyDocument } from '$lib/documents/lie/body';
import {
	entryFault,
	sights,
	weighedThings,
	type EntryBodyDocument
} from '$lib/documents/entry/body';
import { isVisible } from '$lib/contract/names';
import { parse } from '$lib/contract/parse';
import { entriesFromCsv, isLogCsv, logAsCsv, logColumnOf } from './log-csv';
import { documentsIn } from './store/import';
import { documentFiles } from '$lib/documents/requests';

const recipe = recipeToDocument({
	...starterRecipe,
	coil: { metal: 'lead', wire: 0.0004, turns: 3 }
});
const lie: LieBodyDocument = {
	depthM: 0.9,
	surfaceSpeedMs: 0.7,
	bed: 'gravel',
	zoneTopM: 0.2,
	approachM: 3,
	notes: 'under the “old” ash,\nleft'
};
const some = (max: number) => fc.double({ min: 1e-6, max, noNaN: true });
const text = (maxLength: number) =>
	fc.string({ minLength: 1, maxLength, unit: 'grapheme' }).filter((s) => s.trim() === s);
const name = text(80).filter(isVisible);
const maybe = <T>(of: fc.Arbitrary<T>) => fc.option(of, { nil: undefined });

const weighing = fc.record({
	of: fc.constantFrom(...weighedThings),
	recipe: fc.constant(recipe),
	count: fc.integer({ min: 1, max: 1000 }),
	massG: some(1000),
	scaleStepG: some(10),
	lengthM: some(100)
});
const drop = fc.record({
	recipe: fc.constant(recipe),
	wet: fc.constantFrom('soaked' as const, 'fresh' as const),
	temperatureC: fc.integer({ min: 0, max: 35 }),
	distanceM: some(20),
	reactionS: some(5),
	runsS: fc.array(fc.double({ min: 0.01, max: 600, noNaN: true }), { minLength: 1, maxLength: 9 }),
	tippetMm: maybe(some(1)),
	gates: maybe(fc.boolean())
});
const outing = fc.record({
	recipe: fc.constant(recipe),
	lie: fc.constant(lie),
	lieName: name,
	lieKey: text(99),
	rig: fc.constant(rigToDocument(starterRig)),
	rigName: name,
	fish: fc.boolean(),
	temperatureC: fc.integer({ min: 0, max: 35 }),
	saw: fc.constantFrom(...sights),
	flowM3s: maybe(some(1e4)),
	fit: maybe(
		fc.constant({ model: 3, logOdds: -1.25, slopes: [{ parameter: 'water.depth', slope: 0.5 }] })
	)
});
const body = fc
	.record({
		at: fc.integer({ min: 1, max: 4e12 }),
		inner: fc.oneof(
			weighing.map((weighing) => ({ weighing })),
			drop.map((drop) => ({ drop })),
			outing.map((outing) => ({ outing })),
			text(99).map((of) => ({ exclusion: { of } })),
			text(99).map((score) => ({ reset: { score } }))
		),
		more: fc.record({
			excluded: maybe(fc.constant(true)),
			note: maybe(text(200)),
			expected: maybe(fc.record({ value: some(1e3), low: some(1e3), high: some(1e3) }))
		})
	})
	.map(({ at, inner, more }) => ({ at, ...inner, ...more }) as EntryBodyDocument);

test('whatever the log holds, its table reads back exactly', () => {
	fc.assert(
		fc.property(fc.array(fc.tuple(fc.uuid(), name, body), { maxLength: 4 }), (all) => {
			const rows = all.map(([id, name, its]): EntryRow => ({
				kind: 'entry',
				id,
				name,
				revision: 1,
				// As it comes from the database: what is undefined is not there.
				body: JSON.parse(JSON.stringify(its)) as EntryBodyDocument
			}));
			const table = logAsCsv(rows);
			expect(isLogCsv(table)).toBe(true);
			const back = entriesFromCsv('log.csv', table).map(({ raw }) => {
				const parsed = parse(documentFiles.entry, JSON.parse(JSON.stringify(raw)));
				if (!parsed.ok) throw new Error(JSON.stringify(parsed.errors));
				return JSON.parse(JSON.stringify(parsed.value)) as EntryRow;
			});
			expect(back.map(({ id, name, body: its }) => ({ id, name, body: its }))).toEqual(
				rows.map(({ id, name, body: its }) => ({ id, name, body: its }))
			);
			expect(rows.every((row) => entryFault(row.body) === null)).toBe(true);
		})
	);
});

test('a table that is wrong is said with its row and its column', () => {
	const row = (line: string) => () =>
		entriesFromCsv('log.csv', `log_entry,name,at,mass_g\r\n${line}\r\n`);
	expect(row('weighing,x,2026-01-01T00:00:00Z,heavy')).toThrow(
		'row 2, mass_g: “heavy” is no number'
	);
	expect(row('guess,x,2026-01-01T00:00:00Z,1')).toThrow(
		'row 2, log_entry: must be one of weighing'
	);
	expect(row('weighing,x,yesterday,1')).toThrow('row 2, at: must be a date and time');
	expect(row('weighing,"x" y,2026-01-01T00:00:00Z,1')).toThrow('row 2: a quotation mark');
	expect(row('weighing,x,2026-01-01T00:00:00Z,1,2')).toThrow('row 2: has more cells');
	expect(row('weighing,x\0,2026-01-01T00:00:00Z,1')).toThrow('row 2, name: has characters');
	const cell = (json: string) => () =>
		entriesFromCsv(
			'log.csv',
			`log_entry,at,recipe_json\r\ndrop,2026-01-01T00:00:00Z,"${json.replaceAll('"', '""')}"`
		);
	expect(cell('{"a":'.repeat(5000))).toThrow('row 2, recipe_json is nested deeper');
	expect(cell('{"__proto__": {}}')).toThrow('row 2, recipe_json: __proto__: a field may not');
	expect(cell('{')).toThrow('row 2, recipe_json is not readable as JSON');
	// What the contract's classes find is said by its column too.
	const [one] = entriesFromCsv(
		'log.csv',
		'log_entry,name,at,weighed,count,mass_g,scale_step_g,recipe_json\r\n' +
			`weighing,x,2026-01-01T00:00:00Z,fly,0,"0,2",0.01,"${JSON.stringify(recipe).replaceAll('"', '""')}"\r\n`
	);
	expect(() => documentsIn(one!.source, one!.raw, one!.columnOf)).toThrow(
		/^log.csv, row 2, count: The count must be a whole number/
	);
	for (const [path, column] of [
		['body.drop.recipe.hook.size', 'recipe_json'],
		['body.drop.runsS.2', 'runs_s'],
		['body.outing.flowM3s', 'flow_m3s'],
		['body.outing.fit.slopes.0.parameter', 'fit_json'],
		['body.expected.low', 'expected_low'],
		['body.exclusion.of', 'exclusion_of'],
		['name', 'name']
	] as const) {
		expect(logColumnOf(path)).toBe(column);
	}
	expect(() => entriesFromCsv('log.csv', 'log_entry,colour\r\nweighing,red\r\n')).toThrow(
		'“colour” is not known'
	);
});
