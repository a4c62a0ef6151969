import type { Asked } from './asked';
import { joined } from './asked';
import type { MatchAnswers, MatchTask } from './desk';
import { markOf } from './rank';
import { WORLDS } from './plain-search';
import { MARGIN, mergedLists, type Found, type MatchQuestion, type Seen } from './search';

/** One who does tasks of a search, in turn: a worker, a thread, or a Desk itself. */
export interface Lane {
	ask<Kind extends MatchTask['kind']>(
		task: Extract<MatchTask, { kind: Kind }>
	): Promise<MatchAnswers[Kind]>;
}

/** How far a search is. */
export interface MatchProgress {
	readonly phase: 'asking' | 'looking' | 'following' | 'done';
	/** Of the phase, 0 to 1. */
	readonly share: number;
}

/** What a search says so far; it only gets better. */
export interface MatchAnswer {
	/** The best of each family, by the ranking. */
	readonly list: readonly Found[];
	/** Builds looked at. */
	readonly looked: number;
	readonly asked: Asked;
	/** The chance from which on a build counts as doing the job. */
	readonly mark: number;
	/** The first has been followed through its whole band, and stood. */
	readonly confirmed: boolean;
	readonly seen: readonly Seen[];
}

/** Drifts by which the first is confirmed. */
export const FULL = 500;
/** The first is followed so far, then so far: one that only was lucky in its few drifts falls back early. */
const STAGES = [WORLDS, 50, 150, FULL];
/** Pieces of following at the most: the listed and what comes up in their place, and the first to the end. */
const MOST_FOLLOWED = 40;
const FOR_THE_FIRST = 24;
/** Builds that are listed. */
export const LISTED = 24;
const LISTED_ON_THE_WAY = 6;
const PIECE = 10;
/** Of so many pairs a lane says what it found before it goes on. */
const PAIRS = 4;

/**
 * A search from the question to the confirmed winner, shared between lanes: the bounds that lie and rig
 * ask for, every build by tables, the best in full, each of those that are listed by a few drifts in the
 * same worlds, and the first by its whole band. What the band of the first says more or less than its own
 * first drifts holds for all alike, since all met the same few worlds (a control variate); where another
 * then stands first, that one is followed further.
 *
 * What is reported only gets better: by what is known then, the first is never behind one that was
 * first before.
 *
 * @param report called with what is there so far
 * @returns null when it was stopped
 */
