import { withCast, type LineStuff } from '../rig/index';
import { chanceAt, COARSE_CURVE, DRIFTS, type Hand } from '../predict/index';
import { middleOf, standsAt, type BoxFly, type Place } from './outing';
import type { SearchChannel } from './tasks';

/** Two flies for one line at a place. */
export interface PairQuestion {
	/** Other flies that its rig may carry are left out. */
	readonly place: Place;
	/** Those that may be taken. */
	readonly flies: readonly BoxFly[];
	/** Where the upper one is tied in, m above the point, and on a dropper of this length, m. */
	readonly above: number;
	/** Where else it may be tied in, m above the point: the best of them is looked for, too. */
	readonly orAbove?: readonly number[];
	readonly dropper: number;
	/** What that is of; absent: of the line above its knot. */
	readonly of?: LineStuff;
	/** Places of flies that are settled already: the other one is looked for. */
	readonly point?: number;
	readonly upper?: number;
}

/** Two of the flies, and how they fish together. */
export interface FoundPair {
	/** Places among the flies. */
	readonly point: number;
	readonly upper: number;
	/** Where the upper one is tied in, m above the point. */
	readonly above: number;
	/** Shares of drifts in which either fishes well, of `DRIFTS.listed`: as the strip says them of the same cast. */
	readonly chances: readonly [point: number, upper: number];
	readonly hand: Hand;
}

/** Flies that are tried on the point, and above each of them (our choice). */
const POINTS = 6;
const UPPERS = 6;
/** Drifts that a pair is screened by, and pairs that are followed to the end (our choice). */
const SCREENED = 16;
const FINALISTS = 4;

/** How many of the two fish well in a drift, on the mean. */
const worth = (chances: readonly number[]) => chances.reduce((sum, chance) => sum + chance, 0);

/**
 * The two flies of some that fish a place best together. The heavier one is on the point (common practice, no source).
 * For the point those come into question that do best there alone, by a coarse curve; above it, where
 * several might be, some from the lightest to the heaviest. Each pair is screened by a few drifts, the best of them
 * followed with the hand that suits it. Where the upper fly's place is open, so it is tried for the best pairs.
 *
 * @param report called with the share that is done
 * @returns the best first; empty where no two sink, null when it was stopped
 */
export async function pairsFor(
	question: PairQuestion,
	channels: readonly SearchChannel[],
	report: (share: number) => void,
	stopped: () => boolean = () => false
): Promise<readonly FoundPair[] | null> {
	const [first] = channels;
	const pairs = first && !stopped() ? await pairsIn(question, first) : null;
	if (!pairs || stopped()) return null;
	const { flies, place, above, orAbove = [], dropper, of: stuff } = question;
	const asked = ([point, upper]: Pair, above: number) => {
		const { recipe } = flies[point]!;
		const { recipe: light } = flies[upper]!;
		const cast = [{ name: '', recipe: light, above, dropper, ...(stuff && { of: stuff }) }];
		return { ...place, recipe, rig: withCast(place.rig, cast) };
	};
	let done = 0;
	const finalists = Math.min(FINALISTS, pairs.length);
	const of = pairs.length + finalists * (orAbove.length + DRIFTS.listed / SCREENED);
	/** Does some work by all channels. @returns in the order of what was asked */
	const byAll = async <One, Found>(
		some: readonly One[],
		worthy: number,
		one: (what: One, channel: SearchChannel) => Promise<Found>
	) => {
		const found: Found[] = [];
		const open = [...some.keys()];
		await Promise.all(
			channels.map(async (channel) => {
				for (let k = open.shift(); k !== undefined && !stopped(); k = open.shift()) {
					found[k] = await one(some[k]!, channel);
					done += worthy;
					if (!stopped()) report(Math.min(1, done / of));
				}
			})
		);
		return found;
	};
	const screen = (some: readonly Tied[]) =>
		byAll(some, 1, async ({ pair, above }, channel) => {
			const ask = { question: asked(pair, above), quick: true, from: 0, to: SCREENED } as const;
			const { good, above: upper } = await channel.ask({ kind: 'follow', ...ask });
			return { pair, above, worth: worth([good, ...upper]) };
		});
	const screened = await screen(pairs.map((pair) => ({ pair, above })));
	if (stopped()) return null;
	const best = screened.sort((a, b) => b.worth - a.worth).slice(0, FINALISTS);
	const elsewhere = await screen(
		best.flatMap(({ pair }) => orAbove.map((other) => ({ pair, above: other })))
	);
	if (stopped()) return null;
	const placed = best.map((one) =>
		elsewhere
			.filter(({ pair }) => pair === one.pair)
			// As often good: where the person would tie it.
			.reduce((most, other) => (other.worth > most.worth ? other : most), one)
	);
	const found = await byAll(
		placed,
		DRIFTS.listed / SCREENED,
		async ({ pair, above }, channel): Promise<FoundPair> => {
			const ask = asked(pair, above);
			const hand = await channel.ask({ kind: 'hold', question: ask });
			const all = { question: ask, from: 0, to: DRIFTS.listed };
			const { good, above: goodAbove } = await channel.ask({ kind: 'follow', ...all });
			const [point, upper] = pair;
			const share = (count: number) => count / DRIFTS.listed;
			return { point, upper, above, hand, chances: [share(good), share(goodAbove[0]!)] };
		}
	);
	return stopped() ? null : found.sort((a, b) => worth(b.chances) - worth(a.chances));
}

type Pair = readonly [point: number, upper: number];
/** A pair with the upper one in its place. */
interface Tied {
	readonly pair: Pair;
	readonly above: number;
}

/** The pairs that are tried. */
async function pairsIn(
	{ place, flies, point, upper }: PairQuestion,
	channel: SearchChannel
): Promise<Pair[]> {
	const sinking = [...flies.keys()].filter((k) => flies[k]!.speed > 0);
	const byWeight = sinking.toSorted((a, b) => flies[a]!.weight - flies[b]!.weight);
	const points = point === undefined ? await pointsIn(place, flies, sinking, channel) : [point];
	return points.flatMap((heavy) => {
		const lighter = byWeight.filter((k) => k !== heavy && flies[k]!.weight <= flies[heavy]!.weight);
		const some = upper === undefined ? spread(lighter, UPPERS) : lighter.filter((k) => k === upper);
		return some.map((light): Pair => [heavy, light]);
	});
}

/** Those that do best alone on the point, by a coarse curve of the place. */
async function pointsIn(
	place: Place,
	flies: readonly BoxFly[],
	sinking: readonly number[],
	channel: SearchChannel
): Promise<readonly number[]> {
	if (sinking.length <= POINTS) return sinking;
	const { recipe } = middleOf(flies)!;
	const curve = await channel.ask({
		kind: 'curve',
		question: { ...place, rig: withCast(place.rig, []), recipe },
		logs: COARSE_CURVE.logs(),
		worlds: COARSE_CURVE.worlds
	});
	const chances = flies.map((fly) => (fly.speed > 0 ? chanceAt(curve, standsAt(curve, fly)) : 0));
	return sinking.toSorted((a, b) => chances[b]! - chances[a]!).slice(0, POINTS);
}

/** So many of a row, evenly from its first to its last. */
const spread = <One>(row: readonly One[], most: number): One[] =>
	row.length <= most
		? [...row]
		: Array.from({ length: most }, (_, k) => row[Math.round((k * (row.length - 1)) / (most - 1))]!);
