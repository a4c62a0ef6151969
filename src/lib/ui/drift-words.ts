import { shown, type Measure } from '$core/quantity/index';
import { mainFault, type Band, type Fault, type Range } from '$core/drift/index';
import { verdictOf, type FoundHand, type Hand, type Verdict } from '$core/predict/index';
import {
	controlOf,
	openControls,
	wayTable,
	type FoundControl,
	type Rig,
	type Way
} from '$core/rig/index';

/** A drift's answer in words, the shortest first. */
export interface DriftAnswer {
	readonly title: string;
	/** How often, with how sure that is; null where no chance is said. */
	readonly often: string | null;
	readonly verdict: Verdict;
	/** What spoils most of the drifts that are not good; null where that is not worth saying. */
	readonly fault: Fault | null;
	/** What is the matter, where the title does not say it already. */
	readonly why: string;
}

/** What its line hangs on. */
const floatWord = (way: Way) => wayTable[way].floats?.name ?? 'float';

const titles: Readonly<Record<Exclude<Fault, 'under'>, string>> = {
	short: 'The line is too short',
	never: 'Does not get down',
	late: 'Gets down too late',
	hung: 'Hangs up',
	bed: 'Drags on the bed',
	lifted: 'Lifted off the bottom',
	unsolved: 'Could not be followed'
};

/** What the chance is called; where it is next to none the fault says more. */
const verdictTitles: Readonly<Record<Exclude<Verdict, 'no'>, string>> = {
	yes: 'A good drift',
	likely: 'Mostly good',
	even: 'Touch and go',
	unlikely: 'Seldom good'
};

/** What is the matter with most of the drifts that are not good, in a few words. */
export function faultWords(fault: Fault, way: Way): string {
	switch (fault) {
		case 'short':
			return 'The line does not reach the water';
		case 'under':
			return `More than the ${floatWord(way)} carries`;
		case 'never':
			return wayTable[way].asks === 'depth' ? 'The current holds it up' : 'Often stays too high';
		case 'late':
			return 'Often late';
		case 'hung':
			return 'Often hangs up';
		case 'bed':
			return 'Often on the bed';
		case 'lifted':
			return 'Often lifted out again';
		case 'unsolved':
			return 'The path could not be worked out: change rig or water a little';
	}
}

/** The same where most are good: what the rest of them do. */
const restWords: Readonly<Record<Fault, string>> = {
	short: 'The line of the rest is too short',
	under: 'The rest pull under what floats',
	never: 'The rest mostly stay too high',
	late: 'The rest mostly get down late',
	hung: 'The rest mostly hang up',
	bed: 'The rest mostly drag on the bed',
	lifted: 'The rest are mostly lifted out again',
	unsolved: 'The rest could not be worked out'
};

/** What a band of drifts comes to, in words. */
export function driftAnswer(band: Band, way: Way, depth: number): DriftAnswer {
	const verdict = verdictOf(band.chance);
	const fault = band.chance < 0.9 ? mainFault(band) : null;
	if (wayTable[way].asks === 'depth')
		return { ...hangs(band, depth), verdict, fault: null, why: '' };
	const named = fault === 'under' ? `Pulls the ${floatWord(way)} under` : fault && titles[fault];
	const title = verdict === 'no' ? (named ?? titles.never) : verdictTitles[verdict];
	const mostly = verdict === 'yes' || verdict === 'likely';
	const said = fault && (mostly ? restWords[fault] : faultWords(fault, way));
	const why = verdict === 'no' ? '' : (said ?? '');
	return { title, often: oftenWords(band), verdict, fault, why };
}

/** What is said of a fly above the point. */
export interface AboveWords {
	readonly name: string;
	/** "good in 6 of 10 drifts, runs 31 cm over the bed" */
	readonly words: string;
}

/** How the flies above the point do, the lowest first. */
export function aboveWords(
	band: Band,
	{ cast = [], way }: Pick<Rig, 'cast' | 'way'>
): AboveWords[] {
	// A band that is not followed anew yet may be of another cast.
	if (band.above.length !== cast.length) return [];
	return band.above.map((one, k) => {
		const fault = one.chance < 0.5 ? mainFault(one) : null;
		const often =
			wayTable[way].asks === 'depth' ? '' : `${oftenWords({ ...one, drifts: band.drifts })}, `;
		const runs = one.height
			? `runs ${shown.hand.fixed(one.height.middle, 0)} ${shown.hand.unit} over the bed`
			: 'mostly never comes through the hold';
		const why =
			fault && wayTable[way].asks !== 'depth' ? `; ${faultWords(fault, way).toLowerCase()}` : '';
		return { name: cast[k]!.name, words: `${often}${runs}${why}` };
	});
}

