import {
	curveLogs,
	curveShared,
	DRIFTS,
	FLOOR,
	markOf,
	type ChanceCurve,
	type CurveWork,
	type DriftQuestion,
	type Hand
} from '../predict/index';
import type { SearchChannel } from './tasks';
import type { Followed } from './follow';
import { before, nearer } from './rank';
import { MARGIN, mergedLists, type FoundBuild, type Seen } from './search';
import type { MatchQuestion } from './question';

/** How far a search is. */
export interface MatchProgress {
	readonly phase: 'asking' | 'looking' | 'following' | 'confirming' | 'done';
	/** Of the phase, 0 to 1. */
	readonly share: number;
}

/** What a search says so far. */
export interface MatchAnswer {
	/** The best of each family, by the ranking; the first few by whole bands, the others by equally many drifts. */
	readonly list: readonly FoundBuild[];
	/** Builds looked at. */
	readonly looked: number;
	readonly curve: ChanceCurve;
	/** The chance from which on a build counts as doing the job. */
	readonly mark: number;
	/** All that are listed were followed, and the first of them through whole bands. */
	readonly confirmed: boolean;
	readonly seen: readonly Seen[];
}

/** Builds that are listed, and of those the ones that a first screen shows. */
const LISTED = 18;
const FIRST_SCREEN = 6;
/** Builds that are followed at the most, the listed and what comes up in their place; and through whole bands. */
const MOST_FOLLOWED = 24;
const MOST_WHOLE = 12;
const LISTED_ON_THE_WAY = 6;
/** Drifts that a channel does before it looks up. */
const PIECE = 20;
/** Of so many pairs a channel says what it found before it goes on. */
const PAIRS = 4;

/** What is known of a build that was followed. */
interface Counted {
	readonly build: FoundBuild;
	readonly hand: Hand;
	/** Good ones among the first drifts, and m above the zone. */
	readonly few: number;
	readonly miss: number;
	/** Good ones among the whole band; null until it was followed so far. */
	readonly whole: number | null;
}

/** What a search is about and who does it. */
interface Job {
	readonly question: DriftQuestion;
	readonly channels: readonly SearchChannel[];
	readonly stopped: () => boolean;
}

/**
 * A search from the question to the confirmed winners, shared between channels: the chance over the sink rate,
 * every build by tables, the best in full, each of those that may be listed by equally many drifts in the
 * same worlds, and the first few by whole bands, until those that stand first have all been followed so far.
 *
 * @param report called with what is there so far
 * @returns null when it was stopped
 */
export async function match(
	question: MatchQuestion,
	channels: readonly SearchChannel[],
	report: (progress: MatchProgress, answer: MatchAnswer | null) => void,
	stopped: () => boolean = () => false
): Promise<MatchAnswer | null> {
	const job: Job = { question, channels, stopped };
	report({ phase: 'asking', share: 0 }, null);
	const curve = await curveShared(curveLogs(), {
		workers: lanesOf(channels, question),
		stopped,
		report: (share) => report({ phase: 'asking', share }, null)
	});
	if (!curve) return null;
	const [pairs = 0] = await Promise.all(
		channels.map((channel) => channel.ask({ kind: 'begin', question, curve }))
	);
	const looked = channels.map(() => 0);
	const lists: (readonly FoundBuild[])[] = channels.map(() => []);
	let top = 0;
	let next = 0;
	let seen: readonly Seen[] = [];
	const followed = new Map<string, Counted>();
	const { enough } = question.wishes;
	/** The best chance that is known, counted where anything was. */
	const best = () =>
		followed.size > 0 ? Math.max(...[...followed.values()].map((its) => shown(its).chance)) : top;
	/** Those that may be listed, the best first by the tables. */
	let candidates: readonly FoundBuild[] = [];
	/** While some are not followed yet they stand as the tables have them; then counted ones alone. */
	const listNow = (): FoundBuild[] => {
		if (candidates.length > 0 && followed.size >= candidates.length) {
			return rankedOf([...followed.values()], best(), enough);
		}
		const open = candidates.filter((one) => !followed.has(keyOf(one)));
		const counted = [...followed.values()].map(shown);
		const known = candidates.length > 0 ? [[...counted, ...open]] : lists;
		return mergedLists(known, markOf(best(), enough));
	};
	const answerNow = (confirmed = false): MatchAnswer => ({
		list: listNow().slice(0, LISTED),
		looked: looked.reduce((a, b) => a + b, 0),
		curve,
		seen,
		mark: markOf(best(), enough),
		confirmed
	});
	const listOf = (channel: SearchChannel, most: number, more = 0) =>
		channel.ask({ kind: 'list', most, mark: markOf(top, enough), more });
	await Promise.all(
		channels.map(async (channel, k) => {
			for (let round = 1; next < pairs && !stopped(); round++) {
				const some: number[] = [];
				while (some.length < PAIRS && next < pairs) some.push(next++);
				const found = await channel.ask({ kind: 'look', pairs: some });
				looked[k] = found.looked;
				top = Math.max(top, found.top);
				// Now and then what is there so far, the first soon.
				if (round !== 2 && round % 10 !== 0) continue;
				lists[k] = await listOf(channel, LISTED_ON_THE_WAY);
				if (!stopped()) report({ phase: 'looking', share: next / pairs }, answerNow());
			}
		})
	);
	if (stopped()) return null;
	(await Promise.all(channels.map((channel) => listOf(channel, LISTED, MARGIN)))).forEach(
		(list, k) => (lists[k] = list)
	);
	seen = (await Promise.all(channels.map((channel) => channel.ask({ kind: 'seen' })))).flat();
	if (stopped()) return null;
	report({ phase: 'looking', share: 1 }, answerNow());

	// All that may be listed meet the same few worlds.
	candidates = ranked(lists, markOf(top, enough)).slice(0, MOST_FOLLOWED);
	let at = 0;
	await Promise.all(
		channels.map(async (channel) => {
			while (at < candidates.length && !stopped()) {
				const build = candidates[at++]!;
				const first = await firstDrifts(channel, { ...question, recipe: build.recipe }, stopped);
				if (!first) return;
				const { hand, chance: few } = first;
				const miss = first.miss / DRIFTS.listed;
				followed.set(keyOf(build), { build, hand, few, miss, whole: null });
				const share = followed.size / candidates.length;
				if (!stopped()) report({ phase: 'following', share }, answerNow());
			}
		})
	);
	// And those that stand first all of them.
	for (let further = 0; further < MOST_WHOLE; further++) {
		if (stopped()) return null;
		const list = rankedOf([...followed.values()], best(), enough).slice(0, FIRST_SCREEN);
		const open = list.find(({ drifts }) => drifts < DRIFTS.whole);
		if (!open) break;
		const its = followed.get(keyOf(open))!;
		const done = list.filter(({ drifts }) => drifts === DRIFTS.whole).length;
		const good = await wholeBand(job, its, (share) =>
			report({ phase: 'confirming', share: (done + share) / list.length }, answerNow())
		);
		if (good === null) return null;
		followed.set(keyOf(open), { ...its, whole: good / DRIFTS.whole });
	}
	if (stopped()) return null;
	const answer = answerNow(true);
	report({ phase: 'done', share: 1 }, answer);
	return answer;
}

