import {
	chanceAt,
	COARSE_CURVE,
	DRIFTS,
	standOn,
	type ChanceCurve,
	type DriftQuestion,
	type Hand
} from '../predict/index';
import { math } from '../quantity/index';
import type { Fault } from '../drift/index';
import type { Recipe } from '../fly/index';
import type { Carried } from './box-map';
import { smallestCover } from './cover';
import type { SearchChannel } from './tasks';

/** A lie fished on a rig at a flow: all that a drift is asked with but the fly. */
export type Place = Omit<DriftQuestion, 'recipe'>;

/** A kind of fly in the box. */
export interface BoxFly extends Carried {
	readonly recipe: Recipe;
}

/** What the box does at a place. */
export interface PlaceAnswer {
	/** Those that were followed, the best first, and of two alike the lighter; empty where the box has none that sinks. */
	readonly best: readonly {
		/** Place in the box. */
		readonly fly: number;
		/** Of all its drifts; of the first two as the strip says it of the same fly on the same rig in the same water. */
		readonly chance: number;
		readonly drifts: number;
		readonly fault: Fault | null;
	}[];
	/** How the rod is held for the first of them. */
	readonly hand: Hand | null;
	/** Of every fly in the box, as the curve says it. */
	readonly chances: readonly number[];
}

/** Of the box this many are followed at each place, and what is so much worse on the curve is not (our choice). */
const FOLLOWED = 3;
const FAR_WORSE = 0.25;
/** Flies this near to each other on the curve, in ln of m/s, do the same (our choice). */
const SAME = 0.03;
/** Of those so many are followed through all the drifts of an answer (our choice). */
const FINALISTS = 2;
/** A chance this much below the best is as good to whoever fishes (our choice). */
const NEARLY = 0.05;

/**
 * What the box does at each of some places, shared between channels: a coarse curve of the place says which
 * flies come into question, drifts of each say which of them it is.
 *
 * @param found called with all answers after each; null where there is none yet
 * @returns whether it was not stopped
 */
export async function plannedOuting(
	places: readonly Place[],
	box: readonly BoxFly[],
	channels: readonly SearchChannel[],
	found: (answers: readonly (PlaceAnswer | null)[]) => void,
	stopped: () => boolean = () => false
): Promise<boolean> {
	let answers: readonly (PlaceAnswer | null)[] = places.map(() => null);
	const open = places.map((_, k) => k);
	await Promise.all(
		channels.map(async (channel) => {
			for (let k = open.shift(); k !== undefined && !stopped(); k = open.shift()) {
				const answer = await atPlace(places[k]!, box, channel, stopped);
				if (!answer || stopped()) return;
				answers = answers.with(k, answer);
				found(answers);
			}
		})
	);
	return !stopped();
}

async function atPlace(
	place: Place,
	box: readonly BoxFly[],
	channel: SearchChannel,
	stopped: () => boolean
): Promise<PlaceAnswer | null> {
	const pattern = middleOf(box);
	if (!pattern) return { best: [], hand: null, chances: box.map(() => 0) };
	const curve = await channel.ask({
		kind: 'curve',
		question: { ...place, recipe: pattern.recipe },
		logs: COARSE_CURVE.logs(),
		worlds: COARSE_CURVE.worlds
	});
	const chances = box.map((fly) => (sinks(fly) ? chanceAt(curve, standsAt(curve, fly)) : 0));
	const follow = async (fly: number, from: number, to: number) => {
		const question = { ...place, recipe: box[fly]!.recipe };
		return channel.ask({ kind: 'follow', question, from, to });
	};
	const tried: Tried[] = [];
	for (const fly of contenders(curve, box, chances)) {
		if (stopped()) return null;
		const { good, fault } = await follow(fly, 0, DRIFTS.listed);
		tried.push({ fly, good, fault, drifts: DRIFTS.listed });
	}
	tried.sort((a, b) => b.good - a.good || box[a.fly]!.weight - box[b.fly]!.weight);
	for (const [k, one] of tried.slice(0, FINALISTS).entries()) {
		if (stopped()) return null;
		const { good } = await follow(one.fly, DRIFTS.listed, DRIFTS.first);
		tried[k] = { ...one, good: one.good + good, drifts: DRIFTS.first };
	}
	const best = tried
		.map(({ fly, good, drifts, fault }) => ({ fly, chance: good / drifts, drifts, fault }))
		.sort(
			(a, b) =>
				b.drifts - a.drifts || b.chance - a.chance || box[a.fly]!.weight - box[b.fly]!.weight
		);
	if (!best[0] || stopped()) return null;
	const { recipe } = box[best[0].fly]!;
	const hand = await channel.ask({ kind: 'hold', question: { ...place, recipe } });
	return { best, hand, chances };
}

interface Tried {
	readonly fly: number;
	readonly good: number;
	readonly drifts: number;
	readonly fault: Fault | null;
}

const sinks = ({ speed, weight }: Carried) => speed > 0 && weight > 0;
export const standsAt = (curve: ChanceCurve, { speed, weight }: Carried) =>
	standOn(curve, math.log(speed), math.log(weight));

/** The fly of the middle sink rate, after whose pattern the curve is drawn; null where none sinks. */
export function middleOf(box: readonly BoxFly[]): BoxFly | null {
	const order = box.filter(sinks).sort((a, b) => a.speed - b.speed);
	return order[Math.floor(order.length / 2)] ?? null;
}

/** Who comes into question: the best of the curve, none twice that does the same. */
function contenders(
	curve: ChanceCurve,
	box: readonly BoxFly[],
	chances: readonly number[]
): number[] {
	const order = box
		.map((_, fly) => fly)
		.filter((fly) => sinks(box[fly]!))
		.sort((a, b) => chances[b]! - chances[a]!);
	const most = chances[order[0]!] ?? 0;
	const taken: number[] = [];
	for (const fly of order) {
		if (taken.length === FOLLOWED || chances[fly]! < most - FAR_WORSE) break;
		const at = standsAt(curve, box[fly]!);
		if (taken.every((other) => Math.abs(standsAt(curve, box[other]!) - at) > SAME)) taken.push(fly);
	}
	return taken;
}

/**
 * The fewest kinds of the box that do at every place what the best of it does there, by the curves: where
 * something is good often enough that counts, else what comes near the best. Ties go to the better chances.
 *
 * @param answers at most 30
 * @returns places in the box
 */
export function fewestOf(answers: readonly PlaceAnswer[], enough: number): number[] {
	const count = answers[0]?.chances.length ?? 0;
	const marks = answers.map(({ chances }) => {
		const most = Math.max(0, ...chances);
		return Math.min(enough, most - NEARLY);
	});
	const possible = marks.reduce((all, mark, k) => (mark > 0 ? all | (1 << k) : all), 0);
	const setOf = (fly: number) =>
		marks.reduce(
			(set, mark, k) => (mark > 0 && answers[k]!.chances[fly]! >= mark ? set | (1 << k) : set),
			0
		);
	/** Of flies for the same places the best on the whole. */
	const byset = new Map<number, { readonly fly: number; readonly points: number }>();
	for (let fly = 0; fly < count; fly++) {
		const set = setOf(fly);
		const points = answers.reduce((sum, { chances }) => sum - chances[fly]!, answers.length);
		if (set !== 0 && points < (byset.get(set)?.points ?? Infinity)) byset.set(set, { fly, points });
	}
	const sets = [...byset].map(([set, { points }]) => ({ set, points }));
	return smallestCover(sets, possible)
		.map((set) => byset.get(set)!.fly)
		.sort((a, b) => a - b);
}