/** On a swing the line lifts whatever hangs on it: what is asked is how deep. */
function hangs({ height }: Band, depth: number): Pick<DriftAnswer, 'title' | 'often'> {
	if (!height) return { title: 'Does not come to rest', often: null };
	const down = (z: number) => shown.hand.fixed(Math.max(0, depth - z), 0);
	return {
		title: `Hangs ${down(height.middle)} ${shown.hand.unit} down`,
		often: `${down(height.high)}–${down(height.low)} ${shown.hand.unit} of ${shown.hand.fixed(depth, 0)}`
	};
}

/** "good in 8 of 10 drifts, ±0.4"; of few or nearly all the plain count. */
function oftenWords({ chance, error, drifts }: Pick<Band, 'chance' | 'error' | 'drifts'>): string {
	const good = Math.round(chance * drifts);
	if (good === 0) return `good in none of ${drifts} drifts`;
	if (good === drifts) return `good in all of ${drifts} drifts`;
	const tenths = 10 * chance;
	return `good in ${tenths.toFixed(tenths > 9.5 || tenths < 0.5 ? 1 : 0)} of 10 drifts, ±${(10 * error).toFixed(1)}`;
}

/** A number of a control of the hand with its unit. */
export const controlNumber: Readonly<Record<FoundControl, (value: number) => string>> = {
	line: (value) => shown.water.words(value, 2),
	hangs: (value) => shown.water.words(value, 2),
	countdown: (value) => `${value.toFixed(0)} s`,
	retrieve: (value) => shown.sink.words(value, 1)
};

/** To five centimetres: a hand is no better. */
const toFive = (metres: number) => Math.round(20 * metres) / 20;

/** How the rod is held: "3.1 m of line from tip to fly". */
function controlSentence(control: FoundControl, value: number, way: Way): string {
	const number = controlNumber[control](value);
	switch (control) {
		case 'line':
			return `${number} of line from tip to fly`;
		case 'hangs':
			return `fly ${number} below the ${floatWord(way)}`;
		case 'countdown':
			return `count ${number}`;
		case 'retrieve':
			return `draw in at ${number}`;
	}
}

/** A found control with the span that does nearly as well: "3 to 3.2 do". */
export const spanWords = ({ control, from, to }: FoundHand): string => {
	const bare = (value: number) => controlNumber[control](value).replace(/ .*$/, '');
	const ends = control === 'line' || control === 'hangs' ? [from, to].map(toFive) : [from, to];
	const [low, high] = ends.map(bare);
	return low === high ? '' : `${low} to ${high} do`;
};

/** How the rod is held, each control with its span where it was found; nothing of a hand that was found for another way. */
export function handSentences(
	{ rig, found }: Hand,
	asked: Rig
): { readonly words: string; readonly span: string }[] {
	if (rig.way !== asked.way) return [];
	const open = openControls(asked);
	return wayTable[asked.way].held.map((control) => {
		const its = found.find((one) => one.control === control);
		return {
			words: controlSentence(control, controlOf(rig, control), asked.way),
			span: its ? spanWords(its) : open.includes(control) ? '' : 'as you set it'
		};
	});
}

/** A figure with both ends of 90 % where they are known. */
export const rangeWords = (range: Range, measure: Measure, digits = 1) =>
	`${measure.fixed(range.low, digits)}–${measure.fixed(range.high, digits)}`;

export const percent = (share: number) => `${Math.round(100 * share)} %`;

export const percentRange = ({ low, high }: Range) =>
	low === high ? '' : `${Math.round(100 * low)}–${percent(high)}`;

/** What a hang-up chance means on the water. */
export function hangUpWords(chance: number): string {
	if (chance < 0.02) return 'hardly ever';
	if (chance < 0.1) return 'now and then';
	return chance < 0.3 ? 'often' : 'most casts in a few';
}
