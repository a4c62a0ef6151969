import type { Band, Drift, Fault, Range } from '$core/drift/index';
import type { Way } from '$core/rig/index';

/** A drift's answer in words, the shortest first. */
export interface DriftAnswer {
	readonly title: string;
	/** How often, with how sure that is; null while only one path is known. */
	readonly often: string | null;
	readonly good: boolean;
	readonly fault: Fault | null;
}

const titles: Readonly<Record<Fault, string>> = {
	short: 'The line is too short',
	under: 'Pulls the float under',
	never: 'Does not get down',
	late: 'Gets down too late',
	bed: 'Drags on the bed',
	lifted: 'Lifted off the bottom',
	unsolved: 'Could not be followed'
};

/** What is the matter, in one sentence. */
export function faultWords(fault: Fault, way: Way): string {
	switch (fault) {
		case 'short':
			return 'The line does not reach from the tip to the water.';
		case 'under':
			return way === 'dry fly'
				? 'Fly and line pull more than the dry fly carries.'
				: 'Fly and line pull more than the float carries.';
		case 'never':
			return way === 'swing'
				? 'The current lifts it on the tight line above the zone.'
				: 'Too light for this line and current, or the line ends above the zone.';
		case 'late':
			return 'It comes into the zone only past the fish.';
		case 'bed':
			return 'It gets there, but lies on the bed: too heavy for this current and line.';
		case 'lifted':
			return 'It gets there, but the line lifts it out again.';
		case 'unsolved':
			return 'The path could not be worked out to its end: change the rig or the water a little.';
	}
}

/** The fault that spoils most of a band's drifts; null when none does. */
export function mainFault({ faults }: Band): Fault | null {
	const [most] = Object.entries(faults).sort(([, a], [, b]) => b - a);
	return (most?.[0] as Fault | undefined) ?? null;
}

/** @param band null until the first of it is there; the single path answers meanwhile */
export function driftAnswer(single: Drift, band: Band | null, way: Way): DriftAnswer {
	const fault = band ? (band.chance < 0.9 ? mainFault(band) : null) : single.fault;
	const named = (f: Fault | null) =>
		f === null
			? 'A good drift'
			: f === 'under' && way === 'dry fly'
				? 'Pulls the dry fly under'
				: titles[f];
	if (!band) return { title: named(fault), often: null, good: single.good, fault };
	const good = band.chance >= 0.6;
	const title = good
		? band.chance >= 0.85
			? 'A good drift'
			: 'Mostly a good drift'
		: band.chance >= 0.4
			? 'Touch and go'
			: named(fault);
	return { title, often: oftenWords(band), good, fault };
}

/** "good in 8 of 10 drifts ±0.4" */
export function oftenWords({ chance, error }: Band): string {
	return `good in ${(10 * chance).toFixed(chance > 0.95 || chance < 0.05 ? 1 : 0)} of 10 drifts, ±${(10 * error).toFixed(1)}`;
}

/** A figure with both ends of 90 % where they are known. */
export const rangeWords = (range: Range, digits = 1) =>
	`${range.low.toFixed(digits)}–${range.high.toFixed(digits)}`;

export const percent = (share: number) => `${Math.round(100 * share)} %`;

/** What a hang-up chance means on the water. */
export function hangUpWords(chance: number): string {
	if (chance < 0.02) return 'hardly ever';
	if (chance < 0.1) return 'now and then';
	return chance < 0.3 ? 'often' : 'most casts in a few';
}
