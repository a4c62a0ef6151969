import { math } from '../quantity/index';
import { controlOf, withControl, type FoundControl, type Rig } from '../rig/index';
import {
	NEARLY,
	vertexOf,
	type FoundHand,
	type Hand,
	type HandCare,
	type HandSample
} from './hand-sample';
import type { DrawnWorld, Worlds } from './worlds';

/** Retrieves that are tried, m/s, beyond what the water brings in (common practice: from a crawl to long pulls). */
const RETRIEVES = [0.05, 0.09, 0.15, 0.28] as const;
/** Beside the best it is looked by these factors (ours): at retrieves with the counts that go with them, */
const RETRIEVE_STEP = 1.3;
/** then at counts, */
const COUNT_STEP = 1.2;
/** then again at retrieves, with counts that go with them from there. */
const CLOSER_STEP = 1.15;
/** A count along the median's path is near enough within this factor (our choice), */
const CLOSE_COUNT = 1.5;
/** and looked for by so many halvings at most. */
const MOST_HALVINGS = 5;
/**
 * Shortest count along the median's path, as a share of the median's time to the zone (our choice). In a slow
 * current with a long line what comes later is on the bed before it is drawn in: only what is there early is good.
 */
const EARLY = 0.8;
/** Longest count, s (our choice). */
const LONGEST_COUNT = 240;

/** Retrieves are told to half a centimetre a second, two in a hundred of a quick one and seven of a crawl. */
const heldTo = (retrieve: number) => Math.round(200 * retrieve) / 200;

/** A retrieve beyond what the water brings in, m/s, and the count before it, s. */
interface Pull {
	readonly slow: number;
	readonly count: number;
}

type Move = (pull: Pull, by: number) => Pull;
const quicker: Move = (pull, by) => ({ ...pull, slow: by * pull.slow });
const longer: Move = (pull, by) => ({ ...pull, count: by * pull.count });

/** The best of three that were tried in a row. */
interface Top {
	readonly best: Pull;
	/** Where the parabola through them has its top. */
	readonly vertex: Pull;
	/** Those that do nearly as well. */
	readonly near: readonly Pull[];
}

/**
 * In still water the faster a fly is drawn in the longer it is counted. Along the ridge that the median's smooth
 * path gives the score has one top: a coarse look on it, then three times the best of s(x / f), s(x), s(x f):
 * retrieves along the ridge, counts, and retrieves closer by. Found is where the parabolas through the last two
 * have their tops.
 */
export function countAndRetrieve(
	worlds: Worlds,
	rig: Rig,
	open: readonly FoundControl[],
	look: HandSample,
	{ still, fewStill }: HandCare
): Hand {
	const held = holder(worlds, rig, open);
	const ridge = ridgeOf(worlds, held, look);
	const top = topBy(held, (pull) => look.score(held.rig(pull), still));
	let at = held.draws
		? coarsely(ridge, (pull) => look.score(held.rig(pull), fewStill))
		: ridge.at(0);
	if (held.draws) at = top(at, RETRIEVE_STEP, ridge.along).best;
	const count = held.counts ? top(at, COUNT_STEP, longer) : null;
	at = count?.best ?? at;
	const retrieve = held.draws ? top(at, CLOSER_STEP, ridge.along) : null;
	const end = retrieve?.vertex ?? at;
	const pull = count ? longer(end, count.vertex.count / count.best.count) : end;
	const found: FoundHand[] = [];
	for (const [control, tops] of [
		['countdown', count],
		['retrieve', retrieve]
	] as const) {
		if (!tops) continue;
		const value = held[control](pull);
		const near = [value, ...tops.near.map(held[control])];
		found.push({ control, value, from: Math.min(...near), to: Math.max(...near) });
	}
	return { rig: held.rig(pull), found };
}

/** A pull as a hand can hold it: what the person has set stays, counts are whole seconds. */
interface Holder {
	readonly draws: boolean;
	readonly counts: boolean;
	readonly retrieve: (pull: Pull) => number;
	readonly countdown: (pull: Pull) => number;
	rig(pull: Pull): Rig;
}

