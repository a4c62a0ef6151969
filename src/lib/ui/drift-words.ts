import { mainFault, type Band, type Drift, type Fault, type Range } from '$core/drift/index';
import type { Way } from '$core/rig/index';

/** A drift's answer in words, the shortest first. */
export interface DriftAnswer {
	readonly title: string;
	/** How often, with how sure that is; null while only one path is known. */
	readonly often: string | null;
	readonly good: boolean;
	readonly fault: Fault | null;
	/** What is the matter, where the title does not say it already. */
	readonly why: string;
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
function faultWords(fault: Fault, way: Way): string {
	switch (fault) {
		case 'short':
			return 'The line does not reach the water.';
		case 'under':
			return way === 'dry fly' ? 'More than the dry fly carries.' : 'More than the float carries.';
		case 'never':
			return way === 'swing'
				? 'The current holds it up on the tight line.'
				: 'Too light for this line and current.';
		case 'late':
			return 'Comes down past the fish.';
		case 'bed':
			return 'Lies on the bed.';
		case 'lifted':
			return 'The line lifts it out again.';
		case 'unsolved':
			return 'The path could not be worked out: change rig or water a little.';
	}
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
	if (!band) return { title: named(fault), often: null, good: single.good, fault, why: '' };
	const good = band.chance >= 0.6;
	const title = good
		? band.chance >= 0.85
			? 'A good drift'
			: 'Mostly good'
		: band.chance >= 0.4
			? 'Touch and go'
			: named(fault);
	const why = fault && title !== named(fault) ? faultWords(fault, way) : '';
	return { title, often: oftenWords(band), good, fault, why };
}

/** "good in 8 of 10 drifts, ±0.4"; of few or nearly all the plain count. */
export function oftenWords({ chance, error, drifts }: Band): string {
	const good = Math.round(chance * drifts);
	if (good === 0) return `good in none of ${drifts} drifts`;
	if (good === drifts) return `good in all of ${drifts} drifts`;
	const tenths = 10 * chance;
	return `good in ${tenths.toFixed(tenths > 9.5 || tenths < 0.5 ? 1 : 0)} of 10 drifts, ±${(10 * error).toFixed(1)}`;
}

/** A figure with both ends of 90 % where they are known. */
export const rangeWords = (range: Range, digits = 1) =>
	`${range.low.toFixed(digits)}–${range.high.toFixed(digits)}`;

export const percent = (share: number) => `${Math.round(100 * share)} %`;

export const percentRange = ({ low, high }: Range) =>
	low === high ? '' : `${Math.round(100 * low)}–${percent(high)}`;

/** What a hang-up chance means on the water. */
export function hangUpWords(chance: number): string {
	if (chance < 0.02) return 'hardly ever';
	if (chance < 0.1) return 'now and then';
	return chance < 0.3 ? 'often' : 'most casts in a few';
}
