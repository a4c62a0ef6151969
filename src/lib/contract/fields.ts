import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
	ArrayMaxSize,
	Equals,
	IsArray,
	IsDefined,
	IsIn,
	IsInt,
	IsNumber,
	IsObject,
	IsString,
	IsUUID,
	Length,
	Matches,
	Max,
	Min,
	ValidateIf,
	ValidateNested
} from 'class-validator';
import type { QuantityField } from '$core/quantity/index';

/**
 * The kinds of field that documents and requests have. Each says once what is allowed: to
 * class-validator, which checks it in words, and in JSON Schema, which is served.
 */
export type JsonSchema = Readonly<Record<string, unknown>>;

interface FieldNote {
	readonly name: string;
	readonly required: boolean;
	readonly schema: () => JsonSchema;
}
const notes = new WeakMap<object, FieldNote[]>();

function field(
	schema: () => JsonSchema,
	checks: readonly PropertyDecorator[],
	required = true
): PropertyDecorator {
	return (target, key) => {
		checks.forEach((check) => check(target, key));
		const own = notes.get(target) ?? [];
		notes.set(target, [...own, { name: String(key), required, schema }]);
	};
}

/** JSON Schema (2020-12) of what a class accepts; fields of its base classes first. */
export function schemaOf(type: new () => object): JsonSchema {
	const fields: FieldNote[] = [];
	for (
		let prototype = type.prototype as object | null;
		prototype !== null;
		prototype = Object.getPrototypeOf(prototype) as object | null
	) {
		fields.unshift(...(notes.get(prototype) ?? []));
	}
	return {
		type: 'object',
		properties: Object.fromEntries(fields.map(({ name, schema }) => [name, schema()])),
		required: fields.filter(({ required }) => required).map(({ name }) => name),
		additionalProperties: false
	};
}

/** A number within what the field allows, in the document's unit (`unit` in SI). */
export function Quantity(quantity: QuantityField, unit = 1): PropertyDecorator {
	const [low, high] = quantity.possible;
	const kind = quantity.whole ? 'a whole number' : 'a number';
	const message = `${quantity.name} must be ${kind} from ${quantity.show(low)} to ${quantity.show(high)}.`;
	// Rounded as documents are, so that a value at the edge is in.
	const [least, most] = [low, high].map((n) => Number((n / unit).toFixed(8))) as [number, number];
	return field(
		() => ({
			type: quantity.whole ? 'integer' : 'number',
			minimum: least,
			maximum: most,
			description: `${quantity.name}, ${quantity.show(low)} to ${quantity.show(high)}`
		}),
		[
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(least, { message }),
			Max(most, { message }),
			...(quantity.whole ? [IsInt({ message })] : [])
		]
	);
}

export function Whole(
	name: string,
	[low, high]: readonly [number, number],
	optional = false
): PropertyDecorator {
	const message = `${name} must be a whole number from ${low} to ${high}.`;
	return field(
		() => ({ type: 'integer', minimum: low, maximum: high }),
		[...may(optional), IsInt({ message }), Min(low, { message }), Max(high, { message })],
		!optional
	);
}

/** A positive number, in what unit its use says. */
export function Positive(name: string, most: number, optional = false): PropertyDecorator {
	const message = `${name} must be a number above 0, at most ${most}.`;
	return field(
		() => ({ type: 'number', exclusiveMinimum: 0, maximum: most }),
		[
			...may(optional),
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(Number.MIN_VALUE, { message }),
			Max(most, { message })
		],
		!optional
	);
}

export function OneOf(name: string, values: readonly string[]): PropertyDecorator {
	return field(
		() => ({ type: 'string', enum: [...values] }),
		[IsIn(values, { message: `${name} must be one of ${values.join(', ')}.` })]
	);
}

export function Exactly(value: string | number, message: string): PropertyDecorator {
	return field(() => ({ const: value }), [Equals(value, { message })]);
}

export function Nested(
	name: string,
	type: () => new () => object,
	which: 'always' | 'or null' | 'optional' = 'always'
): PropertyDecorator {
	const message = `${name} is missing or is not an object.`;
	const schema = () =>
		which === 'or null' ? { anyOf: [schemaOf(type()), { type: 'null' }] } : schemaOf(type());
	return field(
		schema,
		[
			...(which === 'or null' ? [ValidateIf((_, value) => value !== null)] : []),
			...(which === 'optional' ? [IfGiven()] : [IsDefined({ message })]),
			IsObject({ message }),
			ValidateNested({ message }),
			Type(type)
		],
		which !== 'optional'
	);
}

export function Many(name: string, type: () => new () => object, most: number): PropertyDecorator {
	const message = `${name} must be a list of objects, at most ${most}.`;
	return field(
		() => ({ type: 'array', items: schemaOf(type()), maxItems: most }),
		[
			IsArray({ message }),
			ArrayMaxSize(most, { message }),
			IsObject({ each: true, message }),
			ValidateNested({ each: true, message }),
			Type(type)
		]
	);
}

export function Name(): PropertyDecorator {
	const message = 'The name must have 1 to 80 characters.';
	return field(
		() => ({ type: 'string', minLength: 1, maxLength: 80, pattern: '\\S' }),
		[IsString({ message }), Length(1, 80, { message }), Matches(/\S/, { message })]
	);
}

export function Id(
	message: string,
	which: 'always' | 'or null' | 'optional' = 'always'
): PropertyDecorator {
	const uuid = { type: 'string', format: 'uuid' };
	return field(
		() => (which === 'or null' ? { anyOf: [uuid, { type: 'null' }] } : uuid),
		[
			...may(which === 'optional'),
			...(which === 'or null' ? [ValidateIf((_, value) => (value ?? null) !== null)] : []),
			IsUUID('all', { message })
		],
		which === 'always'
	);
}

/** A map from known names to objects of one class, every name optional. */
export function MapOf(
	name: string,
	keys: readonly string[],
	type: () => new () => object
): PropertyDecorator {
	const message = `${name} must be an object whose fields are objects.`;
	return field(
		() => ({
			type: 'object',
			properties: Object.fromEntries(keys.map((key) => [key, schemaOf(type())])),
			additionalProperties: false
		}),
		[IfGiven(), IsObject({ message })],
		false
	);
}

/** class-validator's own IsOptional lets null pass too, which is another thing than nothing. */
const IfGiven = () => ValidateIf((_, value) => value !== undefined);
const may = (optional: boolean) => (optional ? [IfGiven()] : []);
