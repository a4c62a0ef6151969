import {
	curveLogs,
	curveShared,
	DRIFTS,
	FLOOR,
	markOf,
	nextStage,
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
	/** The best of each family, by the ranking; the first few until they are sure enough, the others by equally many drifts. */
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
/** Builds that are followed at most, the listed and what comes up in their place; and until they are sure enough. */
const MOST_FOLLOWED = 24;
const MOST_CONFIRMED = 12;
const LISTED_ON_THE_WAY = 6;
/** Drifts that a channel does before it looks up. */
const PIECE = 20;
/** After this many pairs a channel says what it found, then goes on. */
const PAIRS = 4;

/** What is known of a build that was followed. */
interface Counted {
	readonly build: FoundBuild;
	readonly hand: Hand;
	/** Good ones among the first drifts, and m above the zone. */
	readonly few: number;
	readonly miss: number;
	/** All drifts that were followed, the first among them, and how many were good. */
	readonly drifts: number;
	readonly good: number;
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
 * same worlds, and the first few until their chances are sure enough, until those of all that stand first are.
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
	const search = new Search({ question, channels, stopped }, report);
	return (await search.begin()) &&
		(await search.look()) &&
		(await search.follow()) &&
		(await search.confirm())
		? search.end()
		: null;
}

/** A search under way. Each part says whether it came to its end; when not, the search was stopped. */
class Search {
	private curve!: ChanceCurve;
	/** Pairs of hook and bead in all, and the first that no channel has. */
	private pairs = 0;
	private next = 0;
	/** Builds looked at and the best list, a channel each. */
	private readonly looked: number[];
	private readonly lists: (readonly FoundBuild[])[];
	/** The best chance by the tables. */
	private top = 0;
	private seen: readonly Seen[] = [];
	/** Those that may be listed, the best first by the tables; and what is known of those that were followed. */
	private candidates: readonly FoundBuild[] = [];
	private readonly followed = new Map<string, Counted>();

	constructor(
		private readonly job: Job & { readonly question: MatchQuestion },
		private readonly report: (progress: MatchProgress, answer: MatchAnswer | null) => void
	) {
		this.looked = job.channels.map(() => 0);
		this.lists = job.channels.map(() => []);
	}

	/** The chance over the sink rate, for all channels. */
	async begin(): Promise<boolean> {
		const { question, channels, stopped } = this.job;
		this.report({ phase: 'asking', share: 0 }, null);
		const curve = await curveShared(curveLogs(), {
			workers: curveWorkers(channels, question),
			stopped,
			report: (share) => this.report({ phase: 'asking', share }, null)
		});
		if (!curve) return false;
		this.curve = curve;
		const counts = await Promise.all(
			channels.map((channel) => channel.ask({ kind: 'begin', question, curve }))
		);
		this.pairs = counts[0] ?? 0;
		return true;
	}

	/** Every build, by the tables. */
	async look(): Promise<boolean> {
		const { channels, stopped } = this.job;
		await Promise.all(channels.map((channel, k) => this.lookBy(channel, k)));
		if (stopped()) return false;
		const lists = await Promise.all(
			channels.map((channel) => this.listOf(channel, LISTED, MARGIN))
		);
		lists.forEach((list, k) => (this.lists[k] = list));
		this.seen = (
			await Promise.all(channels.map((channel) => channel.ask({ kind: 'seen' })))
		).flat();
		if (stopped()) return false;
		this.report({ phase: 'looking', share: 1 }, this.answer());
		return true;
	}

	/** One channel's part of it, a few pairs at a time. */
	private async lookBy(channel: SearchChannel, k: number): Promise<void> {
		const { stopped } = this.job;
		for (let round = 1; this.next < this.pairs && !stopped(); round++) {
			const some: number[] = [];
			while (some.length < PAIRS && this.next < this.pairs) some.push(this.next++);
			const found = await channel.ask({ kind: 'look', pairs: some });
			this.looked[k] = found.looked;
			this.top = Math.max(this.top, found.top);
			// Now and then what is there so far, the first soon.
			if (round !== 2 && round % 10 !== 0) continue;
			this.lists[k] = await this.listOf(channel, LISTED_ON_THE_WAY);
			if (!stopped())
				this.report({ phase: 'looking', share: this.next / this.pairs }, this.answer());
		}
	}

	private listOf(channel: SearchChannel, most: number, more = 0) {
		return channel.ask({ kind: 'list', most, mark: markOf(this.top, this.enough), more });
	}

	/** All that may be listed meet the same few worlds. */
	async follow(): Promise<boolean> {
		const { channels, stopped } = this.job;
		this.candidates = ranked(this.lists, markOf(this.top, this.enough)).slice(0, MOST_FOLLOWED);
		let at = 0;
		await Promise.all(
			channels.map(async (channel) => {
				while (at < this.candidates.length && !stopped()) {
					if (!(await this.followOne(channel, this.candidates[at++]!))) return;
				}
			})
		);
		return !stopped();
	}

	private async followOne(channel: SearchChannel, build: FoundBuild): Promise<boolean> {
		const { question, stopped } = this.job;
		const first = await firstDrifts(channel, { ...question, recipe: build.recipe }, stopped);
		if (!first) return false;
		const { hand, good } = first;
		const drifts = DRIFTS.listed;
		const miss = first.miss / drifts;
		this.followed.set(keyOf(build), { build, hand, few: good, miss, drifts, good });
		const share = this.followed.size / this.candidates.length;
		if (!stopped()) this.report({ phase: 'following', share }, this.answer());
		return true;
	}

	/** Those that stand first are followed until their chances are sure enough, and all on the first screen are. */
	async confirm(): Promise<boolean> {
		const { stopped } = this.job;
		for (let further = 0; further < MOST_CONFIRMED; further++) {
			if (stopped()) return false;
			const list = this.ranking()
				.slice(0, FIRST_SCREEN)
				.map((build) => this.followed.get(keyOf(build))!);
			const its = list.find((one) => !isSure(one));
			if (!its) return true;
			const done = list.filter(isSure).length;
			const surer = await untilSure(this.job, its, (share) =>
				this.report({ phase: 'confirming', share: (done + share) / list.length }, this.answer())
			);
			if (surer === null) return false;
			this.followed.set(keyOf(its.build), surer);
		}
		return !stopped();
	}

	end(): MatchAnswer {
		const answer = this.answer(true);
		this.report({ phase: 'done', share: 1 }, answer);
		return answer;
	}

	private answer(confirmed = false): MatchAnswer {
		return {
			list: this.list().slice(0, LISTED),
			looked: this.looked.reduce((a, b) => a + b, 0),
			curve: this.curve,
			seen: this.seen,
			mark: markOf(this.best(), this.enough),
			confirmed
		};
	}

	/** While some are not followed yet they stand as the tables have them; then counted ones alone. */
	private list(): FoundBuild[] {
		const { candidates, followed } = this;
		if (candidates.length > 0 && followed.size >= candidates.length) return this.ranking();
		const open = candidates.filter((one) => !followed.has(keyOf(one)));
		const counted = [...followed.values()].map(shown);
		const known = candidates.length > 0 ? [[...counted, ...open]] : this.lists;
		return mergedLists(known, markOf(this.best(), this.enough));
	}

	private ranking(): FoundBuild[] {
		return rankedOf([...this.followed.values()], this.best(), this.enough);
	}

	/** The best chance that is known, counted where anything was. */
	private best(): number {
		const { followed, top } = this;
		return followed.size > 0
			? Math.max(...[...followed.values()].map((its) => shown(its).chance))
			: top;
	}

	private get enough(): number {
		return this.job.question.wishes.enough;
	}
}

/** What works out a curve: each channel a point at a time. */
export const curveWorkers = (
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

/** A followed build as it is ranked: by all of its drifts. */
const shown = ({ build, miss, drifts, good }: Counted): FoundBuild => ({
	...build,
	chance: good / drifts,
	miss,
	drifts
});

const isSure = ({ good, drifts }: Counted): boolean => nextStage(good, drifts) === drifts;

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
		.map((its) => shown({ ...its, drifts: DRIFTS.listed, good: its.few }));
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

/** Follows a build on until its chance is sure enough. @returns null when it was stopped */
async function untilSure(
	{ question, channels, stopped }: Job,
	its: Counted,
	report: (share: number) => void
): Promise<Counted | null> {
	const ask = { ...question, recipe: its.build.recipe, hand: its.hand };
	let { good, drifts } = its;
	for (let stage = nextStage(good, drifts); stage > drifts; stage = nextStage(good, drifts)) {
		let given = drifts;
		let done = drifts;
		await Promise.all(
			channels.map(async (channel) => {
				while (given < stage && !stopped()) {
					const from = given;
					given = Math.min(stage, given + PIECE);
					const to = given;
					// Not added in one go with the waiting: the other channel adds meanwhile.
					const more = await channel.ask({ kind: 'follow', question: ask, from, to });
					good += more.good;
					done += to - from;
					if (!stopped()) report(done / DRIFTS.whole);
				}
			})
		);
		if (stopped()) return null;
		drifts = stage;
	}
	return { ...its, good, drifts };
}
