import {
	USUAL_WANTED,
	drift,
	requiredSinkSpeed,
	ROUGH,
	type DriftCase,
	type Fault,
	type Hung,
	type Wanted
} from '../drift/index';
import { drifting, worldOf, type DriftQuestion } from '../predict/index';
import { starterRig, type Rig } from '../rig/index';
import { towedAlike, type Towed } from '../sink/index';
import { math, normalProbability } from '../quantity/index';

/**
 * What a lie and a rig ask of any fly: in each of many worlds, the sink rates between which a drift is
 * good.
 *
 * On a line it is not the sink rate alone that counts: of two flies that sink alike the heavier is
 * pulled about less. The bounds move as a power of the weight, found in smooth water once, so that one
 * number a fly, `lean`, is compared with each.
 */
export interface Asked {
	readonly worlds: readonly AskedWorld[];
	/** Powers of weight over drag by which the lower and the upper bound move. */
	readonly lower: number;
	readonly upper: number;
	/** Bounds in smooth water with everything at its median, m/s of a fly like the pattern; null: none is good. */
	readonly smooth: { readonly from: number; readonly to: number } | null;
	/** Why flies slower and faster than that are not good, in smooth water. */
	readonly tooSlow: Fault | null;
	readonly tooFast: Fault | null;
}

/** Logarithms of the bounds, in leans; from > to where no fly's drift is good. */
export interface AskedWorld {
	readonly from: number;
	readonly to: number;
}

/** What is asked about. */
export interface AskedQuestion extends Omit<DriftQuestion, 'rig'> {
	/** null: sinking free of any line. */
	readonly rig: Rig | null;
	readonly wanted?: Wanted;
}

/** Sink rates that are tried, m/s: slower and faster flies there are none. */
const SLOWEST = math.log(0.06);
const FASTEST = math.log(2.2);
/** Bounds are found to this share; they scatter by two to three times as much between worlds. */
const CLOSE = 0.1;
/** The upper one need not be as close: what wins lies near the lower. */
const UPPER_CLOSE = 0.2;
/** In smooth water, where their powers come from, closer. */
const SMOOTH_CLOSE = 0.03;
/** First step from where a bound is guessed to be. */
const FIRST_STEP = 0.15;
/** Weight over drag at which the powers are found, against an even one. */
const HEAVY = 1.8;
/** Where smooth water tells nothing, the power that most rigs show (our estimate). */
const USUAL_POWER = -0.35;
/** Nothing is too fast, or nothing fast enough. */
const FAR = 20;

const SLOW: ReadonlySet<Fault> = new Set(['late', 'never', 'lifted']);
const FAST: ReadonlySet<Fault> = new Set(['bed', 'under']);

