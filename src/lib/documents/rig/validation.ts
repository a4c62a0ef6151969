import {
	aboveField,
	carriesField,
	countdownField,
	dropperField,
	floatField,
	GRAM,
	leadField,
	leaderField,
	lineDiameterField,
	MILLIMETRE,
	retrieveField,
	rodField,
	tipHeightField,
	tippetField
} from '$core/quantity/index';
import {
	landings,
	MOST_ABOVE,
	lineMaterials,
	ways,
	type HandControl,
	type LandingKind,
	type LineMaterial,
	type Way
} from '$core/rig/index';
import { isOneOf, Many, Name, Nested, OneOf, Quantity, YesNo } from '$lib/contract/fields';
import type { RecipeDocument } from '../fly/recipe';
import { RecipeRequest } from '../fly/recipe-validation';
import {
	fieldsOn,
	partFields,
	type FlyAboveDocument,
	type LineStuffDocument,
	type WayPartsDocument
} from './body';

class LineStuffRequest implements LineStuffDocument {
	@Quantity(lineDiameterField, MILLIMETRE) diameterMm!: number;
	@OneOf('The material', lineMaterials) material!: LineMaterial;
}
class LeaderRequest extends LineStuffRequest {
	@Quantity(leaderField) lengthM!: number;
}
class TippetRequest extends LineStuffRequest {
	@Quantity(tippetField) lengthM!: number;
}
/** A flag for each control of the hand: set by the person, or left to be found. */
class SetRequest implements Record<HandControl, boolean> {
	@YesNo('Whether the line out is set') line!: boolean;
	@YesNo('Whether the depth below the float is set') hangs!: boolean;
	@YesNo('Whether the count is set') countdown!: boolean;
	@YesNo('Whether the retrieve is set') retrieve!: boolean;
	@YesNo('Whether the lead is set') lead!: boolean;
	@YesNo('Whether the landing is set') landing!: boolean;
}

/** Whether a rig has to have a field: where it says its way, and that asks for it. */
const asked = (field: keyof WayPartsDocument) => (rig: object) =>
	'way' in rig && isOneOf(ways, rig.way) && fieldsOn(rig.way).includes(field);

/** What some ways ask for. */
class WayPartsRequest {
	@Quantity(rodField, 1, asked('rodM')) rodM?: number;
	@Quantity(tipHeightField, 1, asked('tipHeightM')) tipHeightM?: number;
	@Nested('The leader', () => LeaderRequest, asked('leader')) leader?: LeaderRequest;
	@Quantity(leadField, 1, asked('lead')) lead?: number;
	@YesNo('Whether the hand feels the bed', true) feelsBed?: boolean;
	@Quantity(floatField, MILLIMETRE, asked('floatMm')) floatMm?: number;
	@Quantity(carriesField, GRAM, asked('carriesG')) carriesG?: number;
	@Quantity(countdownField, 1, asked('countdownS')) countdownS?: number;
	@Quantity(retrieveField, 1, asked('retrieveMs')) retrieveMs?: number;
}

/** What each way has to have; whether the hand feels the bed goes without saying. */
const needs = Object.fromEntries(
	ways.map((way) => [way, fieldsOn(way).filter((field) => field !== 'feelsBed')])
);

class FlyAboveRequest implements FlyAboveDocument {
	@Name() name!: string;
	@Nested('The recipe', () => RecipeRequest) recipe!: RecipeDocument;
	@Quantity(aboveField) aboveM!: number;
	@Quantity(dropperField) dropperM!: number;
	@Nested('What the dropper is of', () => LineStuffRequest, 'optional')
	dropperOf?: LineStuffRequest;
}

export class RigBodyRequest extends WayPartsRequest {
	@OneOf('The way of fishing', ways, false, needs) way!: Way;
	@Nested('The tippet', () => TippetRequest) tippet!: TippetRequest;
	@OneOf('The landing', landings) landing!: LandingKind;
	@Many('The other flies of the cast', () => FlyAboveRequest, MOST_ABOVE, true)
	cast?: FlyAboveRequest[];
	@Nested('What is set', () => SetRequest, 'optional') set?: SetRequest;
	@Nested('What is kept of other ways', () => WayPartsRequest, 'optional') kept?: WayPartsRequest;

	/** Rigs of before had what any way asks for side by side: what theirs does not is kept. */
	asNow(): void {
		if (!isOneOf(ways, this.way)) return;
		const own = fieldsOn(this.way);
		const others = Object.values(partFields).filter(
			(field) => this[field] !== undefined && !own.includes(field)
		);
		for (const field of others) {
			this.kept ??= new WayPartsRequest();
			Object.assign(this.kept, { [field]: this.kept[field] ?? this[field] });
			delete this[field];
		}
	}
}
