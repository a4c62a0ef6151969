import * as math from './math';
import {
	CENTIMETRE,
	FOOT,
	INCH,
	MILLIMETRE,
	THOUSANDTH_OF_AN_INCH,
	celsiusFromFahrenheit
} from './units';
import type { QuantityField } from './reading';
import { times, trim } from './shorthand';

export const smallLengths = {
	mm: times(MILLIMETRE),
	in: times(INCH),
	inch: times(INCH),
	inches: times(INCH),
	'"': times(INCH),
	thou: times(THOUSANDTH_OF_AN_INCH),
	mil: times(THOUSANDTH_OF_AN_INCH)
};

export const waterLengths = {
	m: times(1),
	cm: times(CENTIMETRE),
	ft: times(FOOT),
	"'": times(FOOT),
	feet: times(FOOT),
	foot: times(FOOT),
	in: times(INCH),
	'"': times(INCH)
};

const metres = (value: number) => `${trim(value, 2)} m`;
const centimetres = (value: number) => `${trim(value / CENTIMETRE, 1)} cm`;

/** Trade bead sizes by the inch fraction on the packet (domain: common practice; 1/16, 7/32 and 1/4 from memory). */
const tradeBeads: Readonly<Record<string, number>> = {
	'1/16': 1.5,
	'5/64': 2.0,
	'3/32': 2.4,
	'7/64': 2.8,
	'1/8': 3.2,
	'5/32': 4.0,
	'3/16': 4.8,
	'7/32': 5.5,
	'1/4': 6.4
};

/** Bead diameter in metres. A bare number is millimetres; a fraction names the trade size. */
export const beadDiameterField: QuantityField = {
	name: 'Bead size',
	units: smallLengths,
	bare: times(MILLIMETRE),
	possible: [1e-3, 10e-3],
	usual: [1.4e-3, 6.6e-3],
	show: (value) => `${trim(value / MILLIMETRE, 2)} mm`,
	fraction: (n, d) => {
		const trade = tradeBeads[`${n}/${d}`];
		return trade === undefined ? (n / d) * INCH : trade * MILLIMETRE;
	},
	example: '2.8, 7/64 or .110"'
};

/** Coil wire diameter in metres. A bare number from 1 up is thousandths of an inch, below 1 it is inches. */
export const coilWireField: QuantityField = {
	name: 'Coil wire',
	units: smallLengths,
	bare: (n) => (Math.abs(n) >= 1 ? n * THOUSANDTH_OF_AN_INCH : n * INCH),
	possible: [0.1e-3, 1.5e-3],
	usual: [9.5 * THOUSANDTH_OF_AN_INCH, 36 * THOUSANDTH_OF_AN_INCH],
	show: (value) => `${(value / INCH).toFixed(3).replace(/^0/, '')} in`,
	example: '.015, 15 thou or 0.38 mm'
};

/** Turns of the coil, a count. */
export const turnsField: QuantityField = {
	name: 'Turns',
	units: { turns: times(1), turn: times(1), t: times(1) },
	bare: times(1),
	possible: [0, 40],
	usual: [0, 20],
	show: (value) => `${trim(value, 2)} ${value === 1 ? 'turn' : 'turns'}`,
	example: '6',
	whole: true
};

/** Depth of a lie in metres, where a wading stick stops between the stones. */
export const depthField: QuantityField = {
	name: 'Depth',
	units: waterLengths,
	bare: times(1),
	possible: [0.1, 10],
	usual: [0.15, 5],
	show: metres,
	example: '0.9, 90 cm or 3 ft'
};

/** Speed of the surface in metres a second. */
export const speedField: QuantityField = {
	name: 'Surface speed',
	units: {
		'm/s': times(1),
		'cm/s': times(CENTIMETRE),
		'ft/s': times(FOOT),
		fps: times(FOOT),
		'km/h': times(1 / 3.6)
	},
	bare: times(1),
	possible: [0, 4],
	usual: [0, 2.5],
	show: (value) => `${trim(value, 2)} m/s`,
	example: '0.7, 70 cm/s or 2.3 ft/s'
};

/** Height of the zone's top above the bed, in metres; a bare number is centimetres. */
export const zoneField: QuantityField = {
	name: 'Zone',
	units: waterLengths,
	bare: times(CENTIMETRE),
	possible: [0.02, 2],
	usual: [0.05, 0.6],
	show: centimetres,
	example: '20, 20 cm or 8 in'
};

/** Room upstream of the fish in which the fly can land, in metres. */
export const approachField: QuantityField = {
	name: 'Approach',
	units: waterLengths,
	bare: times(1),
	possible: [0.2, 30],
	usual: [0.5, 12],
	show: metres,
	example: '3, 300 cm or 10 ft'
};

/** Length of the piece in which the fish may take, in metres. */
export const holdField: QuantityField = {
	...approachField,
	name: 'Hold',
	possible: [0.2, 30],
	usual: [0.3, 10],
	example: '1.5, 150 cm or 5 ft'
};

/** Flow of a river, m³/s. */
export const flowField: QuantityField = {
	name: 'Flow',
	units: { 'm3/s': times(1), 'm³/s': times(1), cumecs: times(1), cfs: times(math.cube(FOOT)) },
	bare: times(1),
	possible: [0.001, 10_000],
	usual: [0.05, 500],
	show: (value) => `${value >= 10 ? trim(value, 1) : trim(value, 3)} m³/s`,
	example: '4.2, 4.2 m³/s or 150 cfs'
};

/** Power of the flow by which a depth or a speed grows. */
export const exponentField: QuantityField = {
	name: 'Exponent',
	units: {},
	bare: times(1),
	possible: [0, 1.5],
	usual: [0.1, 0.8],
	show: (value) => trim(value, 2),
	example: '0.4'
};

/** Water temperature in degrees Celsius. */
export const temperatureField: QuantityField = {
	name: 'Temperature',
	units: {
		c: times(1),
		'°c': times(1),
		'°': times(1),
		f: celsiusFromFahrenheit,
		'°f': celsiusFromFahrenheit
	},
	bare: times(1),
	possible: [0, 35],
	usual: [0, 26],
	show: (value) => `${trim(value, 1)} °C`,
	example: '8 or 46 F'
};