/** What works out a curve: each channel a point at a time. */
export const lanesOf = (
	channels: readonly SearchChannel[],
	question: DriftQuestion,
	worlds?: number
): CurveWork['workers'] =>
	channels.map((channel) => (log) => channel.ask({ kind: 'curve', question, logs: [log], worlds }));

/** Candidates as the tables have them, the best first; several of a family. */
function ranked(lists: readonly (readonly FoundBuild[])[], mark: number): FoundBuild[] {
	const keys = new Set<string>();
	return lists
		.flat()
		.filter((one) => !keys.has(keyOf(one)) && keys.add(keyOf(one)))
		.sort((a, b) => before(a, b, mark));
}

/** A followed build as it is ranked: by its whole band where there is one. */
const shown = ({ build, few, miss, whole }: Counted): FoundBuild => ({
	...build,
	chance: whole ?? few,
	miss,
	drifts: whole === null ? DRIFTS.listed : DRIFTS.whole
});

/**
 * Followed builds by the ranking, the best of each family. Beyond the first screen each stands with its
 * first drifts alone, so that no figure there is luckier than another.
 */
function rankedOf(all: readonly Counted[], best: number, enough: number): FoundBuild[] {
	const mark = markOf(best, enough);
	const order = best < FLOOR ? nearer : (a: FoundBuild, b: FoundBuild) => before(a, b, mark);
	const firstOf = (list: readonly FoundBuild[]) => {
		const families = new Set<string>();
		return [...list]
			.sort(order)
			.filter(({ family }) => !families.has(family) && families.add(family));
	};
	const first = firstOf(all.map(shown)).slice(0, FIRST_SCREEN);
	const taken = new Set(first.map(({ family }) => family));
	const others = all
		.filter(({ build }) => !taken.has(build.family))
		.map((its) => shown({ ...its, whole: null }));
	return [...first, ...firstOf(others)];
}

const keys = new WeakMap<FoundBuild['recipe'], string>();
function keyOf({ recipe }: FoundBuild): string {
	const key = keys.get(recipe) ?? JSON.stringify(recipe);
	keys.set(recipe, key);
	return key;
}

/** A fly's hand and its first drifts, as every list has them. @returns null when it was stopped between */
export async function firstDrifts(
	channel: SearchChannel,
	question: DriftQuestion,
	stopped: () => boolean
): Promise<(Followed & { readonly hand: Hand; readonly chance: number }) | null> {
	const hand = await channel.ask({ kind: 'hold', question });
	if (stopped()) return null;
	const all = await channel.ask({ kind: 'follow', question, from: 0, to: DRIFTS.listed });
	return { ...all, hand, chance: all.good / DRIFTS.listed };
}

/** Follows a build to the end of its band. @returns how many drifts were good; null when it was stopped */
async function wholeBand(
	{ question, channels, stopped }: Job,
	{ build, hand, few }: Counted,
	report: (share: number) => void
): Promise<number | null> {
	const ask = { ...question, recipe: build.recipe, hand };
	let given: number = DRIFTS.listed;
	let good = Math.round(few * DRIFTS.listed);
	let done: number = DRIFTS.listed;
	await Promise.all(
		channels.map(async (channel) => {
			while (given < DRIFTS.whole && !stopped()) {
				const from = given;
				const to = Math.min(DRIFTS.whole, given + PIECE);
				given = to;
				// Not added in one go with the waiting: the other channel adds meanwhile.
				const more = await channel.ask({ kind: 'follow', question: ask, from, to });
				good += more.good;
				done += to - from;
				if (!stopped()) report(done / DRIFTS.whole);
			}
		})
	);
	return stopped() ? null : good;
}
