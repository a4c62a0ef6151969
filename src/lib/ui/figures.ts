import { gapLeft, type Build, type Ride } from '$core/fly/index';
import { GRAVITY } from '$core/material/index';
import type { Prediction } from '$core/predict/index';
import type { Hang } from '$core/sink/index';
import { GRAM, type Interval, type Measure, shown } from '$core/quantity/index';

/** A figure as it stands on the screen: the number, its unit, and its interval beside it. */
export interface Figure {
	readonly number: string;
	readonly unit: string;
	readonly interval: string;
}

function figure(interval: Interval, measure: Measure, digits: number): Figure {
	const show = (n: number) => measure.fixed(n, digits);
	return {
		number: show(interval.value),
		unit: measure.unit,
		interval: `${show(interval.low)}–${show(interval.high)}`
	};
}

/** Thousandths of a gram, so that a single turn of wire shows. */
export const massFigure = (mass: Interval): Figure =>
	figure(mass, shown.mass, mass.value < GRAM ? 3 : 2);
/** Submerged weight (N) as what a balance would read with the fly hanging in water. */
export const wetWeightFigure = ({ value, low, high }: Interval): Figure =>
	massFigure({ value: value / GRAVITY, low: low / GRAVITY, high: high / GRAVITY });
export const speedFigure = (speed: Interval): Figure => figure(speed, shown.sink, 0);
export const timeFigure = (time: Interval): Figure => figure(time, shown.seconds, 1);
export const distanceFigure = (distance: Interval): Figure => figure(distance, shown.water, 1);
export const speedWords = (metresPerSecond: number) =>
	`${shown.sink.fixed(metresPerSecond, 0)} ${shown.sink.unit}`;
/** Depth times speed. @param product m²/s */
export const wadingFigure = (product: number) => shown.wading.words(product, 2);
/** What a scale said. @param grams g */
export const weightWords = (grams: number, digits = 3) =>
	`${shown.mass.fixed(grams * GRAM, digits)} ${shown.mass.unit}`;
/** A change, with its sign. */
export const changeWords = (change: number, measure: Measure, digits: number) =>
	`${change < 0 ? '−' : '+'}${measure.fixed(Math.abs(change), digits)} ${measure.unit}`;

/** Which way up a fly rides, and how sure that is. */
export function rideWords({ pointUp, sure, lean }: Ride): string {
	const way = `rides point ${pointUp ? 'up' : 'down'}`;
	const aside = lean > 8 ? `, leaning ${Math.round(lean)}° aside` : '';
	if (sure > 0.95) return `${way}${aside}`;
	return sure > 0.75 ? `most likely ${way}${aside}` : `may ride either way up${aside}`;
}

/** The gap that is left under the bead. */
export function gapWords(build: Build): string {
	return `gap ${shown.small.fixed(gapLeft(build), 1)} ${shown.small.unit}`;
}

/** How steeply a fly sinks, and how it may hang besides: "66°, 58–74°". */
export function pitchWords({ sink, pitch }: Prediction): string {
	if (sink.floats || !pitch) return '';
	if (sink.tumbles) return 'comes to rest in no attitude';
	const round = (degrees: number) => Math.round(degrees).toString().replace('-', '−');
	const steep = `eye ${sink.pitch < 0 ? 'up' : 'down'} ${round(Math.abs(sink.pitch))}°`;
	const sign = sink.pitch < 0 ? -1 : 1;
	const ends = [sign * pitch.low, sign * pitch.high].sort((a, b) => a - b).map(round);
	const range = `${steep}, ${ends[0]} to ${ends[1]}`;
	if (!sink.upright) return `${range}; may lie on its side`;
	const other = sink.hangs.find((hang) => hang.upright && hang.steady !== sink.steady);
	if (!other) return range;
	const alike = other.attitude === sink.attitude && Math.abs(other.speed / sink.speed - 1) < 0.05;
	return `${range}; ${alike ? 'either way up' : `or ${hangWords(other)}`}`;
}

export const hangWords = ({ attitude, pointUp, speed }: Hang) =>
	`${attitude}, point ${pointUp ? 'up' : 'down'}, ${speedWords(speed)}`;
