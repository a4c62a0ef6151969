import { Ajv2020 } from 'ajv/dist/2020.js';
import formats from 'ajv-formats';
import fc from 'fast-check';
import { expect, test } from 'vitest';
import { starterRecipe } from '$core/fly/index';
import { starterRig, withCast } from '$core/rig/index';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { rigToDocument } from '$lib/documents/rig/body';
import { schemaOf } from './fields';
import { parse } from './parse';
import { PredictRequest } from '$lib/api/requests';
import { documentFiles } from '$lib/documents/requests';

const ajv = new Ajv2020({ strict: false });
formats.default(ajv);
const recipe = recipeToDocument(starterRecipe);
const water = { depthM: 0.9, surfaceSpeedMs: 0.7, bed: 'cobble', zoneTopM: 0.15, approachM: 2.5 };
const upper = {
	name: 'Upper',
	recipe: starterRecipe,
	above: 0.5,
	dropper: 0.1,
	of: { diameter: 0.2e-3, material: 'nylon' }
} as const;
const documents = [
	[documentFiles.fly, { format: 'gravitas/fly', version: 0, name: 'Fly', body: { recipe } }],
	[
		documentFiles.river,
		{
			format: 'gravitas/river',
			version: 0,
			id: '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e01',
			name: 'River',
			body: { temperatureC: 9 },
			lies: [{ name: 'Lie', body: water }]
		}
	],
	[
		documentFiles.rig,
		{
			format: 'gravitas/rig',
			version: 0,
			name: 'Rig',
			body: rigToDocument(withCast(starterRig, [upper]))
		}
	],
	[
		documentFiles.lie,
		{
			format: 'gravitas/lie',
			version: 0,
			name: 'Lie',
			body: {
				...water,
				holdM: 2,
				depthFrom: 'guessed',
				notes: 'x',
				surveyedAtM3s: 3,
				residualDepthM: 0.2,
				timed: { overM: 3, runsS: [4, 4.2] }
			},
			river: { name: 'River', body: { temperatureC: 9, flowM3s: 3.4, depthExponent: 0.4 } }
		}
	],
	[PredictRequest, { fly: { recipe }, lie: { ...water, temperatureC: 9 } }]
] as const;

/** Every place in a document, as the keys that lead to it. */
function places(value: unknown, path: readonly string[] = []): readonly string[][] {
	const own = [...path];
	if (typeof value !== 'object' || value === null) return [own];
	return [own, ...Object.entries(value).flatMap(([key, below]) => places(below, [...path, key]))];
}
function changed(document: unknown, path: readonly string[], to: unknown): unknown {
	const copy = structuredClone(document) as Record<string, unknown>;
	let at = copy;
	for (const key of path.slice(0, -1)) at = at[key] as Record<string, unknown>;
	if (to === undefined) Reflect.deleteProperty(at, path.at(-1)!);
	else at[path.at(-1)!] = to;
	return JSON.parse(JSON.stringify(copy)) as unknown;
}

test('the schemas that are served and the checks that are made say the same (held against Ajv)', () => {
	for (const [type, document] of documents) {
		const valid = ajv.compile(schemaOf(type as new () => object));
		expect(valid(document), ajv.errorsText(valid.errors)).toBe(true);
		const anyPlace = fc.constantFrom(...places(document).filter((path) => path.length > 0));
		const anyValue = fc.oneof(
			fc.constantFrom(undefined, null, '', ' ', 'x'.repeat(81), [], {}, 0, -1, 1.5, 14, 1e9, true),
			fc.constantFrom('tungsten', 'jig60', 'gravel', '6f1d1f2c-5a37-4c1e-9d3b-0a8d6b1f2e01'),
			fc.double({ min: -5, max: 50, noNaN: true })
		);
		const extra = fc.constantFrom('', 'more');
		fc.assert(
			fc.property(anyPlace, anyValue, extra, (path, value, more) => {
				const broken = changed(document, more ? [...path.slice(0, -1), more] : path, value);
				expect([valid(broken), path, value]).toEqual([
					parse(type as new () => object, broken).ok,
					path,
					value
				]);
			}),
			{ numRuns: 1500 }
		);
	}
});
