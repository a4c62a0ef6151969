import {
	approachField,
	depthField,
	type QuantityField,
	speedField,
	zoneField
} from '$core/quantity/index';

/** A number of a lie: what a press of a key is worth, and with Shift, in the metric unit. */
export interface WaterNumber {
	readonly part: 'depth' | 'surfaceSpeed' | 'zoneTop' | 'approach';
	readonly label: string;
	readonly field: QuantityField;
	readonly small: number;
	readonly big: number;
}

export const waterNumbers: readonly WaterNumber[] = [
	{
		part: 'depth',
		label: 'Depth',
		field: depthField,
		small: 0.05,
		big: 0.5
	},
	{
		part: 'surfaceSpeed',
		label: 'Surface speed',
		field: speedField,
		small: 0.05,
		big: 0.5
	},
	{
		part: 'zoneTop',
		label: 'Zone above the bed',
		field: zoneField,
		small: 5,
		big: 20
	},
	{
		part: 'approach',
		label: 'Room upstream to land it',
		field: approachField,
		small: 0.1,
		big: 1
	}
];
