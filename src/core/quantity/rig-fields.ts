import { smallLengths, waterLengths } from './fields';
import type { QuantityField } from './reading';
import { times, trim } from './shorthand';
import { CENTIMETRE, GRAIN, GRAM, MILLIMETRE, THOUSANDTH_OF_AN_INCH } from './units';

/** Fields of a rig: rod, line and what it hangs on. Inner units SI. */

const metres = (value: number) => `${trim(value, 2)} m`;
const cm = (value: number) => (value < 1 ? `${trim(value / CENTIMETRE, 0)} cm` : metres(value));

function lengths(
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	show: (value: number) => string,
	example: string
): QuantityField {
	return { name, units: waterLengths, bare: times(1), possible, usual, show, example };
}

export const rodField = lengths('Rod', [1, 6], [1.8, 4.3], metres, '3, 3 m or 10 ft');
export const tipHeightField = lengths('Tip above water', [0, 6], [0.2, 4.5], metres, '2 or 6 ft');
export const leaderField = lengths('Leader', [0, 30], [0, 20], metres, '3, 3 m or 9 ft');
/** Line from the rod tip to the fly. */
export const lineOutField = lengths('Line out', [0.1, 30], [1, 20], metres, '3.2, 3.2 m or 10 ft');
export const tippetField = lengths('Tippet', [0.05, 15], [0.2, 8], cm, '1.2, 120 cm or 4 ft');

/** Diameter of leader and tippet, m; 6X is 11 − 6 thousandths of an inch. */
export const lineDiameterField: QuantityField = {
	name: 'Diameter',
	units: { ...smallLengths, x: (n) => (11 - n) * THOUSANDTH_OF_AN_INCH },
	bare: times(MILLIMETRE),
	possible: [0.04e-3, 1.2e-3],
	usual: [0.07e-3, 0.6e-3],
	show: (value) => {
		const x = 11 - value / THOUSANDTH_OF_AN_INCH;
		const named = Math.abs(x - Math.round(x)) < 0.05 && x > -1 && x < 9;
		return `${trim(value / MILLIMETRE, 3)} mm${named ? ` (${Math.round(x)}X)` : ''}`;
	},
	example: '6X, 0.13 mm or .005"'
};

/** How fast the rod tip is led, as a share of the surface speed; a bare number is per cent. */
export const leadField: QuantityField = {
	name: 'Lead',
	units: { '%': times(0.01) },
	bare: times(0.01),
	possible: [0, 2],
	usual: [0.3, 1.3],
	show: (value) => `${trim(100 * value, 0)} %`,
	example: '80 or 80 %'
};

/** Diameter of a float, m; a bare number is millimetres. */
export const floatField: QuantityField = {
	name: 'Float',
	units: smallLengths,
	bare: times(MILLIMETRE),
	possible: [3e-3, 60e-3],
	usual: [6e-3, 30e-3],
	show: (value) => `${trim(value / MILLIMETRE, 1)} mm`,
	example: '12, 12 mm or 1/2 in'
};

/** What a dry fly carries, kg in water; a bare number is grams. */
export const carriesField: QuantityField = {
	name: 'Dry fly carries',
	units: { g: times(GRAM), mg: times(1e-6), gr: times(GRAIN), grain: times(GRAIN) },
	bare: times(GRAM),
	possible: [0.01e-3, 10e-3],
	usual: [0.03e-3, 2e-3],
	show: (value) => `${trim(value / GRAM, 2)} g`,
	example: '0.2 or 0.2 g'
};

export const countdownField: QuantityField = {
	name: 'Count down',
	units: { s: times(1), sec: times(1), min: times(60) },
	bare: times(1),
	possible: [0, 300],
	usual: [0, 90],
	show: (value) => `${trim(value, 0)} s`,
	example: '12 or 12 s'
};

/** The length of water over which a leaf is timed, m. */
export const leafOverField = lengths('The distance', [0.5, 30], [1, 12], metres, '3, 3 m or 10 ft');
/** What a leaf takes over a length of water, s. */
export const leafField: QuantityField = {
	name: 'The leaf’s time',
	units: { s: times(1), sec: times(1) },
	bare: times(1),
	possible: [0.6, 300],
	usual: [1.5, 60],
	show: (value) => `${trim(value, 1)} s`,
	example: '4, 4.2 or 4 s'
};

export const retrieveField: QuantityField = {
	name: 'Retrieve',
	units: { 'm/s': times(1), 'cm/s': times(CENTIMETRE) },
	bare: times(CENTIMETRE),
	possible: [0.005, 2],
	usual: [0.02, 1],
	show: (value) => `${trim(value / CENTIMETRE, 1)} cm/s`,
	example: '10 or 10 cm/s'
};

/** Share of good drifts from which on a build does the job. */
export const goodField: QuantityField = {
	name: 'Good enough',
	units: {},
	bare: times(1),
	possible: [0.05, 1],
	usual: [0.3, 0.95],
	show: (value) => `${trim(10 * value, 1)} of 10`,
	example: '0.7'
};
