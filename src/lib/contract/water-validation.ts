import {
	approachField,
	carriesField,
	countdownField,
	depthField,
	floatField,
	flowField,
	GRAM,
	holdField,
	leadField,
	leaderField,
	lineDiameterField,
	MILLIMETRE,
	retrieveField,
	rodField,
	speedField,
	tipHeightField,
	tippetField,
	zoneField
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
import { beds, depthsFrom, type Bed, type DepthFrom } from '$core/water/index';
import { Nested, Numbers, OneOf, Quantity, Text, YesNo } from './fields';

class TimedRequest {
	@Quantity({ ...approachField, name: 'The distance' }) overM!: number;
	@Numbers('The runs', [0.2, 600], 20) runsS!: number[];
}

export class LieBodyRequest {
	@Quantity(depthField) depthM!: number;
	@Quantity(speedField) surfaceSpeedMs!: number;
	@OneOf('Bed', beds) bed!: Bed;
	@Quantity(zoneField) zoneTopM!: number;
	@Quantity(approachField, 1, true) approachM?: number;
	@Quantity(holdField, 1, true) holdM?: number;
	@OneOf('How the depth was found', depthsFrom, true) depthFrom?: DepthFrom;
	@Nested('The timed floats', () => TimedRequest, 'optional') timed?: TimedRequest;
	@Text('The notes', 2000) notes?: string;
	@Quantity({ ...flowField, name: 'Flow at the survey' }, 1, true) surveyedAtM3s?: number;
	@Quantity({ ...depthField, name: 'Residual depth', possible: [0, 10] }, 1, true)
	residualDepthM?: number;
}

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
