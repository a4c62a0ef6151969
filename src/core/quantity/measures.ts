import {
	CENTIMETRE,
	FOOT,
	GRAIN,
	GRAM,
	INCH,
	MILLIMETRE,
	celsiusFromFahrenheit,
	fahrenheitFromCelsius
} from './units';
import * as math from './math';
import { shownUnits, type ShownUnits } from './shown';

/** How a kind of quantity is written in one unit. */
interface Scale {
	readonly unit: string;
	/** To the unit, and back to SI (°C for temperatures). */
	readonly to: (value: number) => number;
	readonly from: (n: number) => number;
	/** Digits after the point, for so many in the metric unit: as little is to be rounded away. */
	readonly digits: (metric: number) => number;
	/** A round step here, for one in the metric unit. */
	readonly step: (metric: number) => number;
	/** Without a nought before the point, as wires and beads are called: .015. */
	readonly noNought?: true;
}
/** @param finer digits more than in the metric unit @param step here for one of 1 in the metric unit */
const by = (unit: string, size: number, finer = 0, step = 1): Scale => ({
	unit,
	to: (value) => value / size,
	from: (n) => n * size,
	digits: (metric) => Math.max(0, metric + finer),
	step: (metric) => Number((metric * step).toPrecision(2))
});
/** Fine work in inches goes by thousandths, and a nought before the point is not said. */
const fineInches: Scale = {
	...by('in', INCH),
	digits: (metric) => Math.max(3, metric + 1),
	step: (metric) => Math.max(0.001, Number((0.04 * metric).toPrecision(2))),
	noNought: true
};

/** A kind of quantity: its unit, and how its values are written in it. */
export interface Measure {
	readonly unit: string;
	/** @param value in SI (°C) @returns in the unit that is shown */
	to(value: number): number;
	/** @param n in the unit that is shown @returns in SI (°C) */
	from(n: number): number;
	/** @param digits after the point, as for the metric unit */
	fixed(value: number, digits: number): string;
	/** Without noughts at the end. */
	trimmed(value: number, digits: number): string;
	/** With its unit. */
	words(value: number, digits: number): string;
	/** A round step in the shown unit. @param metric in the metric unit */
	step(metric: number): number;
}

function measure(scaleOf: (units: ShownUnits) => Scale): Measure {
	const scale = () => scaleOf(shownUnits());
	const dressed = (text: string, { noNought }: Scale) =>
		noNought ? text.replace(/^(-?)0(?=\.)/, '$1') : text;
	const fixed = (value: number, digits: number) => {
		const now = scale();
		return dressed(now.to(value).toFixed(now.digits(digits)), now);
	};
	const trimmed = (value: number, digits: number) => {
		const now = scale();
		return dressed(String(Number(now.to(value).toFixed(now.digits(digits)))), now);
	};
	return {
		get unit() {
			return scale().unit;
		},
		to: (value) => scale().to(value),
		from: (n) => scale().from(n),
		fixed,
		trimmed,
		words: (value, digits) => `${trimmed(value, digits)} ${scale().unit}`,
		step: (metric) => scale().step(metric)
	};
}

/** Two ways to write it, by which length is chosen. */
const byLength = (metric: Scale, inch: Scale) =>
	measure(({ length }) => (length === 'in' ? inch : metric));

const IN_SECONDS = {
	'cm/s': by('cm/s', CENTIMETRE),
	'in/s': by('in/s', INCH, 1, 0.5),
	'ft/s': by('ft/s', FOOT, 2, 0.05)
} as const;

/** Hooks, beads, wires and marks. */
export const small = byLength(by('mm', MILLIMETRE), fineInches);
/** What is cut to length, and the height above the bed. */
export const hand = byLength(by('cm', CENTIMETRE), by('in', INCH, 1, 0.5));
/** Water, rods and lines. */
export const water = byLength(by('m', 1), by('ft', FOOT, 0, 5));
/** A fly's own speed in the water. */
export const sink = measure(({ speed }) => IN_SECONDS[speed]);
/** The water's. */
export const current = measure(({ speed }) =>
	speed === 'cm/s' ? by('m/s', 1) : by('ft/s', FOOT, 0, 2)
);
export const mass = measure(({ mass }) => (mass === 'g' ? by('g', GRAM) : by('gr', GRAIN, -1, 10)));
export const temperature = measure(({ temperature }) =>
	temperature === '°C'
		? by('°C', 1)
		: { ...by('°F', 1), to: fahrenheitFromCelsius, from: celsiusFromFahrenheit }
);
export const flow = byLength(by('m³/s', 1), by('ft³/s', math.cube(FOOT), -1, 20));
/** Depth times speed, by which one wades. */
export const wading = byLength(by('m²/s', 1), by('ft²/s', FOOT * FOOT, -1));
/** The same whatever is chosen. */
export const seconds = measure(() => by('s', 1));
export const percent = measure(() => by('%', 0.01));
export const degrees = measure(() => by('°', 1));
export const plain = measure(() => by('', 1));
export const packing = measure(() => by('g/cm³', 1000));
/** Coil wire is called by its thousandths of an inch wherever one ties. */
export const coilWire = measure(() => ({ ...by('in', INCH), noNought: true }));
