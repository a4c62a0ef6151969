import { gapLeft, type Build, type Ride } from '$core/fly/index';
import { GRAVITY } from '$core/material/index';
import type { Prediction } from '$core/predict/index';
import type { Hang } from '$core/sink/index';
import { CENTIMETRE, GRAM, MILLIMETRE, type Interval } from '$core/quantity/index';

/** A figure as it stands on the screen: the number, its unit, and its interval beside it. */
export interface Figure {
	readonly number: string;
	readonly unit: string;
	readonly interval: string;
}

function figure(interval: Interval, factor: number, unit: string, digits: number): Figure {
	const show = (n: number) => (n / factor).toFixed(digits);
	return {
		number: show(interval.value),
		unit,
		interval: `${show(interval.low)}–${show(interval.high)}`
	};
}

/** Thousandths of a gram, so that a single turn of wire shows. */
export const massFigure = (mass: Interval): Figure =>
	figure(mass, GRAM, 'g', mass.value < GRAM ? 3 : 2);
/** Submerged weight (N) as the grams that a balance would read with the fly hanging in water. */
export const wetWeightFigure = (weight: Interval): Figure =>
	figure(weight, GRAM * GRAVITY, 'g', weight.value < GRAM * GRAVITY ? 3 : 2);
export const speedFigure = (speed: Interval): Figure => figure(speed, CENTIMETRE, 'cm/s', 0);
export const timeFigure = (time: Interval): Figure => figure(time, 1, 's', 1);
export const distanceFigure = (distance: Interval): Figure => figure(distance, 1, 'm', 1);
export const speedWords = (metresPerSecond: number) =>
	`${(metresPerSecond / CENTIMETRE).toFixed(0)} cm/s`;

/** Which way up a fly rides, and how sure that is. */
export function rideWords({ pointUp, sure, lean }: Ride): string {
	const way = `rides point ${pointUp ? 'up' : 'down'}`;
	const aside = lean > 8 ? `, leaning ${Math.round(lean)}° aside` : '';
	if (sure > 0.95) return `${way}${aside}`;
	return sure > 0.75 ? `most likely ${way}${aside}` : `may ride either way up${aside}`;
}

/** The gap that is left under the bead. */
export function gapWords(build: Build): string {
	return `gap ${(gapLeft(build) / MILLIMETRE).toFixed(1)} mm`;
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
	`${attitude}, point ${pointUp ? 'up' : 'down'}, ${Math.round(speed * 100)} cm/s`;
