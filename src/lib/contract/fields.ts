import 'reflect-metadata';
import { Transform, Type } from 'class-transformer';
import {
	ArrayMaxSize,
	ArrayMinSize,
	ArrayUnique,
	Equals,
	IsArray,
	IsBoolean,
	IsDefined,
	IsIn,
	IsInt,
	IsISO8601,
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
import { INVISIBLE, VISIBLE } from './names';
import { inUnits, METRIC, type QuantityField, questionAbout } from '$core/quantity/index';

/**
 * The kinds of field that documents and requests have. Each says once what is allowed: to
 * class-validator, which checks it in words, and in JSON Schema, which is served.
 */
export type JsonSchema = Readonly<Record<string, unknown>>;

interface FieldNote {
	readonly name: string;
	readonly required: boolean;
	readonly schema: () => JsonSchema;
	/** For a number that can be unlikely: its field, and the document's unit in SI. */
	readonly quantity?: { readonly field: QuantityField; readonly unit: number };
	readonly nested?: () => new () => object;
	/** Which fields there have to be for each value of this one. */
	readonly needs?: Needs;
}
/** Fields that go with a value, by the value. */
type Needs = Readonly<Record<string, readonly string[]>>;
/** Whether a field may be left out; a condition says of an object whether it has to be there. */
type Optional = boolean | ((object: object) => boolean);
const notes = new WeakMap<object, FieldNote[]>();

function field(
	schema: () => JsonSchema,
	checks: readonly PropertyDecorator[],
	required = true,
	more: Pick<FieldNote, 'quantity' | 'nested' | 'needs'> = {}
): PropertyDecorator {
	return (target, key) => {
		checks.forEach((check) => check(target, key));
		const own = notes.get(target) ?? [];
		notes.set(target, [...own, { name: String(key), required, schema, ...more }]);
	};
}

/** Fields of a class, those of its base classes first. */
function fieldsOf(type: new () => object): FieldNote[] {
	const fields: FieldNote[] = [];
	for (
		let prototype = type.prototype as object | null;
		prototype !== null;
		prototype = Object.getPrototypeOf(prototype) as object | null
	) {
		fields.unshift(...(notes.get(prototype) ?? []));
	}
	return fields;
}

/** A value that can be but hardly is: its place, and what was probably meant. */
export interface DocumentQuestion {
	readonly path: string;
	readonly question: string;
	readonly likely: string | null;
}

/** The questions about every unlikely number in a value that has been parsed as the class. */
export function questionsIn(type: new () => object, value: object, above = ''): DocumentQuestion[] {
	return fieldsOf(type).flatMap(({ name, quantity, nested }) => {
		const path = above ? `${above}.${name}` : name;
		const at = (value as Record<string, unknown>)[name];
		if (nested && typeof at === 'object' && at !== null) return questionsIn(nested(), at, path);
		if (!quantity || typeof at !== 'number') return [];
		// A document's numbers are in the units that its fields are named by.
		const asked = inUnits(METRIC, () => questionAbout(at * quantity.unit, quantity.field));
		return asked ? [{ path, question: asked.question, likely: asked.likely?.words ?? null }] : [];
	});
}

/** JSON Schema (2020-12) of what a class accepts; fields of its base classes first. */
export function schemaOf(type: new () => object): JsonSchema {
	const fields = fieldsOf(type);
	const conditions = fields.flatMap(({ name, needs = {} }) =>
		Object.entries(needs).map(([value, required]) => ({
			if: { properties: { [name]: { const: value } } },
			then: { required: [...required] }
		}))
	);
	return {
		type: 'object',
		properties: Object.fromEntries(fields.map(({ name, schema }) => [name, schema()])),
		required: fields.filter(({ required }) => required).map(({ name }) => name),
		additionalProperties: false,
		...(conditions.length > 0 && { allOf: conditions })
	};
}

/** A number within what the field allows, in the document's unit (`unit` in SI). */
export function Quantity(
	quantity: QuantityField,
	unit = 1,
	optional: Optional = false
): PropertyDecorator {
	const [low, high] = quantity.possible;
	const kind = quantity.whole ? 'a whole number' : 'a number';
	const range = inUnits(METRIC, () => `${quantity.show(low)} to ${quantity.show(high)}`);
	const message = `${quantity.name} must be ${kind} from ${range}.`;
	// Rounded as documents are, so that a value at the edge is in.
	const [least, most] = [low, high].map((n) => Number((n / unit).toFixed(8))) as [number, number];
	return field(
		() => ({
			type: quantity.whole ? 'integer' : 'number',
			minimum: least,
			maximum: most,
			description: `${quantity.name}, ${range}`
		}),
		[
			...may(optional),
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(least, { message }),
			Max(most, { message }),
			...(quantity.whole ? [IsInt({ message })] : [])
		],
		optional === false,
		{ quantity: { field: quantity, unit } }
	);
}

export function Whole(
	name: string,
	[low, high]: readonly [number, number],
	optional = false
): PropertyDecorator {
	const message = `${name} must be a whole number from ${low} to ${high}.`;
	return field(
		() => ({ type: 'integer', minimum: low, maximum: high, description: name }),
		[...may(optional), IsInt({ message }), Min(low, { message }), Max(high, { message })],
		!optional
	);
}

/** A positive number, in what unit its use says. */
export function Positive(name: string, most: number, optional = false): PropertyDecorator {
	const message = `${name} must be a number above 0, at most ${most}.`;
	return field(
		() => ({ type: 'number', exclusiveMinimum: 0, maximum: most, description: name }),
		[
			...may(optional),
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(Number.MIN_VALUE, { message }),
			Max(most, { message })
		],
		!optional
	);
}

/** A number within limits, in what unit its use says. */
export function Within(
	name: string,
	[low, high]: readonly [number, number],
	optional = false
): PropertyDecorator {
	const message = `${name} must be a number from ${low} to ${high}.`;
	return field(
		() => ({ type: 'number', minimum: low, maximum: high, description: name }),
		[
			...may(optional),
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(low, { message }),
			Max(high, { message })
		],
		!optional
	);
}

/** A count or a length in a ledger, of either sign. */
export function Amount(name: string): PropertyDecorator {
	const message = `${name} must be a number from −1000000 to 1000000.`;
	return field(
		() => ({ type: 'number', minimum: -1e6, maximum: 1e6, description: name }),
		[
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(-1e6, { message }),
			Max(1e6, { message })
		]
	);
}

/** A share of a whole, 0 to 1. */
export function Share(name: string): PropertyDecorator {
	const message = `${name} must be a number from 0 to 1.`;
	return field(
		() => ({ type: 'number', minimum: 0, maximum: 1, description: `${name}, 0 to 1` }),
		[
			IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
			Min(0, { message }),
			Max(1, { message })
		]
	);
}

/** A day that there is, as 2026-01-20. */
export function IsoDate(name: string, optional = false): PropertyDecorator {
	const message = `${name} must be a day such as 2026-01-20.`;
	const pattern = '^\\d{4}-(0[1-9]|1[0-2])-(0[1-9]|[12]\\d|3[01])$';
	return field(
		() => ({ type: 'string', pattern, format: 'date', description: `${name}, a day` }),
		[
			...may(optional),
			IsString({ message }),
			Matches(new RegExp(pattern), { message }),
			IsISO8601({ strict: true }, { message })
		],
		!optional
	);
}

export function OneOf(
	name: string,
	values: readonly string[],
	optional = false,
	needs?: Needs
): PropertyDecorator {
	return field(
		() => ({ type: 'string', enum: [...values], description: name }),
		[...may(optional), IsIn(values, { message: `${name} must be one of ${values.join(', ')}.` })],
		!optional,
		needs && { needs }
	);
}

/** Any of a few, each once. */
export function Several(name: string, values: readonly string[]): PropertyDecorator {
	const message = `${name} must be a list of ${values.join(', ')}, each at most once.`;
	return field(
		() => ({
			type: 'array',
			items: { type: 'string', enum: [...values] },
			uniqueItems: true,
			maxItems: values.length,
			description: name
		}),
		[
			IfGiven(),
			IsArray({ message }),
			ArrayUnique({ message }),
			IsIn(values, { each: true, message })
		],
		false
	);
}

export function YesNo(name: string, optional = false): PropertyDecorator {
	return field(
		() => ({ type: 'boolean', description: name }),
		[...may(optional), IsBoolean({ message: `${name} must be true or false.` })],
		!optional
	);
}

export function Exactly(value: string | number, message: string): PropertyDecorator {
	return field(
		() => ({ const: value, description: 'Says what this is' }),
		[Equals(value, { message })]
	);
}

export function Nested(
	name: string,
	type: () => new () => object,
	which:
		| 'always'
		| 'or null'
		| 'optional'
		| 'optional or null'
		| ((object: object) => boolean) = 'always'
): PropertyDecorator {
	const message = `${name} is missing or is not an object.`;
	const needed = typeof which === 'function' ? which : () => false;
	const nullable = typeof which === 'string' && which.endsWith('or null');
	const optional = typeof which === 'function' || which.startsWith('optional');
	const schema = () =>
		nullable
			? { anyOf: [schemaOf(type()), { type: 'null' }], description: name }
			: { ...schemaOf(type()), description: name };
	return field(
		schema,
		[
			// One condition: class-validator joins several with "or".
			...(nullable || optional
				? [
						ValidateIf(
							(object: object, value) =>
								!(nullable && value === null) &&
								!(optional && value === undefined && !needed(object))
						)
					]
				: []),
			...(optional ? [] : [IsDefined({ message })]),
			IsObject({ message }),
			ValidateNested({ message }),
			Type(type),
			Transform(({ value }: { value: unknown }) => asNow(value))
		],
		!optional,
		{ nested: type }
	);
}

/** A class that still reads what earlier versions wrote puts it where it stands now. */
function asNow(value: unknown): unknown {
	if (value instanceof Object && 'asNow' in value && typeof value.asNow === 'function')
		value.asNow();
	return value;
}

export function Many(
	name: string,
	type: () => new () => object,
	most: number,
	optional = false
): PropertyDecorator {
	const message = `${name} must be a list of objects, at most ${most}.`;
	return field(
		() => ({ type: 'array', items: schemaOf(type()), maxItems: most, description: name }),
		[
			...may(optional),
			IsArray({ message }),
			ArrayMaxSize(most, { message }),
			IsObject({ each: true, message }),
			ValidateNested({ each: true, message }),
			Type(type),
			Transform(({ value }: { value: unknown }) => {
				if (Array.isArray(value)) value.forEach(asNow);
				return value;
			})
		],
		!optional
	);
}

/** A list of numbers of the same kind, at least one. */
export function Numbers(
	name: string,
	[low, high]: readonly [number, number],
	most: number
): PropertyDecorator {
	const message = `${name} must be a list of 1 to ${most} numbers from ${low} to ${high}.`;
	return field(
		() => ({
			type: 'array',
			items: { type: 'number', minimum: low, maximum: high },
			minItems: 1,
			maxItems: most,
			description: name
		}),
		[
			IsArray({ message }),
			ArrayMinSize(1, { message }),
			ArrayMaxSize(most, { message }),
			IsNumber({ allowNaN: false, allowInfinity: false }, { each: true, message }),
			Min(low, { each: true, message }),
			Max(high, { each: true, message })
		]
	);
}

/** Words of a person's own, or nothing. */
export function Text(name: string, most: number): PropertyDecorator {
	const message = `${name} must be text of at most ${most} characters.`;
	return field(
		() => ({ type: 'string', maxLength: most, description: name }),
		[IfGiven(), IsString({ message }), Length(0, most, { message })],
		false
	);
}

/** Words that have to be there. */
export function Sentence(name: string, most: number): PropertyDecorator {
	const message = `${name} must be text of 1 to ${most} characters.`;
	return field(
		() => ({ type: 'string', minLength: 1, maxLength: most, description: name }),
		[IsString({ message }), Length(1, most, { message })]
	);
}

export function Name(): PropertyDecorator {
	const message = 'The name must have 1 to 80 characters.';
	return field(
		() => ({
			type: 'string',
			minLength: 1,
			maxLength: 80,
			description: 'The name',
			allOf: [{ pattern: '\\S' }, { pattern: VISIBLE }]
		}),
		[
			IsString({ message }),
			Length(1, 80, { message }),
			Matches(/\S/, { message }),
			Matches(new RegExp(VISIBLE, 'u'), { message: INVISIBLE })
		]
	);
}

/** Some of a closed list, in an order that says something, each as often as it likes. */
export function Sequence(name: string, values: readonly string[], most: number): PropertyDecorator {
	const message = `${name} must be a list of at most ${most} of ${values.join(', ')}.`;
	return field(
		() => ({ type: 'array', maxItems: most, items: { enum: [...values] }, description: name }),
		[
			IfGiven(),
			IsArray({ message }),
			ArrayMaxSize(most, { message }),
			IsIn(values, { each: true, message })
		],
		false
	);
}

/** Text of a fixed form. @param form its whole, as a regular expression without flags */
export function Formed(name: string, form: RegExp, words: string): PropertyDecorator {
	const message = `${name} must be ${words}.`;
	return field(
		() => ({ type: 'string', pattern: form.source, description: `${name}, ${words}` }),
		[IfGiven(), IsString({ message }), Matches(form, { message })],
		false
	);
}

export function Id(
	message: string,
	which: 'always' | 'or null' | 'optional' = 'always'
): PropertyDecorator {
	const uuid = { type: 'string', format: 'uuid', description: 'The id of a document' };
	return field(
		() =>
			which === 'or null'
				? { anyOf: [uuid, { type: 'null' }], description: 'The id of a document, or null' }
				: uuid,
		[
			...may(which === 'optional'),
			...(which === 'or null' ? [ValidateIf((_, value) => (value ?? null) !== null)] : []),
			IsUUID('all', { message })
		],
		which === 'always'
	);
}

/** Documents of a kind, each once; none is fine. */
export function Ids(name: string, most: number): PropertyDecorator {
	const message = `${name} must be a list of at most ${most} ids, each once.`;
	return field(
		() => ({
			type: 'array',
			items: { type: 'string', format: 'uuid' },
			uniqueItems: true,
			maxItems: most,
			description: name
		}),
		[
			IsArray({ message }),
			ArrayMaxSize(most, { message }),
			ArrayUnique({ message }),
			IsUUID('all', { each: true, message })
		]
	);
}

/** A document of one of several kinds; which it has to be is checked where the kind is known. */
export function Document(name: string, types: () => readonly (new () => object)[]) {
	const message = `${name} must be an object.`;
	return field(
		() => ({ anyOf: types().map(schemaOf), description: name }),
		[IfGiven(), IsObject({ message })],
		false
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
			properties: Object.fromEntries(
				keys.map((key) => [key, { ...schemaOf(type()), description: `${name}: ${key}` }])
			),
			additionalProperties: false,
			description: name
		}),
		[IfGiven(), IsObject({ message })],
		false
	);
}

/** class-validator's own IsOptional lets null pass too, which is another thing than nothing. */
const IfGiven = (needed: (object: object) => boolean = () => false) =>
	ValidateIf((object: object, value) => value !== undefined || needed(object));
const may = (optional: Optional) =>
	optional === false ? [] : [optional === true ? IfGiven() : IfGiven(optional)];

/** A value of a closed list. */
export const isOneOf = <T extends string>(values: readonly T[], value: unknown): value is T =>
	(values as readonly unknown[]).includes(value);