function holder({ median }: Worlds, rig: Rig, open: readonly FoundControl[]): Holder {
	const [draws, counts] = [open.includes('retrieve'), open.includes('countdown')];
	const retrieve = ({ slow }: Pull) =>
		draws ? heldTo(slow + median.column.surfaceSpeed) : controlOf(rig, 'retrieve');
	const countdown = ({ count }: Pull) =>
		counts ? Math.max(1, Math.round(count)) : controlOf(rig, 'countdown');
	return {
		draws,
		counts,
		retrieve,
		countdown,
		rig: (pull) =>
			withControl(withControl(rig, 'retrieve', retrieve(pull)), 'countdown', countdown(pull))
	};
}

interface Ridge {
	/** The pull on it at a retrieve, looked for between those that are known. */
	at(slow: number): Pull;
	/** Between those that are known, and beyond them as between the last two, without looking. */
	readonly along: Move;
}

/** Counts that bring the median's smooth path to the aim: the faster the retrieve, the longer. */
function ridgeOf({ median }: Worlds, held: Holder, look: HandSample): Ridge {
	const known: Pull[] = [];
	const { depth } = median.column;
	const [{ fly }] = median.flies as [DrawnWorld['flies'][number]];
	/** A straight line holds the fly back, so that it takes many times as long as a free one would. */
	const longest = Math.min(LONGEST_COUNT, 20 * (depth / Math.max(0.02, fly.speed)) + 20);
	let least: number | undefined;
	const leastCount = () => {
		const there = look.time(held.rig({ slow: RETRIEVES[0], count: longest })) ?? 0;
		return Math.min(longest, Math.max(1, EARLY * there));
	};
	const between = (slow: number): number => {
		const counts = (side: (pull: Pull) => boolean) => known.filter(side).map(({ count }) => count);
		let a = Math.max((least ??= leastCount()), ...counts((one) => one.slow < slow));
		let b = Math.min(longest, ...counts((one) => one.slow > slow));
		for (let k = 0; k < MOST_HALVINGS && b > CLOSE_COUNT * a; k++) {
			const count = Math.sqrt(a * b);
			if (look.height(held.rig({ slow, count })) <= look.aim) b = count;
			else a = count;
		}
		return Math.sqrt(a * b);
	};
	return {
		at(slow) {
			const pull = { slow, count: held.counts ? between(slow) : 0 };
			known.push(pull);
			return pull;
		},
		along(pull, by) {
			if (!held.counts) return quicker(pull, by);
			const slow = by * pull.slow;
			// On it count ~ slow^p, with the power of the stretch that is nearest.
			known.sort((a, b) => a.slow - b.slow);
			const middle = Math.sqrt(slow * pull.slow);
			const k = known.length > 2 && middle > known[1]!.slow ? 1 : 0;
			const [from, to] = [known[k]!, known[k + 1]!];
			const p = math.log(to.count / from.count) / math.log(to.slow / from.slow);
			return { slow, count: Math.max(least!, pull.count * math.pow(by, p)) };
		}
	};
}

/** The best of a coarse look from the middle out: to the side on which it is better. */
function coarsely({ at }: Ridge, scoreOf: (pull: Pull) => number): Pull {
	const scored = (slow: number) => {
		const pull = at(slow);
		return { pull, score: scoreOf(pull) };
	};
	const [crawl, slow, usual, quick] = RETRIEVES;
	// The quicker first: its count bounds the slower one's.
	const [faster, slower] = [scored(usual), scored(slow)];
	const better = faster.score >= slower.score ? faster : slower;
	const next = scored(better === faster ? quick : crawl);
	return (next.score > better.score ? next : better).pull;
}

/** What looks at three pulls in a row; none is looked at twice. */
function topBy({ retrieve, countdown }: Holder, scoreOf: (pull: Pull) => number) {
	const known = new Map<string, number>();
	const score = (pull: Pull): number => {
		const key = `${retrieve(pull)} ${countdown(pull)}`;
		let found = known.get(key);
		if (found === undefined) known.set(key, (found = scoreOf(pull)));
		return found;
	};
	return (pull: Pull, factor: number, move: Move): Top => {
		const tried = [move(pull, 1 / factor), pull, move(pull, factor)];
		const scores = tried.map(score) as [number, number, number];
		const most = Math.max(...scores);
		return {
			best: tried[scores.indexOf(most)]!,
			vertex: move(pull, math.pow(factor, vertexOf(scores))),
			near: tried.filter((_, k) => scores[k]! >= most - NEARLY)
		};
	};
}
