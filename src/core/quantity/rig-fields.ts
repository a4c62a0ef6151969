import { seconds, smallLengths, waterLengths } from './fields';
import type { QuantityField } from './reading';
import { fieldOf, times, trim } from './shorthand';
import * as shown from './measures';
import { shownUnits } from './shown';
import { CENTIMETRE, FOOT, GRAIN, GRAM, INCH, THOUSANDTH_OF_AN_INCH } from './units';

/** Fields of a rig: rod, line and what it hangs on. Inner units SI. */

function lengths(
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	sample: number,
	...written: string[]
): QuantityField {
	const given = { name, units: waterLengths, possible, usual };
	return fieldOf(shown.water, 2, given, sample, ...written);
}

export const rodField = lengths('Rod', [1, 6], [1.8, 4.3], 3, '3 m', '10 ft');
export const tipHeightField = lengths('Tip above water', [0, 6], [0.2, 4.5], 2, '6 ft');
export const leaderField = lengths('Leader', [0, 30], [0, 20], 3, '3 m', '9 ft');
/** Line from the rod tip to the fly. */
export const lineOutField = lengths('Line out', [0.1, 30], [1, 20], 3.2, '3.2 m', '10 ft');
export const tippetField: QuantityField = {
	...lengths('Tippet', [0.05, 15], [0.2, 8], 1.2, '120 cm', '4 ft'),
	show: (value) =>
		value < 1 && shownUnits().length === 'mm'
			? shown.hand.words(value, 0)
			: shown.water.words(value, 2)
};

/** Up the line from the fly on the point to another one, m. */
export const aboveField: QuantityField = {
	...lengths('Above the point', [0.1, 4], [0.25, 1.5], 0.5, '50 cm', '20 in'),
	show: tippetField.show
};

/** Length of a dropper, m; 0 in line. */
export const dropperField: QuantityField = fieldOf(
	shown.hand,
	1,
	{ name: 'Dropper', units: waterLengths, possible: [0, 0.5], usual: [0, 0.2] },
	0.08,
	'8 cm',
	'3 in'
);

/** Diameter of leader and tippet, m; 6X is 11 − 6 thousandths of an inch. */
export const lineDiameterField: QuantityField = fieldOf(
	shown.small,
	3,
	{
		name: 'Diameter',
		units: { ...smallLengths, x: (n) => (11 - n) * THOUSANDTH_OF_AN_INCH },
		possible: [0.04e-3, 1.2e-3],
		usual: [0.07e-3, 0.6e-3],
		show: (value) => {
			const x = 11 - value / THOUSANDTH_OF_AN_INCH;
			const named = Math.abs(x - Math.round(x)) < 0.05 && x > -1 && x < 9;
			return `${shown.small.words(value, 3)}${named ? ` (${Math.round(x)}X)` : ''}`;
		}
	},
	0.13e-3,
	'6X',
	'0.13 mm',
	'.005"'
);

/** How fast the rod tip is led, as a share of the surface speed; a bare number is per cent. */
export const leadField: QuantityField = fieldOf(
	shown.percent,
	0,
	{ name: 'Lead', units: { '%': times(0.01) }, possible: [0, 2], usual: [0.3, 1.3] },
	0.8,
	'80 %'
);

/** Diameter of a float, m; a bare number is millimetres (or inches). */
export const floatField: QuantityField = fieldOf(
	shown.small,
	1,
	{ name: 'Float', units: smallLengths, possible: [3e-3, 60e-3], usual: [6e-3, 30e-3] },
	12e-3,
	'12 mm',
	'1/2 in'
);

export const masses = {
	g: times(GRAM),
	gr: times(GRAIN),
	grain: times(GRAIN),
	grains: times(GRAIN),
	mg: times(1e-6)
};

/** What a dry fly carries, kg in water; a bare number is grams (or grains). */
export const carriesField: QuantityField = fieldOf(
	shown.mass,
	2,
	{
		name: 'Dry fly carries',
		units: masses,
		possible: [0.01e-3, 10e-3],
		usual: [0.03e-3, 2e-3]
	},
	0.2e-3,
	'0.2 g'
);

export const countdownField: QuantityField = fieldOf(
	shown.seconds,
	0,
	{
		name: 'Count down',
		units: { ...seconds, min: times(60), minutes: times(60) },
		possible: [0, 300],
		usual: [0, 90]
	},
	12,
	'12 s'
);

/** The length of water over which a leaf is timed, m. */
export const leafOverField = lengths('The distance', [0.5, 30], [1, 12], 3, '3 m', '10 ft');
/** What a leaf takes over a length of water, s. */
export const leafField: QuantityField = fieldOf(
	shown.seconds,
	1,
	{
		name: 'The leaf’s time',
		units: seconds,
		possible: [0.6, 300],
		usual: [1.5, 60]
	},
	4.2,
	'4 s'
);

/** Of the hand; a bare number is centimetres (or inches, or feet) a second. */
export const retrieveField: QuantityField = fieldOf(
	shown.sink,
	1,
	{
		name: 'Retrieve',
		units: {
			'm/s': times(1),
			'cm/s': times(CENTIMETRE),
			'in/s': times(INCH),
			'ft/s': times(FOOT)
		},
		over: waterLengths,
		possible: [0.005, 2],
		usual: [0.02, 1]
	},
	0.1,
	'10 cm/s',
	'30 cm in 3 s'
);

/** Share of good drifts from which on a build does the job. */
export const goodField: QuantityField = fieldOf(
	shown.plain,
	2,
	{
		name: 'Good enough',
		units: {},
		possible: [0.05, 1],
		usual: [0.3, 0.95],
		show: (value) => `${trim(10 * value, 1)} of 10`
	},
	0.7
);
