import { expect, test } from 'vitest';
import type { JsonSchema } from '$lib/contract/fields';
import { components } from './answers';
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
