import { bandDistances, mainFault, USUAL_WANTED, type Fault } from '../drift/index';
import { beadWords, coilWords, hookWords, type Recipe } from '../fly/index';
import { CENTIMETRE } from '../quantity/index';
import { drifting, worldRun } from '../predict/index';
import type { Asked } from './asked';
import { mends, type Mend } from './mend';
import type { Wishes } from './rank';
import { Search, type Found, type MatchQuestion, type Seen } from './search';
import type { Locks, Lockable } from './space';

/** Something that would make more drifts good than anything the search found. */
export interface WayOut {
	readonly words: string;
	readonly chance: number;
	readonly change: Mend['change'];
}

const cms = (speed: number) => `${(speed / CENTIMETRE).toFixed(0)} cm/s`;
const tenths = (chance: number) => `${Number((10 * chance).toFixed(1))} of 10`;

/** What a fault means for a fly that is too slow, or too fast, in the middle of a sentence. */
const faultWords: Readonly<Record<Fault, string>> = {
	short: 'the line is too short to bring it to the water',
	unsolved: 'the drift cannot be followed',
	under: 'pull what carries them under',
	never: 'never come down',
	late: 'come down past the fish',
	bed: 'lie on the bed',
	lifted: 'are lifted out of the zone'
};

/**
 * Which limit keeps every build from doing the job, in a sentence; null where some do.
 *
 * @param seen what was looked at
 * @param best the best chance there is
 */
export function limitOf(
	asked: Asked,
	seen: readonly Seen[],
	best: number,
	{ enough }: Wishes
): string | null {
	if (best >= enough) return null;
	if (seen.length === 0) {
		return 'None of these can be tied: every bead or wire is too large for every hook.';
	}
	const { smooth, tooSlow, tooFast } = asked;
	if (!smooth) {
		if (!tooSlow && !tooFast) {
			return 'On this line no fly has a drift here: the line is too short. Lengthen the leader.';
		}
		const parts = [
			tooSlow ? `slower flies ${faultWords[tooSlow]}` : '',
			tooFast ? `faster ones ${faultWords[tooFast]}` : ''
		];
		return `No sink rate makes a good drift on this line here: ${parts.filter(Boolean).join(', ')}.`;
	}
	const fastest = seen.reduce((most, { speed }) => Math.max(most, speed), 0);
	const slowest = seen.reduce((least, { speed }) => Math.min(least, speed), Infinity);
	if (fastest < smooth.from) {
		return `The fastest that can be tied from these sinks ${cms(fastest)}, and about ${cms(smooth.from)} is asked for.`;
	}
	if (slowest > smooth.to) {
		return `The slowest that can be tied from these sinks ${cms(slowest)}, and above ${cms(smooth.to)} flies ${tooFast ? faultWords[tooFast] : 'are too fast'}.`;
	}
	return `The right sink rate is among these, but depth, current and eddies scatter more than one fly can meet: the best is good in ${tenths(best)}. Measure the depth and time the current, or change the rig.`;
}

const OPEN: Locks = { hook: false, bead: false, coil: false, rib: false, dressing: false };
/** A way out that adds less than this to the share of good drifts is not worth saying (our choice). */
const HELPS = 0.05;
const TRIED = 24;

/**
 * What would help where nothing does the job: what to buy, what to unlock, and what to change about the
 * rig, each with the share of good drifts that it would bring; the best first.
 *
 * @param best the best build there is; null where nothing can be tied
 */
export function waysOut(question: MatchQuestion, asked: Asked, best: Found | null): WayOut[] {
	const { shelf, wishes, locks } = question;
	const found: WayOut[] = [];
	const least = (best?.chance ?? 0) + HELPS;
	const tried = (words: (recipe: Recipe) => string, change: Partial<MatchQuestion>) => {
		const first = quickest({ ...question, ...change }, asked);
		if (!first || first.chance < least) return;
		const { recipe, chance } = first;
		found.push({ words: words(recipe), chance, change: { recipe } });
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
	const { rig } = question;
	if (best && rig) {
		const { wanted = USUAL_WANTED } = question;
		const asks = { ...question, recipe: best.recipe, rig };
		const ready = drifting(asks);
		const distances = bandDistances(ready.median.column);
		const runs = Array.from({ length: TRIED }, (_, k) => worldRun(ready, k, distances, wanted));
		const faults: Partial<Record<Fault, number>> = {};
		for (const { fault } of runs) if (fault) faults[fault] = (faults[fault] ?? 0) + 1;
		const fault = mainFault({ faults });
		const good = runs.filter((run) => run.good).length / TRIED;
		for (const mend of fault ? mends(asks, fault, good, wanted, shelf) : []) {
			if (!('recipe' in mend.change) && mend.chance > good + HELPS) found.push(mend);
		}
	}
	return found.sort((a, b) => b.chance - a.chance);
}

/** The first of a whole search, by tables and in full, without its band. */
function quickest(question: MatchQuestion, asked: Asked): Found | null {
	const search = new Search(question, asked);
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
