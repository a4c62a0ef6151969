import {
	carriesField,
	countdownField,
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
	lineMaterials,
	ways,
	type HandControl,
	type LandingKind,
	type LineMaterial,
	type Way
} from '$core/rig/index';
import { Nested, OneOf, Quantity, YesNo } from '$lib/contract/fields';

class LeaderRequest {
	@Quantity(leaderField) lengthM!: number;
	@Quantity(lineDiameterField, MILLIMETRE) diameterMm!: number;
	@OneOf('The material', lineMaterials) material!: LineMaterial;
}
class TippetRequest {
	@Quantity(tippetField) lengthM!: number;
	@Quantity(lineDiameterField, MILLIMETRE) diameterMm!: number;
	@OneOf('The material', lineMaterials) material!: LineMaterial;
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
export class RigBodyRequest {
	@OneOf('The way of fishing', ways) way!: Way;
	@Quantity(rodField) rodM!: number;
	@Quantity(tipHeightField) tipHeightM!: number;
	@Quantity(leadField) lead!: number;
	@Nested('The leader', () => LeaderRequest) leader!: LeaderRequest;
	@Nested('The tippet', () => TippetRequest) tippet!: TippetRequest;
	@Quantity(floatField, MILLIMETRE) floatMm!: number;
	@Quantity(carriesField, GRAM) carriesG!: number;
	@Quantity(countdownField) countdownS!: number;
	@Quantity(retrieveField) retrieveMs!: number;
	@OneOf('The landing', landings) landing!: LandingKind;
	@Nested('What is set', () => SetRequest, 'optional') set?: SetRequest;
	@YesNo('Whether the hand feels the bed', true) feelsBed?: boolean;
}
