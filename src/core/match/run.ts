import type { Asked } from './asked';
import { joined } from './asked';
import type { MatchAnswers, MatchTask } from './desk';
import { markOf } from './rank';
import { mergedLists, type Found, type MatchQuestion, type Seen } from './search';

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

/** Worlds in which bounds are found; even for each lane, since they come in pairs. */
export const WORLDS = 12;
/** Drifts by which the first is tried, by which one that still stands is confirmed, and how often at the most. */
export const BAND = 150;
export const FULL = 500;
const MOST_FOLLOWED = 8;
/** Builds that are listed. */
export const LISTED = 24;
const LISTED_ON_THE_WAY = 6;
const PIECE = 10;
/** Of so many pairs a lane says what it found before it goes on. */
const PAIRS = 4;

/**
 * A search from the question to the confirmed winner, shared between lanes: the bounds that lie and rig
 * ask for, every build by tables, the best in full, and the first by its whole band. What the band says
 * more or less than the tables holds for all builds alike, since all met the same few worlds; where
 * another then stands first, that one is followed too.
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
	/** What the bands of those that were followed say more, or less, than the tables do of them. */
	let shift = 0;
	const followed = new Map<string, Followed>();
	let seen: readonly Seen[] = [];
	const { wishes, rig } = question;
	const mark = () => markOf(top + shift, wishes);
	const answerNow = (): MatchAnswer => {
		const shifted = lists.map((list) =>
			list.map((one): Found => {
				const band = followed.get(keyOf(one));
				if (band) {
					const chance = band.good / band.drifts;
					const noise = Math.sqrt((chance * (1 - chance)) / band.drifts);
					return { ...one, chance, noise, drifts: band.drifts };
				}
				return { ...one, chance: Math.max(0, Math.min(1, one.chance + shift)) };
			})
		);
		return {
			list: mergedLists(shifted, mark()).slice(0, LISTED),
			looked: looked.reduce((a, b) => a + b, 0),
			...{ asked, seen, mark: mark(), confirmed: false }
		};
	};
	const listOf = (lane: Lane, most = LISTED) =>
		lane.ask({ kind: 'list', most, mark: mark() - shift });
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
	const listAll = async () =>
		(await Promise.all(lanes.map((lane) => listOf(lane)))).forEach((list, k) => (lists[k] = list));
	await listAll();
	seen = (await Promise.all(lanes.map((lane) => lane.ask({ kind: 'seen' })))).flat();
	if (stopped()) return null;
	report({ phase: 'looking', share: 1 }, answerNow());
	// Until the one that stands first has been followed to the end.
	for (let k = 0; rig && k < MOST_FOLLOWED; k++) {
		const [first] = answerNow().list;
		if (!first || first.drifts >= FULL) break;
		const known = followed.get(keyOf(first));
		const from = known?.drifts ?? 0;
		const to = known ? FULL : BAND;
		const good = await follow(question, first, { from, to }, lanes, stopped, (share) =>
			report({ phase: 'following', share }, answerNow())
		);
		if (good === null) return null;
		followed.set(keyOf(first), {
			tables: known?.tables ?? first.chance - shift,
			good: (known?.good ?? 0) + good,
			drifts: to
		});
		const off = [...followed.values()].map((band) => band.good / band.drifts - band.tables);
		shift = off.reduce((a, b) => a + b, 0) / off.length;
		await listAll();
		if (stopped()) return null;
		report({ phase: 'following', share: 1 }, answerNow());
	}
	const found = answerNow();
	const answer = { ...found, confirmed: !rig || (found.list[0]?.drifts ?? 0) >= FULL };
	report({ phase: 'done', share: 1 }, answer);
	return answer;
}

const keyOf = ({ recipe }: Found) => JSON.stringify(recipe);

/** What the band of a build says. */
interface Followed {
	/** Its chance by the tables. */
	readonly tables: number;
	readonly good: number;
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
	let given = first;
	let done = 0;
	let good = 0;
	await Promise.all(
		lanes.map(async (lane) => {
			while (given < last && !stopped()) {
				const from = given;
				given = Math.min(last, given + PIECE);
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