/** @param from which worlds, up to but not including `to` */
export function askedOf(question: AskedQuestion, from: number, to: number): Asked {
	const { rig, wanted = USUAL_WANTED } = question;
	if (!rig) return askedFree(question, from, to);
	const ready = drifting({ ...question, rig });
	const [{ fly }] = ready.median.flies as [Hung];
	/** A fly like this one at another sink rate, so many times heavier than its drag asks for. */
	const like = (speed: number, heavier: number): Towed => {
		const grow = heavier * math.square(speed / fly.speed);
		return towedAlike(fly, fly.mass * grow, fly.weight * grow, speed);
	};
	const faultIn = ({ column, line }: DriftCase, eddies: number | null, heavier = 1) => {
		const care = { smooth: eddies === null, fineness: ROUGH, wanted };
		return (log: number) =>
			drift([{ fly: like(math.exp(log), heavier), above: 0 }], column, line, eddies ?? 0, care)
				.fault;
	};
	const start = math.log(Math.max(0.1, fly.speed));
	const even = boundsOf(faultIn(ready.median, null), start, null, SMOOTH_CLOSE);
	const begin = even.good ? (even.from + even.to) / 2 : start;
	const guess = even.good ? even : null;
	const heavy = boundsOf(faultIn(ready.median, null, HEAVY), begin, null, SMOOTH_CLOSE);
	const power = (end: 'from' | 'to') =>
		even.good && heavy.good && Math.abs(even[end]) < FAR && Math.abs(heavy[end]) < FAR
			? Math.min(0, (heavy[end] - even[end]) / math.log(HEAVY))
			: USUAL_POWER;
	const [lower, upper] = [power('from'), power('to')];
	/** Weight over the square of the sink rate, of a fly like the pattern: what is even. */
	const level = math.log(fly.weight / math.square(fly.speed));
	const worlds: AskedWorld[] = [];
	for (let k = from; k < to; k++) {
		const { world, eddies } = worldOf(ready, k);
		const bounds = boundsOf(faultIn(world, eddies), begin, guess);
		worlds.push(
			bounds.good
				? { from: bounds.from - lower * level, to: bounds.to - upper * level }
				: { from: FAR, to: -FAR }
		);
	}
	return {
		...{ worlds, lower, upper },
		smooth: even.good ? { from: math.exp(even.from), to: math.exp(even.to) } : null,
		tooSlow: even.tooSlow,
		tooFast: even.tooFast
	};
}

/** Free of any line only the depth and the approach count, and nothing is too fast. */
function askedFree(question: AskedQuestion, from: number, to: number): Asked {
	// A rig is needed to draw worlds; what is used of them is the water.
	const ready = drifting({ ...question, rig: starterRig });
	const asks = ({ column }: DriftCase) => requiredSinkSpeed(column);
	const worlds: AskedWorld[] = [];
	for (let k = from; k < to; k++) {
		const speed = asks(worldOf(ready, k).world);
		worlds.push({ from: Math.max(-FAR, math.log(speed)), to: FAR });
	}
	const smooth = { from: asks(ready.median), to: Infinity };
	return { worlds, lower: 0, upper: 0, smooth, tooSlow: 'late', tooFast: null };
}

interface Bounds {
	readonly good: boolean;
	readonly from: number;
	readonly to: number;
	readonly tooSlow: Fault | null;
	readonly tooFast: Fault | null;
}

/**
 * The sink rates between which there is no fault, by doubling steps and halving: good drifts are taken
 * to lie between too slow and too fast ones.
 *
 * @param fault of a drift at the logarithm of a sink rate
 * @param start where it is probably good
 * @param guess where the bounds probably are
 * @param close to what share they are found
 */
function boundsOf(
	fault: (log: number) => Fault | null,
	start: number,
	guess: Pick<Bounds, 'from' | 'to'> | null = null,
	close = CLOSE
): Bounds {
	let tooSlow: Fault | null = null;
	let tooFast: Fault | null = null;
	/** Below 0: too slow; above: too fast; NaN where speed is not what is wrong. */
	const side = (log: number): number => {
		const found = fault(log);
		if (found === null) return 0;
		if (SLOW.has(found)) {
			tooSlow = found;
			return -1;
		}
		if (!FAST.has(found)) return NaN;
		tooFast = found;
		return 1;
	};
	const none = (): Bounds => ({ good: false, from: FAR, to: -FAR, tooSlow, tooFast });
	const within = (log: number) => Math.max(SLOWEST, Math.min(FASTEST, log));
	let at = within(start);
	let here = side(at);
	let slow = -FAR;
	let fast = FAR;
	// Towards what is good, in growing steps, then between both sides.
	for (let step = FIRST_STEP; here !== 0; step = Math.min(0.6, 1.6 * step)) {
		if (Number.isNaN(here)) return none();
		if (here < 0) slow = at;
		else fast = at;
		if (fast - slow < close) return none();
		const between = slow > -FAR && fast < FAR;
		const next = between ? (slow + fast) / 2 : within(at - here * step);
		if (next === at) return none();
		at = next;
		here = side(at);
	}
	const edge = (known: number, way: -1 | 1, guessed: number | undefined, close: number): number => {
		let good = at;
		let bad = known;
		const look = (log: number) => {
			if (side(log) === 0) good = log;
			else bad = log;
		};
		const inside = (log: number) => way * (log - good) > close && way * (bad - log) > close;
		if (guessed !== undefined && Math.abs(guessed) < FAR && inside(guessed)) look(guessed);
		for (let step = FIRST_STEP; Math.abs(bad) >= FAR; step *= 1.6) {
			const next = within(good + way * step);
			if (next === good) return way * FAR;
			look(next);
		}
		// From a guess that was too far, back in steps; then by halves.
		for (let step = FIRST_STEP; Math.abs(bad - good) > close; step *= 1.6) {
			const back = bad - way * step;
			look(bad === guessed && inside(back) ? back : (good + bad) / 2);
		}
		return (good + bad) / 2;
	};
	const from = edge(slow, -1, guess?.from, close);
	const to = edge(fast, 1, guess?.to, Math.max(close, guess ? UPPER_CLOSE : close));
	return { good: true, from, to, tooSlow, tooFast };
}

