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
import { fieldOf, times, trim } from './shorthand';
import * as shown from './measures';
import { shownUnits } from './shown';

const thousandths = times(THOUSANDTH_OF_AN_INCH);
/** A metric length in words, as it is spelt on both sides of the ocean. @param size m */
const spelt = (prefix: string, size: number): QuantityField['units'] =>
	Object.fromEntries(
		['metre', 'metres', 'meter', 'meters'].map((word) => [prefix + word, times(size)])
	);
export const smallLengths = {
	mm: times(MILLIMETRE),
	...spelt('milli', MILLIMETRE),
	in: times(INCH),
	inch: times(INCH),
	inches: times(INCH),
	'"': times(INCH),
	thou: thousandths,
	mil: thousandths,
	thousandth: thousandths,
	thousandths
};

export const seconds = { s: times(1), sec: times(1), second: times(1), seconds: times(1) };

export const waterLengths = {
	m: times(1),
	...spelt('', 1),
	cm: times(CENTIMETRE),
	...spelt('centi', CENTIMETRE),
	ft: times(FOOT),
	"'": times(FOOT),
	feet: times(FOOT),
	foot: times(FOOT),
	in: times(INCH),
	inch: times(INCH),
	inches: times(INCH),
	'"': times(INCH)
};

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

/** A trade size by its fraction, where inches are shown: 7/64 in. @param value m */
const beadSize = (value: number) => {
	const trade =
		shownUnits().length === 'in' &&
		Object.keys(tradeBeads).find((size) => Math.abs(tradeBeads[size]! * MILLIMETRE - value) < 1e-6);
	return trade ? `${trade} in` : shown.small.words(value, 2);
};

/** Bead diameter in metres. A bare number is millimetres (or inches); a fraction names the trade size. */
export const beadDiameterField: QuantityField = fieldOf(
	shown.small,
	2,
	{
		name: 'Bead size',
		units: smallLengths,
		possible: [1e-3, 10e-3],
		usual: [1.4e-3, 6.6e-3],
		fraction: (n, d) => {
			const trade = tradeBeads[`${n}/${d}`];
			return trade === undefined ? (n / d) * INCH : trade * MILLIMETRE;
		},
		show: beadSize
	},
	2.8e-3,
	'7/64',
	'.110"'
);

/** Coil wire diameter in metres. A bare number from 1 up is thousandths of an inch, below 1 it is inches. */
export const coilWireField: QuantityField = fieldOf(
	shown.coilWire,
	3,
	{
		name: 'Coil wire',
		units: smallLengths,
		bare: (n) => (Math.abs(n) >= 1 ? n * THOUSANDTH_OF_AN_INCH : n * INCH),
		possible: [0.1e-3, 1.5e-3],
		usual: [9.5 * THOUSANDTH_OF_AN_INCH, 36 * THOUSANDTH_OF_AN_INCH],
		show: (value) => `${shown.coilWire.fixed(value, 3)} in`
	},
	15 * THOUSANDTH_OF_AN_INCH,
	'15 thou',
	'0.38 mm'
);

/** Turns of the coil, a count. */
export const turnsField: QuantityField = fieldOf(
	shown.plain,
	2,
	{
		name: 'Turns',
		units: { turns: times(1), turn: times(1), t: times(1) },
		possible: [0, 40],
		usual: [0, 20],
		show: (value) => `${trim(value, 2)} ${value === 1 ? 'turn' : 'turns'}`,
		whole: true
	},
	6
);

/** Depth of a lie in metres, where a wading stick stops between the stones. */
export const depthField: QuantityField = fieldOf(
	shown.water,
	2,
	{ name: 'Depth', units: waterLengths, possible: [0.1, 10], usual: [0.15, 5] },
	0.9,
	'90 cm',
	'3 ft'
);

/** Speed of the surface in metres a second. */
export const speedField: QuantityField = fieldOf(
	shown.current,
	2,
	{
		name: 'Surface speed',
		units: {
			'm/s': times(1),
			'cm/s': times(CENTIMETRE),
			'ft/s': times(FOOT),
			'in/s': times(INCH),
			fps: times(FOOT),
			'km/h': times(1 / 3.6)
		},
		over: waterLengths,
		possible: [0, 4],
		usual: [0, 2.5]
	},
	0.7,
	'70 cm/s',
	'2.3 ft/s',
	'3 m in 5 s'
);

/** Height of the zone's top above the bed, in metres; a bare number is centimetres (or inches). */
export const zoneField: QuantityField = fieldOf(
	shown.hand,
	1,
	{ name: 'Zone', units: waterLengths, possible: [0.02, 2], usual: [0.05, 0.6] },
	0.2,
	'20 cm',
	'8 in'
);

/** Room upstream of the fish in which the fly can land, in metres. */
export const approachField: QuantityField = fieldOf(
	shown.water,
	2,
	{ name: 'Approach', units: waterLengths, possible: [0.2, 30], usual: [0.5, 12] },
	3,
	'300 cm',
	'10 ft'
);

/** Length of the piece in which the fish may take, in metres. */
export const holdField: QuantityField = fieldOf(
	shown.water,
	2,
	{ name: 'Hold', units: waterLengths, possible: [0.2, 30], usual: [0.3, 10] },
	1.5,
	'150 cm',
	'5 ft'
);

/** Flow of a river, m³/s. */
export const flowField: QuantityField = fieldOf(
	shown.flow,
	3,
	{
		name: 'Flow',
		units: {
			'm3/s': times(1),
			cumecs: times(1),
			cfs: times(math.cube(FOOT)),
			'ft3/s': times(math.cube(FOOT))
		},
		possible: [0.001, 10_000],
		usual: [0.05, 500],
		show: (value) => shown.flow.words(value, value >= 10 ? 1 : 3)
	},
	4.2,
	'4.2 m³/s',
	'150 cfs'
);

/** Power of the flow by which a depth or a speed grows. */
export const exponentField: QuantityField = fieldOf(
	shown.plain,
	2,
	{
		name: 'Exponent',
		units: {},
		possible: [0, 1.5],
		usual: [0.1, 0.8],
		show: (value) => trim(value, 2)
	},
	0.4
);

/** Water shown.temperature in degrees Celsius. */
export const temperatureField: QuantityField = fieldOf(
	shown.temperature,
	1,
	{
		name: 'Temperature',
		units: {
			c: times(1),
			'°c': times(1),
			'°': (n) => shown.temperature.from(n),
			f: celsiusFromFahrenheit,
			'°f': celsiusFromFahrenheit
		},
		possible: [0, 35],
		usual: [0, 26]
	},
	8,
	'8 °C',
	'46 F'
);
