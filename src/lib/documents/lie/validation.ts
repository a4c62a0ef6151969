import {
	approachField,
	depthField,
	flowField,
	holdField,
	speedField,
	zoneField
} from '$core/quantity/index';
import { beds, depthsFrom, type Bed, type DepthFrom } from '$core/water/index';
import { Nested, Numbers, OneOf, Quantity, Text } from '$lib/contract/fields';

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
