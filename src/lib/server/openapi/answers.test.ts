import { expect, test } from 'vitest';
import type { JsonSchema } from '$lib/contract/fields';
import { components } from './answers';
import { openApi } from './index';
import { operations } from './operations';

/** Places of a schema's fields that do not say what they are. */
function undescribed(schema: JsonSchema, path: string): string[] {
	const { properties, items, anyOf } = schema as {
		properties?: Record<string, JsonSchema>;
		items?: JsonSchema;
		anyOf?: JsonSchema[];
	};
	return [
		...Object.entries(properties ?? {}).flatMap(([name, field]) => [
			...(typeof field.description === 'string' ? [] : [`${path}.${name}`]),
			...undescribed(field, `${path}.${name}`)
		]),
		...(items ? undescribed(items, `${path}[]`) : []),
		...(anyOf ?? []).flatMap((one) => undescribed(one, path))
	];
}

test('every field of every answer and of every request says what it is; numbers say their unit', () => {
	for (const [name, schema] of Object.entries(components)) {
		expect(undescribed(schema, name)).toEqual([]);
	}
	for (const { path, body } of operations) {
		if (body) expect(undescribed(body.schema, path)).toEqual([]);
	}
	const units = /, |0 to 1|degrees|count|drifts|points|looked at|written|version|number|unit/;
	const numbers = (schema: JsonSchema): string[] => {
		const { properties, items, anyOf, type, description } = schema as Record<string, never>;
		return [
			...(type === 'number' ? [String(description)] : []),
			...Object.values<JsonSchema>(properties ?? {}).flatMap(numbers),
			...(items ? numbers(items) : []),
			...((anyOf ?? []) as JsonSchema[]).flatMap(numbers)
		];
	};
	for (const name of ['Prediction', 'Match']) {
		for (const words of numbers(components[name]!)) expect(words).toMatch(units);
	}
});

/** What a description says, each thing once: 2 MB otherwise, since every request spells its fly out. */
function promises(node: unknown, name: string, found: Set<string>): Set<string> {
	if (Array.isArray(node)) for (const one of node) promises(one, name, found);
	else if (node && typeof node === 'object') {
		const said = Object.entries(node).filter(([, value]) => typeof value !== 'object');
		if (said.length > 0) found.add(`${name}: ${JSON.stringify(Object.fromEntries(said))}`);
		for (const [key, value] of Object.entries(node)) promises(value, key, found);
		const { required, enum: kinds } = node as { required?: unknown; enum?: unknown };
		for (const list of [required, kinds])
			if (Array.isArray(list)) found.add(`${name}: ${list.join(', ')}`);
	}
	return found;
}

test('what is promised to others stands in docs/api.txt: a change is seen there (npm run unit -- -u writes it)', async () => {
	const { paths, components: schemas, openapi, info } = openApi;
	const lines = promises({ openapi, info, paths, schemas }, 'API', new Set());
	await expect(`${[...lines].join('\n')}\n`).toMatchFileSnapshot('../../../../docs/api.txt');
});
