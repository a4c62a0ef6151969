import {
	approachField,
	CENTIMETRE,
	depthField,
	speedField,
	zoneField,
	type QuantityField
} from '$core/quantity/index';

/** A number of a lie: what a press of a key is worth, and with Shift. */
export interface WaterNumber {
	readonly part: 'depth' | 'surfaceSpeed' | 'zoneTop' | 'approach';
	readonly label: string;
	readonly unit: string;
	readonly field: QuantityField;
	readonly small: number;
	readonly big: number;
	readonly show: (value: number) => string;
}

export const fixed = (digits: number) => (value: number) => String(Number(value.toFixed(digits)));

export const waterNumbers: readonly WaterNumber[] = [
	{
		part: 'depth',
		label: 'Depth',
		unit: 'm',
		field: depthField,
		small: 0.05,
		big: 0.5,
		show: fixed(2)
	},
	{
		part: 'surfaceSpeed',
		label: 'Surface speed',
		unit: 'm/s',
		field: speedField,
		small: 0.05,
		big: 0.5,
		show: fixed(2)
	},
	{
		part: 'zoneTop',
		label: 'Zone above the bed',
		unit: 'cm',
		field: zoneField,
		small: 0.05,
		big: 0.2,
		show: (value) => fixed(1)(value / CENTIMETRE)
	},
	{
		part: 'approach',
		label: 'Room upstream to land it',
		unit: 'm',
		field: approachField,
		small: 0.1,
		big: 1,
		show: fixed(2)
	}
];
