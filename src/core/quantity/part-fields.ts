import { MILLIMETRE } from './units';
import { smallLengths } from './fields';
import type { QuantityField } from './reading';
import { masses } from './rig-fields';
import { fieldOf, times, trim } from './shorthand';
import * as shown from './measures';
import type { Measure } from './measures';

/** Fields of the single parts of a fly. Inner units SI; shares of the hook as they are. */

/** A measured length of hook or bead; a bare number is millimetres (or inches). */
function millimetres(
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	sample: number,
	...written: string[]
): QuantityField {
	const metres = ([low, high]: readonly [number, number]) =>
		[low * MILLIMETRE, high * MILLIMETRE] as const;
	return fieldOf(
		shown.small,
		2,
		{ name, units: smallLengths, possible: metres(possible), usual: metres(usual) },
		sample * MILLIMETRE,
		...written
	);
}

export const hookWireField = millimetres('Wire', [0.1, 3], [0.25, 1.3], 0.52, '.020"');
export const shankField = millimetres('Shank', [1.5, 60], [3, 30], 7, '7 mm');
export const gapeField = millimetres('Gape', [1, 30], [1.8, 11], 4, '4 mm');
export const boreField = millimetres('Bore', [0.2, 8], [0.3, 3], 0.9, '0.9 mm');
export const recessField = millimetres('Recess', [0.2, 9], [0.5, 5], 1.6, '1.6 mm');
export const slotField = millimetres('Slot', [0.2, 8], [0.4, 3], 1, '1 mm');
export const ribWireField = millimetres('Rib wire', [0.03, 0.8], [0.06, 0.4], 0.14, '0.14 mm');

/** Mass of one thing, kg; a bare number is grams (or grains). */
export const massField: QuantityField = fieldOf(
	shown.mass,
	4,
	{
		name: 'Weight',
		units: masses,
		possible: [1e-6, 0.05],
		usual: [5e-6, 6e-3],
		show: (value) => `${Number(shown.mass.to(value).toPrecision(4))} ${shown.mass.unit}`
	},
	0.21e-3,
	'0.21 g',
	'3.2 grains'
);

/** Density, kg/m³; a bare number is g/cm³. */
export const densityField: QuantityField = fieldOf(
	shown.packing,
	2,
	{
		name: 'Density',
		units: { 'g/cm3': times(1000), 'g/cc': times(1000), 'kg/m3': times(1) },
		possible: [500, 23000],
		usual: [900, 19300]
	},
	17500
);

/** By how much a slot is turned from the point's side, shown.degrees. */
export const slotTurnField: QuantityField = fieldOf(
	shown.degrees,
	0,
	{
		name: 'Slot turned',
		units: { '°': times(1), deg: times(1), degrees: times(1) },
		possible: [0, 180],
		usual: [0, 180],
		show: (value) => `${trim(value, 0)}°`
	},
	0,
	'180'
);

/** Trade sizes by aught in denier: no standard exists, makers differ (common practice, from memory). */
const AUGHT: Readonly<Record<number, number>> = { 3: 210, 6: 140, 8: 70, 10: 50, 12: 40, 14: 30 };

/** Thread in denier, grams per 9000 m. */
export const denierField: QuantityField = fieldOf(
	shown.plain,
	0,
	{
		name: 'Thread',
		units: { den: times(1), denier: times(1), d: times(1), dtex: times(0.9) },
		possible: [8, 1000],
		usual: [15, 420],
		fraction: (size, nought) => (nought === 0 ? (AUGHT[size] ?? 840 / size) : NaN),
		show: (value) => `${trim(value, 0)} denier`
	},
	70,
	'70 den',
	'8/0'
);

/** A whole number of something. */
function count(
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	one: string,
	many: string
): QuantityField {
	return fieldOf(
		shown.plain,
		0,
		{
			name,
			possible,
			usual,
			whole: true,
			units: { [one]: times(1), [many]: times(1) },
			show: (value) => `${trim(value, 2)} ${value === 1 ? one : many}`
		},
		usual[0]
	);
}
export const baseLayersField = count('Base', [0, 6], [0, 4], 'layer', 'layers');
export const headTurnsField = count('Head', [0, 60], [0, 30], 'turn', 'turns');
export const tailFibresField = count('Tail fibres', [1, 200], [1, 60], 'fibre', 'fibres');
/** The same, as each kind is counted and written. */
export const tailFields = {
	fibres: tailFibresField,
	strands: count('Tail strands', [1, 200], [1, 60], 'strand', 'strands'),
	strips: count('Tail strips', [1, 200], [1, 60], 'strip', 'strips')
} as const;
export const flashStrandsField = count('Strands', [1, 40], [1, 12], 'strand', 'strands');
export const underTurnsField = count('Thread under it', [0, 8], [0, 4], 'turn', 'turns');
export const legFibresField = count('Legs', [1, 60], [2, 30], 'fibre', 'fibres');
export const wingFibresField = count('Each wing', [1, 60], [3, 20], 'fibre', 'fibres');
export const ribTurnsField = count('Rib turns', [1, 120], [3, 60], 'turn', 'turns');
export const palmerTurnsField = count('Turns', [1, 30], [2, 14], 'turn', 'turns');
export const hackleTurnsField = count('Turns', [1, 12], [1, 5], 'turn', 'turns');
export const secondTurnsField = count('Second layer', [0, 40], [0, 20], 'turn', 'turns');
export const dropsField = count('Drops', [0, 20], [0, 4], 'drop', 'drops');