export async function match(
	question: MatchQuestion,
	lanes: readonly Lane[],
	report: (progress: MatchProgress, answer: MatchAnswer | null) => void,
	stopped: () => boolean = () => false
): Promise<MatchAnswer | null> {
	const each = Math.ceil(WORLDS / lanes.length);
	let heard = 0;
	report({ phase: 'asking', share: 0 }, null);
	const parts = await Promise.all(
		lanes.map(async (lane, k) => {
			const part = await lane.ask({
				...{ kind: 'asked', question },
				from: k * each,
				to: Math.min(WORLDS, (k + 1) * each)
			});
			report({ phase: 'asking', share: ++heard / lanes.length }, null);
			return part;
		})
	);
	if (stopped()) return null;
	const asked = joined(parts);
	const [pairs = 0] = await Promise.all(
		lanes.map((lane) => lane.ask({ kind: 'begin', question, asked }))
	);
	const looked = lanes.map(() => 0);
	const lists: (readonly Found[])[] = lanes.map(() => []);
	let top = 0;
	let next = 0;
	/** What is known of the builds that were followed. */
	const followed = new Map<string, Followed>();
	/** What the drifts of those that were followed say more, or less, than the tables do of them. */
	let shift = 0;
	/** The same of those followed further against their first drifts. */
	let wider = 0;
	/** All that ever stood first, so that nothing better is lost from sight. */
	const firsts = new Map<string, Found>();
	let seen: readonly Seen[] = [];
	const { wishes, rig } = question;
	const mark = () => markOf(top + shift + wider, wishes);
	const known = (one: Found, noise = 0): Found => {
		const its = followed.get(keyOf(one));
		if (!its) return { ...one, chance: within(one.chance + shift + wider), noise };
		const { few, whole, drifts } = its;
		const counted = whole ?? few;
		const error = Math.sqrt((counted * (1 - counted)) / drifts);
		return { ...one, chance: whole ?? within(few + wider), noise: error, drifts };
	};
	/** @param noise what the chance of one that was not followed may be more */
	const ranked = (noise = 0) =>
		mergedLists(
			[...lists, [...firsts.values()]].map((list) => list.map((one) => known(one, noise))),
			mark()
		).slice(0, LISTED);
	const answerNow = (): MatchAnswer => {
		const list = ranked();
		const first = list[0] && found(list[0]);
		if (first) firsts.set(keyOf(first), first);
		return {
			list,
			looked: looked.reduce((a, b) => a + b, 0),
			...{ asked, seen, mark: mark(), confirmed: false }
		};
	};
	/** A listed build as the tables have it. */
	const found = (one: Found) =>
		[...lists.flat(), ...firsts.values()].find((other) => keyOf(other) === keyOf(one))!;
	const listOf = (lane: Lane, most = LISTED, more = 0) =>
		lane.ask({ kind: 'list', most, mark: mark() - shift - wider, more });
	await Promise.all(
		lanes.map(async (lane, k) => {
			for (let round = 1; next < pairs && !stopped(); round++) {
				const some: number[] = [];
				while (some.length < PAIRS && next < pairs) some.push(next++);
				const found = await lane.ask({ kind: 'look', pairs: some });
				looked[k] = found.looked;
				top = Math.max(top, found.top);
				// Now and then what is there so far, the first soon.
				if (round !== 2 && round % 10 !== 0) continue;
				lists[k] = await listOf(lane, LISTED_ON_THE_WAY);
				if (!stopped()) report({ phase: 'looking', share: next / pairs }, answerNow());
			}
		})
	);
	if (stopped()) return null;
	const listAll = async (more = 0) =>
		(await Promise.all(lanes.map((lane) => listOf(lane, LISTED, more)))).forEach(
			(list, k) => (lists[k] = list)
		);
	await listAll();
	seen = (await Promise.all(lanes.map((lane) => lane.ask({ kind: 'seen' })))).flat();
	if (stopped()) return null;
	report({ phase: 'looking', share: 1 }, answerNow());
	// Until all that may be listed have met the same few worlds, and the first has been followed to the end.
	for (let few = 0, further = 0; rig && further < FOR_THE_FIRST;) {
		const wide = few < MOST_FOLLOWED;
		const list = ranked(wide ? MARGIN : 0);
		const next = (wide && list.find(({ drifts }) => drifts === 0)) || list[0];
		if (!next || next.drifts >= FULL) break;
		const its = followed.get(keyOf(next));
		const from = its?.drifts ?? 0;
		const to = STAGES.find((stage) => stage > from)!;
		if (its) further++;
		else few++;
		const shown = its ? 0 : list.filter(({ drifts }) => drifts > 0).length / list.length;
		const good = await follow(question, next, { from, to }, lanes, stopped, (share) =>
			report(
				{ phase: 'following', share: its ? (from + share * (to - from)) / FULL : shown },
				answerNow()
			)
		);
		if (good === null) return null;
		const tables = found(next).chance;
		if (its) {
			const whole = ((its.whole ?? its.few) * from + good) / to;
			followed.set(keyOf(next), { ...its, whole, drifts: to });
		} else followed.set(keyOf(next), { tables, few: good / to, whole: null, drifts: to });
		const all = [...followed.values()];
		shift = mean(all.map((one) => one.few - one.tables));
		wider = mean(all.flatMap(({ few, whole }) => (whole === null ? [] : [whole - few])));
		// What the tables call good the drifts may not: the next of its family stay in sight.
		await listAll(MARGIN);
		if (stopped()) return null;
	}
	const last = answerNow();
	const answer = { ...last, confirmed: !rig || (last.list[0]?.drifts ?? 0) >= FULL };
	report({ phase: 'done', share: 1 }, answer);
	return answer;
}

const keys = new WeakMap<Found['recipe'], string>();
function keyOf({ recipe }: Found): string {
	const key = keys.get(recipe) ?? JSON.stringify(recipe);
	keys.set(recipe, key);
	return key;
}

const mean = (all: readonly number[]) =>
	all.length === 0 ? 0 : all.reduce((a, b) => a + b, 0) / all.length;
const within = (chance: number) => Math.max(0, Math.min(1, chance));

/** What is known of a build that was followed. */
interface Followed {
	/** Its chance by the tables. */
	readonly tables: number;
	/** By its first drifts. */
	readonly few: number;
	/** By all that it was followed through since; null until then. */
	readonly whole: number | null;
	readonly drifts: number;
}

/** Follows a build through some of its band. @returns how many drifts were good; null when it was stopped */
async function follow(
	question: MatchQuestion,
	build: Found,
	{ from: first, to: last }: { readonly from: number; readonly to: number },
	lanes: readonly Lane[],
	stopped: () => boolean,
	report: (share: number) => void
): Promise<number | null> {
	// Few are shared evenly between the lanes.
	const piece = Math.min(PIECE, Math.ceil((last - first) / lanes.length));
	let given = first;
	let done = 0;
	let good = 0;
	await Promise.all(
		lanes.map(async (lane) => {
			while (given < last && !stopped()) {
				const from = given;
				given = Math.min(last, given + piece);
				const to = given;
				// Not added in one go with the waiting: the other lane adds meanwhile.
				const more = await lane.ask({ kind: 'follow', question, build, from, to });
				good += more;
				done += to - from;
				if (!stopped()) report(done / (last - first));
			}
		})
	);
	return stopped() ? null : good;
}