/** Both halves of what was asked in worlds apart. */
export const joined = (parts: readonly Asked[]): Asked => ({
	...parts[0]!,
	worlds: parts.flatMap(({ worlds }) => worlds)
});

/** What is compared with a bound: sink rate and weight in one. @param log of the sink rate; of the weight, N */
export const lean = (power: number, speed: number, weight: number) =>
	(1 + 2 * power) * speed - power * weight;

/** Places at which a chance is worked out beforehand. */
const PLACES = 400;
const SPAN = 4;

/**
 * The chance of a good drift, from the bounds of all worlds: the mean over them of how probably the fly
 * lies between, its own figures being as unsure as they are.
 *
 * @returns for spreads of the lean at both bounds a function of the leans
 */
export function chances({
	worlds
}: Asked): (lowerSpread: number, upperSpread: number) => (lower: number, upper: number) => number {
	const known = new Map<string, (lean: number) => number>();
	const possible = worlds.filter(({ from, to }) => from < to);
	/** Mean share of worlds whose bound lies below, smoothed by the spread, as a table. */
	const below = (end: 'from' | 'to', spread: number) => {
		const wide = Math.max(0.01, Math.round(spread * 100) / 100);
		const key = `${end}${wide}`;
		let table = known.get(key);
		if (!table)
			known.set(
				key,
				(table = tableOf(
					possible.map((world) => world[end]),
					wide
				))
			);
		return table;
	};
	return (lowerSpread, upperSpread) => {
		const slow = below('from', lowerSpread);
		const fast = below('to', upperSpread);
		const share = possible.length / worlds.length;
		return (lower, upper) => share * Math.max(0, slow(lower) - fast(upper));
	};
}

function tableOf(bounds: readonly number[], spread: number): (lean: number) => number {
	const near = bounds.filter((bound) => Math.abs(bound) < FAR / 2);
	/** Bounds that every fly is above. */
	const always = bounds.filter((bound) => bound <= -FAR / 2).length;
	if (bounds.length === 0) return () => 0;
	const middle = near.length > 0 ? near.reduce((a, b) => a + b, 0) / near.length : 0;
	const table = Float64Array.from({ length: PLACES + 1 }, (_, k) => {
		const at = middle + SPAN * ((2 * k) / PLACES - 1);
		return (
			(always + near.reduce((sum, bound) => sum + normalProbability((at - bound) / spread), 0)) /
			bounds.length
		);
	});
	return (at) => {
		const place = Math.max(0, Math.min(PLACES, (((at - middle) / SPAN + 1) * PLACES) / 2));
		const k = Math.min(PLACES - 1, Math.floor(place));
		return table[k]! + (place - k) * (table[k + 1]! - table[k]!);
	};
}