/**
 * A length against a measure of the hook: a bare number or a fraction is a share of it, a length in mm
 * or inches is turned into one.
 *
 * @param measure metres of one whole; leave it out where there is no hook at hand
 */
export function shareField(share: ShareField, measure?: number): QuantityField {
	// A length is shown to the hundredth of a millimetre: the shown end of the range is the end.
	const within = (metres: number) => {
		const end = share.possible.find((n) => Math.abs(n * measure! - metres) < SHOWN);
		return end ?? metres / measure!;
	};
	const byLength = measure
		? Object.fromEntries(
				Object.entries(smallLengths).map(([unit, toMetres]) => [
					unit,
					(n: number) => within(toMetres(n))
				])
			)
		: {};
	const { of, example, ...rest } = share;
	const inLength = (value: number) => `${shown.small.words(value * measure!, 2)}, `;
	return {
		...rest,
		units: { ...byLength, [of]: times(1), [`${of}s`]: times(1) },
		measure: measure ? shareOf(measure) : shown.plain,
		digits: measure ? 2 : 3,
		bare: times(1),
		fraction: (a, b) => a / b,
		show: (value) => `${measure ? inLength(value) : ''}${trim(value, measure ? 2 : 3)} ${of}`,
		example: () => example
	};
}
/** A length as a share of a measure of the hook, shown as that length. @param whole m */
const shareOf = (whole: number): Measure => ({
	get unit() {
		return shown.small.unit;
	},
	to: (value) => shown.small.to(value * whole),
	from: (n) => shown.small.from(n) / whole,
	fixed: (value, digits) => shown.small.fixed(value * whole, digits),
	trimmed: (value, digits) => shown.small.trimmed(value * whole, digits),
	words: (value, digits) => shown.small.words(value * whole, digits),
	step: (step) => shown.small.step(step)
});

/** Half the last digit of a shown length, m. */
const SHOWN = 0.0051 * MILLIMETRE;

export interface ShareField {
	readonly name: string;
	/** What it is a share of: shank, gape, eye. */
	readonly of: string;
	readonly possible: readonly [number, number];
	readonly usual: readonly [number, number];
	readonly example: string;
}
const share = (
	name: string,
	of: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	example: string
): ShareField => ({ name, of, possible, usual, example });

export const placeShare = share('Place', 'shank', [0, 1], [0, 1], '1/3 or 2.5 mm');
export const tailLengthShare = share('Tail length', 'shank', [0.05, 4], [0.2, 1.5], '1/2 or 4 mm');
export const flashLengthShare = share(
	'Flash length',
	'shank',
	[0.05, 4],
	[0.2, 1.5],
	'1/2 or 4 mm'
);
export const fibreLengthShare = share(
	'Fibre length',
	'shank',
	[0.05, 3],
	[0.2, 1.4],
	'1/2 or 4 mm'
);
export const legLengthShare = share('Leg length', 'shank', [0.05, 4], [0.15, 2], '0.4 or 3 mm');
export const wingLengthShare = share('Wing length', 'shank', [0.05, 3], [0.15, 1.2], '0.6 or 5 mm');
export const hornLengthShare = share('Horn length', 'shank', [0.05, 4], [0.3, 2], '0.8 or 7 mm');
export const tagLengthShare = share(
	'Tag length',
	'room',
	[0.02, 0.6],
	[0.05, 0.3],
	'0.1 of the room'
);
export const thoraxPartShare = share(
	'Part of the thorax',
	'thorax',
	[0.05, 1],
	[0.15, 0.6],
	'1/3 or 1 mm'
);
export const headLengthShare = share('Head length', 'gap', [0.05, 0.8], [0.2, 0.8], '1/2 or 1 mm');
export const bodyLengthShare = share('Body length', 'room', [0.05, 1], [0.3, 1], '0.7 of the room');
export const coverShare = share('Covers', 'room', [0.05, 1], [0.3, 1], '0.7 of the room');
export const caseLengthShare = share('Wing case', 'shank', [0.05, 1], [0.2, 0.6], '1/3 or 2.5 mm');
export const thicknessShare = share('Thickness', 'gape', [0.01, 1], [0.02, 0.45], '0.12 or 0.5 mm');
export const gapShare = share('Gap', 'eye', [0.2, 20], [0.5, 8], '2 or 1.5 mm');
