import { CENTIMETRE, GRAM, type Interval } from '$core/quantity/index';

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

export const massFigure = (mass: Interval): Figure =>
	figure(mass, GRAM, 'g', mass.value < 0.2 * GRAM ? 3 : 2);
export const speedFigure = (speed: Interval): Figure => figure(speed, CENTIMETRE, 'cm/s', 0);
export const timeFigure = (time: Interval): Figure => figure(time, 1, 's', 1);
export const distanceFigure = (distance: Interval): Figure => figure(distance, 1, 'm', 1);
export const speedWords = (metresPerSecond: number) =>
	`${(metresPerSecond / CENTIMETRE).toFixed(0)} cm/s`;

/** A chance in tenths, as tiers would say it; never "10 in 10" for what is only likely. */
export function chanceWords(chance: number): string {
	if (chance > 0.97) return 'almost always';
	if (chance < 0.03) return 'almost never';
	return `${Math.min(9, Math.max(1, Math.round(chance * 10)))} in 10`;
}
