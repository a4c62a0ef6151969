import type { Fault } from '../drift/index';
import {
	bandFor,
	distributionIn,
	CAREFUL,
	COARSE_CURVE,
	curveOf,
	drifting,
	DRIFTS,
	markOf,
	QUICK,
	type DriftQuestion,
	type HandCare
} from '../predict/index';
import { mainFault } from '../drift/index';
import { beadWords, coilWords } from '../fly/index';
import { remediesFor, remediesNamed, type Changeable, type Remedy } from './remedies';
import { Search } from './search';
import type { MatchQuestion } from './question';
import type { Locks } from './dressing-variants';

/** A remedy with the chance of a good drift that it brings, counted as every chance of a list is. */
export interface Advised extends Remedy {
	readonly chance: number;
}

/** What to do about a fly on its rig in its lie: never nothing. */
export interface Advice {
	/** The chance as it is. */
	readonly chance: number;
	/** What spoils most of the drifts that are not good; null where all are. */
	readonly binds: Fault | null;
	/** The best chance that was found, with the fly as it is among those tried. */
	readonly most: number;
	/** Changes that do the job, those that cost least first. */
	readonly does: readonly Advised[];
	/** Where none does what is asked for: the change that brings the most; null where none is better than the fly as it is. */
	readonly best: Advised | null;
}

/** How much is done for advice. */
export interface AdviceCare {
	/** Drifts by which changes are told apart before they are counted, and by which they are counted. */
	readonly screened: number;
	readonly counted: number;
	/** Changes that are tried alone. */
	readonly tried: number;
}
const USUAL_CARE: AdviceCare = { screened: 24, counted: DRIFTS.listed, tried: 12 };
/** Of the best at the vise and at the rod the pairs (our choice). */
const PAIRED = 2;
/** This many that do the job are enough. */
const ENOUGH = 2;
/** Builds of the search that are counted. */
const BUILDS = 3;
/** A change must add so much to be worth making (our choice). */
const HELPS = 0.05;

const OPEN: Locks = { hook: true, bead: false, coil: false, rib: true, dressing: true };

/**
 * Single changes against what spoils most drifts, one after the other; where none does the job, pairs of one
 * at the vise and one at the rod; then the best that the search has for this hook. Of all that was tried what
 * does the job, or else what brings the most, and what binds.
 *
 * @param care how much is done for it
 */
export function adviceFor(question: MatchQuestion, care: AdviceCare = USUAL_CARE): Advice {
	const { shelf, wishes, recipe, rig, lie } = question;
	const base: Changeable = { recipe, rig, lie };
	const distribution = distributionIn(question);
	const now = chanceOf(question, care.counted);
	const tried: Advised[] = [];
	const screen = (remedy: Remedy): Advised => {
		const changed = { ...question, ...remedy.change };
		const one = { ...remedy, chance: chanceOf(changed, care.screened, QUICK).chance };
		tried.push(one);
		return one;
	};
	const counted = (one: Advised): Advised => ({
		...one,
		chance: chanceOf({ ...question, ...one.change }, care.counted).chance
	});
	const does: Advised[] = [];
	const consider = (one: Advised) => {
		if (one.chance < wishes.enough - HELPS) return;
		const sure = counted(one);
		tried[tried.indexOf(one)] = sure;
		if (sure.chance >= wishes.enough) does.push(sure);
	};
	const fault = now.fault;
	if (now.chance >= wishes.enough || fault === null) return adviceOf(now, [], []);
	let left = care.tried;
	for (const name of remediesFor[fault]) {
		for (const remedy of remediesNamed(name, base, shelf, distribution)) {
			// Another way of fishing is always tried: what is the most that can be had depends on it.
			if (left-- <= 0 && name !== 'another way') break;
			const before = does.length;
			consider(screen(remedy));
			// The smallest step of a kind that is enough will do.
			if (does.length > before) break;
		}
		// What was only screened is no claim.
		if (does.length >= ENOUGH) return adviceOf(now, does, does);
	}
	if (does.length === 0) {
		const bestAt = (at: Remedy['at']) =>
			tried
				// Which fly is on the point is not changed together with that fly.
				.filter((one) => one.at === at && one.swaps === undefined)
				.sort((a, b) => b.chance - a.chance)
				.slice(0, PAIRED);
		for (const vise of bestAt('vise')) {
			for (const rod of bestAt('rod')) {
				consider(
					screen({
						words: `${vise.words} and ${rod.words}`,
						at: 'rod',
						change: { ...vise.change, ...rod.change }
					})
				);
			}
		}
	}
	if (does.length === 0) {
		for (const remedy of searched(question)) consider(screen(remedy));
	}
	const top = [...tried].sort((a, b) => b.chance - a.chance).slice(0, BUILDS);
	const sure = top.map((one) => (does.includes(one) ? one : counted(one)));
	return adviceOf(now, sure, does);
}

function adviceOf(
	now: ReturnType<typeof chanceOf>,
	tried: readonly Advised[],
	does: readonly Advised[]
): Advice {
	const best = tried.reduce<Advised | null>(
		(top, one) => (one.chance > (top?.chance ?? now.chance + HELPS) ? one : top),
		null
	);
	const most = Math.max(now.chance, best?.chance ?? 0, ...does.map(({ chance }) => chance));
	return { chance: now.chance, binds: now.fault, most, does, best };
}

/** The best that the search finds for the hook in hand, bead and wire open. */
function searched(question: MatchQuestion): Remedy[] {
	const curve = curveOf(question, COARSE_CURVE.logs(), COARSE_CURVE.worlds);
	const search = new Search({ ...question, locks: OPEN }, curve);
	for (let pair = 0; pair < search.pairs; pair++) search.look(pair);
	const mark = markOf(search.topChance, question.wishes.enough);
	return search.list(BUILDS, mark).map(({ recipe }) => ({
		words: `bead ${beadWords(recipe.bead)}, wire ${coilWords(recipe.coil)}`,
		at: 'vise' as const,
		change: { recipe }
	}));
}

/** The chance of a question by this many drifts, and what spoils most of the others. */
export function chanceOf(
	question: DriftQuestion,
	drifts: number,
	care: HandCare = CAREFUL
): { readonly chance: number; readonly fault: Fault | null } {
	const band = bandFor(drifting(question, undefined, care), drifts);
	return { chance: band.chance, fault: mainFault(band) };
}
