import { drifts, mainFault, ROUGH, USUAL_WANTED, type Fault } from '../drift/index';
import { math, seedOf } from '../quantity/index';
import { towedAlike } from '../sink/index';
import { distributionIn, USUAL_SEED, type DriftQuestion } from './drifting';
import { findHand, QUICK } from './hand';
import { caseIn, worldsOf, type DrawnWorld, type Worlds } from './worlds';

/**
 * The chance of a good drift over the sink rate, for flies of the pattern's shape, each with the hand that
 * suits it: the surrogate off which a search reads the chances of builds that nobody follows.
 */
export interface ChanceCurve {
	/** ln(weight/speed²) of the pattern, N and m/s: how heavy for its sink rate it is. */
	readonly level: number;
	/** ln of the pattern's own sink rate, m/s. */
	readonly own: number;
	/** By rising sink rate. */
	readonly points: readonly CurvePoint[];
}

export interface CurvePoint {
	/** ln of the sink rate in still water, m/s. */
	readonly log: number;
	/** Share of good drifts. */
	readonly chance: number;
	/** What spoils most of the others. */
	readonly fault: Fault | null;
}

/** Sink rates beyond which there are no flies, m/s, and the step of the logarithm (our choice). */
const CURVE = { slowest: 0.06, fastest: 1.8, step: 0.36 } as const;
/** Worlds of each point, the first of everybody's band (our choice). */
const WORLDS = 36;
/** Where many waters are asked about. */
export const COARSE_CURVE = {
	worlds: 12,
	logs: (from = 0.12, to = 1.5): number[] => curveLogs(from, to, 0.4)
} as const;
/**
 * Of two flies that sink alike the heavier is pulled about less by its line: it stands for one that sinks
 * faster by this power of weight over drag (found in smooth water, where most rigs show 0.3 to 0.4) (our estimate).
 */
const HEAVIER_POWER = 0.35;

/** Where a curve is worked out. @param from slowest sink rate, m/s @param to fastest */
export function curveLogs(
	from: number = CURVE.slowest,
	to: number = CURVE.fastest,
	step: number = CURVE.step
): number[] {
	const [low, high] = [math.log(from), math.log(to)];
	const count = Math.max(1, Math.ceil((high - low) / step));
	return Array.from({ length: count + 1 }, (_, k) => low + ((high - low) * k) / count);
}

const worldsIn = (question: DriftQuestion): Worlds => {
	const { recipe, rig, lie, celsius } = question;
	return worldsOf(recipe, lie, celsius, distributionIn(question), undefined, rig.cast);
};

/** `curveOf` for whoever is asked point by point: the worlds of the last question are kept. */
export function curveAsker(): (
	question: DriftQuestion,
	logs: readonly number[],
	count?: number,
	apart?: number
) => ChanceCurve {
	let last: { readonly words: string; readonly worlds: Worlds } | null = null;
	return (question, logs, count, apart) => {
		const words = JSON.stringify(question);
		if (last?.words !== words) last = { words, worlds: worldsIn(question) };
		return curveOf(question, logs, count, { worlds: last.worlds, apart });
	};
}

/** Lots of worlds between which the points of many curves are shared out, where each has its own (our choice). */
const LOTS = 4;

/** What the points of a curve meet. */
interface Met {
	/** Those of the question, where they are known. */
	readonly worlds?: Worlds;
	/**
	 * The lot of worlds that the first point meets, the next point the next, where what many curves say together
	 * counts: their errors are then each other's and even out. Left out: all meet the same, as curves that are
	 * compared must.
	 */
	readonly apart?: number | undefined;
}

/**
 * A curve: at some sink rates in a row, and once more between those where it peaks or turns steeply.
 *
 * @param logs of sink rates, m/s, rising
 * @param count worlds of each point
 * @returns by rising sink rate; of a fly that floats without points
 */
