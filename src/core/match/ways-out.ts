import type { Fault } from '../drift/index';
import { beadWords, coilWords, hookWords, type Recipe } from '../fly/index';
import { markOf, windowOf, type ChanceCurve } from '../predict/index';
import { shown } from '../quantity/index';
import { adviceFor, chanceOf } from './advice';
import type { Remedy } from './remedies';
import type { Wishes } from './rank';
import { Search, type FoundBuild, type Seen } from './search';
import type { MatchQuestion } from './question';
import type { Locks, Lockable } from './dressing-variants';
import { DRIFTS } from '../predict/index';

/** Something that would make more drifts good than anything the search found. */
export interface WayOut {
	readonly words: string;
	readonly chance: number;
	readonly change: Remedy['change'];
}

const cms = (speed: number) => shown.sink.words(speed, 0);
const tenths = (chance: number) => `${Number((10 * chance).toFixed(1))} of 10`;

/** What a fault means for flies that are too slow, or too fast, in the middle of a sentence. */
const faultWords: Readonly<Record<Fault, string>> = {
	short: 'cannot reach the water on so short a line',
	unsolved: 'cannot be followed',
	under: 'pull under what carries them',
	never: 'never come down',
	late: 'come down past the fish',
	hung: 'hang up between the stones',
	bed: 'lie on the bed',
	lifted: 'are lifted out of the zone'
};

/**
 * Which limit keeps every build from doing the job, in a sentence; null where some are good as often as is
 * asked for.
 *
 * @param seen what was looked at
 * @param best the best chance there is
 */
export function limitOf(
	curve: ChanceCurve,
	seen: readonly Seen[],
	best: number,
	{ enough }: Pick<Wishes, 'enough'>
): string | null {
	if (best >= enough) return null;
	if (seen.length === 0) {
		return 'None of these can be tied: every bead or wire is too large for every hook.';
	}
	const top = curve.points.reduce((most, { chance }) => Math.max(most, chance), 0);
	const window = windowOf(curve, markOf(top, enough));
	if (!window) {
		const [slow, fast] = [curve.points[0]?.fault, curve.points.at(-1)?.fault];
		const parts = [
			slow ? `slower flies ${faultWords[slow]}` : '',
			fast && fast !== slow ? `faster ones ${faultWords[fast]}` : ''
		].filter(Boolean);
		return `No sink rate makes good drifts on this rig here${parts.length > 0 ? `: ${parts.join(', ')}` : ''}.`;
	}
	const fastest = seen.reduce((most, { speed }) => Math.max(most, speed), 0);
	const slowest = seen.reduce((least, { speed }) => Math.min(least, speed), Infinity);
	if (fastest < window.from) {
		return `The fastest that can be tied from these sinks at ${cms(fastest)}, and this lie needs about ${cms(window.from)}.`;
	}
	if (slowest > window.to) {
		return `The slowest that can be tied from these sinks at ${cms(slowest)}, and above ${cms(window.to)} flies ${window.tooFast ? faultWords[window.tooFast] : 'are too fast'}.`;
	}
	return `The right sink rate is among these, but depth, current and eddies scatter more than one fly can meet: the best is good in ${tenths(best)}. Measure the depth and time the current, or change the rig.`;
}

const OPEN: Locks = { hook: false, bead: false, coil: false, rib: false, dressing: false };
/** A way out that adds less than this to the share of good drifts is not worth saying (our choice). */
const HELPS = 0.05;

/**
 * What would help where nothing does the job: what to buy, what to unlock, and what to change about the
 * rig, each with the share of good drifts that it would bring; the best first.
 *
 * @param best the best build there is; null where nothing can be tied
 */
export function waysOut(
	question: MatchQuestion,
	curve: ChanceCurve,
	best: FoundBuild | null
): WayOut[] {
	const { shelf, wishes, locks } = question;
	const found: WayOut[] = [];
	const least = (best?.chance ?? 0) + HELPS;
	const tried = (words: (recipe: Recipe) => string, change: Partial<MatchQuestion>) => {
		const first = quickest({ ...question, ...change }, curve);
		if (!first) return;
		const { recipe } = first;
		const { chance } = chanceOf({ ...question, recipe }, DRIFTS.listed);
		if (chance >= least) found.push({ words: words(recipe), chance, change: { recipe } });
	};
	const bought = { shelf: { ...shelf, only: false }, wishes: { ...wishes, onlyOwned: false } };
	if (shelf.only) tried(toBuy(locks), bought);
	if (wishes.noLead) {
		tried(() => 'with lead allowed', { wishes: { ...wishes, noLead: false } });
	}
	const shut = (Object.keys(locks) as Lockable[]).filter((part) => locks[part]);
	if (found.length === 0 && shut.length > 0) {
		const parts = shut.map((part) => (part === 'coil' ? 'wire' : part)).join(', ');
		tried((recipe) => `with ${parts} open to change: ${buildWords(recipe)}`, {
			locks: OPEN
		});
		if (found.length === 0 && shelf.only) tried(toBuy(OPEN), { ...bought, locks: OPEN });
	}
	if (best) {
		const { does, best: most } = adviceFor({ ...question, recipe: best.recipe });
		for (const one of does.length > 0 ? does : most ? [most] : []) {
			if (!one.change.recipe && one.chance >= least) found.push(one);
		}
	}
	return found.sort((a, b) => b.chance - a.chance);
}

/** The first of a whole search, by tables and in full, without its band. */
function quickest(question: MatchQuestion, curve: ChanceCurve): FoundBuild | null {
	const search = new Search(question, curve);
	for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
	return search.list(8)[0] ?? null;
}

const buildWords = ({ hook, bead, coil }: Recipe) =>
	`hook ${hookWords(hook)}, bead ${beadWords(bead)}, wire ${coilWords(coil)}`;

/** Those of hook, bead and wire that were open to choose and are from no lot. */
const toBuy =
	(locks: Locks) =>
	({ hook, bead, coil }: Recipe): string => {
		const parts = [
			locks.hook || hook.lot ? '' : `hook ${hookWords(hook)}`,
			locks.bead || !bead || bead.lot ? '' : `bead ${beadWords(bead)}`,
			locks.coil || !coil || coil.lot ? '' : `wire ${coilWords(coil)}`
		].filter(Boolean);
		return parts.length > 0 ? `buy ${parts.join(', ')}` : 'with what is not in stock';
	};
