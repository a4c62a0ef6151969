import 'reflect-metadata';
import { Type } from 'class-transformer';
import {
	Equals,
	IsDefined,
	IsIn,
	IsInt,
	IsNumber,
	IsObject,
	IsOptional,
	IsString,
	IsUUID,
	Length,
	Matches,
	Max,
	Min,
	ValidateIf,
	ValidateNested
} from 'class-validator';
import {
	beadMetals,
	beadShapes,
	coilMetals,
	fullnesses,
	hookStyles,
	type BeadMetal,
	type BeadShape,
	type CoilMetal,
	type Fullness,
	type HookStyle
} from '$core/fly/index';
import {
	approachField,
	beadDiameterField,
	coilWireField,
	depthField,
	HOOK_SIZE_RANGE,
	INCH,
	MILLIMETRE,
	speedField,
	temperatureField,
	turnsField,
	X_STEP_RANGE,
	zoneField,
	type QuantityField
} from '$core/quantity/index';
import { beds, type Bed } from '$core/water/index';
import { DOCUMENT_VERSION } from './documents';

/** A number within what the field allows, in the document's unit (`unit` in SI). */
function Quantity(field: QuantityField, unit = 1): PropertyDecorator {
	const [low, high] = field.possible;
	const kind = field.whole ? 'a whole number' : 'a number';
	const message = `${field.name} must be ${kind} from ${field.show(low)} to ${field.show(high)}.`;
	const slack = 1e-9;
	const checks = [
		IsNumber({ allowNaN: false, allowInfinity: false }, { message }),
		Min(low / unit - slack, { message }),
		Max(high / unit + slack, { message }),
		...(field.whole ? [IsInt({ message })] : [])
	];
	return (target, key) => checks.forEach((check) => check(target, key as string));
}

function Whole(name: string, [low, high]: readonly [number, number]): PropertyDecorator {
	const message = `${name} must be a whole number from ${low} to ${high}.`;
	const checks = [IsInt({ message }), Min(low, { message }), Max(high, { message })];
	return (target, key) => checks.forEach((check) => check(target, key as string));
}

function OneOf(name: string, values: readonly string[]): PropertyDecorator {
	return IsIn(values, { message: `${name} must be one of ${values.join(', ')}.` });
}

function Nested(name: string, type: () => new () => object, orNull = false): PropertyDecorator {
	const message = `${name} is missing or is not an object.`;
	const checks = [
		...(orNull ? [ValidateIf((_, value) => value !== null)] : []),
		IsDefined({ message }),
		IsObject({ message }),
		ValidateNested({ message }),
		Type(type)
	];
	return (target, key) => checks.forEach((check) => check(target, key as string));
}

function Name(): PropertyDecorator {
	const message = 'The name must have 1 to 80 characters.';
	const checks = [IsString({ message }), Length(1, 80, { message }), Matches(/\S/, { message })];
	return (target, key) => checks.forEach((check) => check(target, key as string));
}

class HookRequest {
	@OneOf('Hook style', hookStyles) style!: HookStyle;
	@Whole('Hook size', HOOK_SIZE_RANGE) size!: number;
	@Whole('Hook length', X_STEP_RANGE) lengthX!: number;
	@Whole('Hook wire', X_STEP_RANGE) wireX!: number;
}

class BeadRequest {
	@OneOf('Bead metal', beadMetals) metal!: BeadMetal;
	@OneOf('Bead shape', beadShapes) shape!: BeadShape;
	@Quantity(beadDiameterField, MILLIMETRE) diameterMm!: number;
}

class CoilRequest {
	@OneOf('Coil metal', coilMetals) metal!: CoilMetal;
	@Quantity(coilWireField, INCH) wireInch!: number;
	@Quantity({ ...turnsField, possible: [1, turnsField.possible[1]] }) turns!: number;
}

class DressingRequest {
	@OneOf('Dressing', fullnesses) fullness!: Fullness;
}

class RecipeRequest {
	@Nested('The hook', () => HookRequest) hook!: HookRequest;
	@Nested('The bead', () => BeadRequest, true) bead!: BeadRequest | null;
	@Nested('The coil', () => CoilRequest, true) coil!: CoilRequest | null;
	@Nested('The dressing', () => DressingRequest) dressing!: DressingRequest;
}

class FlyBodyRequest {
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeRequest;
}

class RiverBodyRequest {
	@Quantity(temperatureField) temperatureC!: number;
}

class LieBodyRequest {
	@Quantity(depthField) depthM!: number;
	@Quantity(speedField) surfaceSpeedMs!: number;
	@OneOf('Bed', beds) bed!: Bed;
	@Quantity(zoneField) zoneTopM!: number;
	@Quantity(approachField) approachM!: number;
}

/** A new document; an edit adds the revision that it saw. */
class DocumentRequest {
	@Name() name!: string;
	@IsOptional() @Whole('The revision', [1, 2 ** 31 - 1]) revision?: number;
	@IsOptional() @IsUUID('all', { message: 'The id must be a UUID.' }) id?: string;
}

export class FlyRequest extends DocumentRequest {
	@Nested('The body', () => FlyBodyRequest) body!: FlyBodyRequest;
}

export class RiverRequest extends DocumentRequest {
	@Nested('The body', () => RiverBodyRequest) body!: RiverBodyRequest;
}

export class LieRequest extends DocumentRequest {
	@IsUUID('all', { message: 'The river (riverId) must be the id of a river.' }) riverId!: string;
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
}

export class StripRequest {
	@IsOptional() @IsUUID('all', { message: 'flyId must be the id of a fly, or null.' }) flyId!:
		string | null;
	@IsOptional() @IsUUID('all', { message: 'lieId must be the id of a lie, or null.' }) lieId!:
		string | null;
}

class DocumentFile {
	@Equals(DOCUMENT_VERSION, {
		message: `This file is of another version; version ${DOCUMENT_VERSION} can be read.`
	})
	version!: number;
	@Name() name!: string;
}

/** A fly as a file of its own. */
export class FlyFile extends DocumentFile {
	@Equals('gravitas/fly') format!: string;
	@Nested('The body', () => FlyBodyRequest) body!: FlyBodyRequest;
}

/** A river with its lies as one file. */
export class RiverFile extends DocumentFile {
	@Equals('gravitas/river') format!: string;
	@Nested('The body', () => RiverBodyRequest) body!: RiverBodyRequest;
	@ValidateNested({ each: true }) @Type(() => LieInRiverFile) lies!: LieInRiverFile[];
}

class LieInRiverFile {
	@Name() name!: string;
	@Nested('The body', () => LieBodyRequest) body!: LieBodyRequest;
}