export function curveOf(
	question: DriftQuestion,
	logs: readonly number[],
	count = WORLDS,
	{ worlds = worldsIn(question), apart }: Met = {}
): ChanceCurve {
	const { rig, wanted = USUAL_WANTED } = question;
	const [{ fly }] = worlds.median.flies as [DrawnWorld['flies'][number]];
	if (!(fly.speed > 0)) return { level: 0, own: 0, points: [] };
	let lot = apart ?? 0;
	const pointAt = (log: number): CurvePoint => {
		const times = math.exp(log) / fly.speed;
		const { rig: held } = findHand(atSpeed(worlds, times), rig, wanted, QUICK);
		let good = 0;
		const faults: Partial<Record<Fault, number>> = {};
		const from = (lot % LOTS) * count;
		if (apart !== undefined) lot++;
		const asked = Array.from({ length: count }, (_, k) => ({
			...caseIn(faster(worlds.sample(USUAL_SEED, from + k), times), held),
			seed: seedOf(USUAL_SEED, 2 * (from + k) + 1),
			care: { fineness: ROUGH, wanted }
		}));
		for (const { fault } of drifts(asked)) {
			if (fault === null) good++;
			else faults[fault] = (faults[fault] ?? 0) + 1;
		}
		return { log, chance: good / count, fault: mainFault({ faults }) };
	};
	const row: CurvePoint[] = [];
	for (const k of outwards(logs.length)) row[k] = asBefore(row, k, logs) ?? pointAt(logs[k]!);
	const points = together(row, between(row).map(pointAt));
	const own = math.log(fly.speed);
	return { level: math.log(fly.weight / math.square(fly.speed)), own, points };
}

/** Places from the middle outwards, to both sides in turn. */
const outwards = (count: number): number[] =>
	Array.from({ length: count }, (_, k) => k).sort(
		(a, b) => Math.abs(2 * a + 1 - count) - Math.abs(2 * b + 1 - count)
	);

/** What a point is without a drift, as the chance has one maximum: never good beyond two that never are. */
function asBefore(
	points: readonly (CurvePoint | undefined)[],
	k: number,
	logs: readonly number[]
): CurvePoint | null {
	for (const way of [1, -1]) {
		const [one, two] = [points[k + way], points[k + 2 * way]];
		if (!one || one.chance > 0 || two?.chance !== 0) continue;
		const inner = way > 0 ? points.slice(k) : points.slice(0, k);
		if (inner.some((point) => point && point.chance > 0)) return { ...one, log: logs[k]! };
	}
	return null;
}

/** A rise or fall by this much from one point to the next is looked at once more. */
const STEEP = 0.3;

/** Where a curve is looked at once more: half way to both sides of its best, and where it is steep. */
function between(row: readonly CurvePoint[]): number[] {
	const best = row.reduce((top, { chance }) => Math.max(top, chance), 0);
	return row.slice(1).flatMap((b, k) => {
		const a = row[k]!;
		const peaks = best > 0 && (a.chance === best || b.chance === best);
		const steep = Math.abs(a.chance - b.chance) >= STEEP;
		return peaks || steep ? [(a.log + b.log) / 2] : [];
	});
}

const together = (...points: readonly (readonly CurvePoint[])[]) =>
	points.flat().sort((a, b) => a.log - b.log);

/** Looking once more takes half as long again. */
const FIRST_LOOK = 2 / 3;

/** A curve worked out by several at once, point by point, so that each can be dropped. */
export interface CurveWork {
	/** Each works out the point at a sink rate of this logarithm, and where the pattern itself stands. */
	readonly workers: readonly ((log: number) => Promise<ChanceCurve>)[];
	/** Whether it is looked at once more where it peaks or is steep, which takes half as long again; yes. */
	readonly finer?: boolean;
	readonly stopped?: () => boolean;
	/** Called with the share that is done. */
	readonly report?: (share: number) => void;
}

/** The curve that `curveOf` gives, shared between workers. @returns null when it was stopped */
export async function curveShared(
	logs: readonly number[],
	{ workers, finer = true, stopped = () => false, report = () => undefined }: CurveWork
): Promise<ChanceCurve | null> {
	let stands = { level: 0, own: 0 };
	/** Share that is done before it is looked at once more, so that what is told never goes back. */
	const first = finer ? FIRST_LOOK : 1;
	/** Does all of some work, each worker one after the other. @param from share that is done before it, and after */
	const share = (
		work: readonly number[],
		[from, to]: readonly [number, number],
		one: (k: number, ask: CurveWork['workers'][number]) => Promise<void>
	) => {
		const open = [...work];
		let done = 0;
		return Promise.all(
			workers.map(async (ask) => {
				for (let k = open.shift(); k !== undefined && !stopped(); k = open.shift()) {
					await one(k, ask);
					if (!stopped()) report(from + ((to - from) * ++done) / work.length);
				}
			})
		);
	};
	const found: CurvePoint[] = [];
	const order = outwards(logs.length);
	await share(order, [0, first], async (k, ask) => {
		const known = asBefore(found, k, logs);
		if (known) {
			found[k] = known;
			return;
		}
		const { points, ...here } = await ask(logs[k]!);
		stands = here;
		if (points[0]) found[k] = points[0];
	});
	if (stopped()) return null;
	if (found.length === 0) return { ...stands, points: [] };
	// Points that were under way before their neighbours were known are read as in one row.
	const row: CurvePoint[] = [];
	for (const k of order) row[k] = asBefore(row, k, logs) ?? found[k]!;
	const places = finer ? between(row) : [];
	const more: CurvePoint[] = [];
	await share([...places.keys()], [first, 1], async (k, ask) => {
		more[k] = (await ask(places[k]!)).points[0]!;
	});
	return stopped() ? null : { ...stands, points: together(row, more) };
}

/** The same world with a fly that sinks this many times as fast, as heavy as its drag then asks for. */
function faster(world: DrawnWorld, times: number): DrawnWorld {
	const grow = times * times;
	return {
		...world,
		// The one on the point; what hangs above it stays as it is.
		flies: world.flies.map(({ fly, ...where }, k) => ({
			fly: k === 0 ? towedAlike(fly, fly.mass * grow, fly.weight * grow, fly.speed * times) : fly,
			...where
		}))
	};
}

const atSpeed = (worlds: Worlds, times: number): Worlds => ({
	median: faster(worlds.median, times),
	sample: (seed, k) => faster(worlds.sample(seed, k), times)
});

/** Where on the curve a fly stands: ln of the sink rate that it is worth. @param logSpeed, logWeight ln of m/s and of N in water */
export const standOn = ({ level }: ChanceCurve, logSpeed: number, logWeight: number): number =>
	logSpeed + HEAVIER_POWER * (logWeight - 2 * logSpeed - level);

/** The chance at a place, drawn straight between points, level beyond the ends. */
export function chanceAt({ points }: ChanceCurve, log: number): number {
	const last = points.length - 1;
	if (last < 0 || Number.isNaN(log)) return 0;
	if (log <= points[0]!.log) return log < points[0]!.log - CURVE.step ? 0 : points[0]!.chance;
	if (log >= points[last]!.log) return points[last]!.chance;
	let k = 0;
	while (points[k + 1]!.log <= log) k++;
	const [a, b] = [points[k]!, points[k + 1]!];
	return a.chance + ((log - a.log) / (b.log - a.log)) * (b.chance - a.chance);
}

/**
 * The curve raised or lowered so that it says of the pattern what was counted: its few worlds lie beside all
 * for every sink rate alike (a control variate). What is never good stays so.
 */
export function throughCounted(curve: ChanceCurve, chance: number): ChanceCurve {
	const by = chance - chanceAt(curve, curve.own);
	return {
		...curve,
		points: curve.points.map((point) => ({
			...point,
			chance: point.chance === 0 ? 0 : Math.max(0, Math.min(1, point.chance + by))
		}))
	};
}

/** Sink rates that do the job, and what is wrong with slower and faster ones. m/s */
export interface SpeedWindow {
	readonly from: number;
	readonly to: number;
	readonly tooSlow: Fault | null;
	readonly tooFast: Fault | null;
}

/** The window round the best of the curve in which its chance is at least the mark; null where nothing reaches it. */
export function windowOf(curve: ChanceCurve, mark: number): SpeedWindow | null {
	const { points } = curve;
	const best = points.reduce((top, { chance }, k) => (chance > points[top]!.chance ? k : top), 0);
	if (!points[best] || points[best].chance < mark) return null;
	const edge = (way: -1 | 1): number => {
		let k = best;
		while (points[k + way] && points[k + way]!.chance >= mark) k += way;
		const [inside, outside] = [points[k]!, points[k + way]];
		if (!outside) return math.exp(inside.log);
		const share = (inside.chance - mark) / (inside.chance - outside.chance);
		return math.exp(inside.log + share * (outside.log - inside.log));
	};
	return {
		from: edge(-1),
		to: edge(1),
		tooSlow: points.slice(0, best).findLast(({ chance }) => chance < mark)?.fault ?? null,
		tooFast: points.slice(best).find(({ chance }) => chance < mark)?.fault ?? null
	};
}
