import { drift, mainFault, ROUGH, USUAL_WANTED, type Fault } from '../drift/index';
import { math, seedOf } from '../quantity/index';
import { towedAlike } from '../sink/index';
import { believedIn, USUAL_SEED, type DriftQuestion } from './drifting';
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

/** Sink rates beyond which there are no flies, m/s, and the step of the logarithm. */
export const CURVE = { slowest: 0.06, fastest: 1.8, step: 0.18 } as const;
/** Worlds of each point, the first of everybody's band. */
const WORLDS = 24;
/** Where many waters are asked about. */
export const COARSE_CURVE = {
	worlds: 12,
	logs: (): number[] => curveLogs(0.12, 1.5, 0.25)
} as const;
/**
 * Of two flies that sink alike the heavier is pulled about less by its line: it stands for one that sinks
 * faster by this power of weight over drag (found in smooth water, where most rigs show 0.3 to 0.4).
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

/**
 * A piece of a curve.
 *
 * @param logs of sink rates, m/s. Falling: where two in a row are never good the rest is taken to be so too
 * @returns by rising sink rate; of a fly that floats without points
 */
export function curveOf(
	question: DriftQuestion,
	logs: readonly number[],
	count = WORLDS
): ChanceCurve {
	const { recipe, rig, lie, celsius, wanted = USUAL_WANTED } = question;
	const worlds = worldsOf(recipe, lie, celsius, believedIn(question));
	const [{ fly }] = worlds.median.flies as [DrawnWorld['flies'][number]];
	if (!(fly.speed > 0)) return { level: 0, own: 0, points: [] };
	const drawn = Array.from({ length: count }, (_, k) => worlds.sample(USUAL_SEED, k));
	const points: CurvePoint[] = [];
	const falling = logs.length > 1 && logs[1]! < logs[0]!;
	for (const log of logs) {
		const [last, one] = [points.at(-1), points.at(-2)];
		if (falling && last?.chance === 0 && one?.chance === 0) {
			points.push({ log, chance: 0, fault: last.fault });
			continue;
		}
		const times = math.exp(log) / fly.speed;
		const { rig: held } = findHand(atSpeed(worlds, times), rig, wanted, QUICK);
		let good = 0;
		const faults: Partial<Record<Fault, number>> = {};
		drawn.forEach((world, k) => {
			const { flies, column, line } = caseIn(faster(world, times), held);
			const eddies = seedOf(USUAL_SEED, 2 * k + 1);
			const { fault } = drift(flies, column, line, eddies, { fineness: ROUGH, wanted });
			if (fault === null) good++;
			else faults[fault] = (faults[fault] ?? 0) + 1;
		});
		points.push({ log, chance: good / count, fault: mainFault({ faults }) });
	}
	if (falling) points.reverse();
	const own = math.log(fly.speed);
	return { level: math.log(fly.weight / math.square(fly.speed)), own, points };
}

/** The same world with a fly that sinks so many times as fast, as heavy as its drag then asks for. */
function faster(world: DrawnWorld, times: number): DrawnWorld {
	const grow = times * times;
	return {
		...world,
		flies: world.flies.map(({ fly, above }) => ({
			fly: towedAlike(fly, fly.mass * grow, fly.weight * grow, fly.speed * times),
			above
		}))
	};
}

const atSpeed = (worlds: Worlds, times: number): Worlds => ({
	median: faster(worlds.median, times),
	sample: (seed, k) => faster(worlds.sample(seed, k), times)
});

/** Pieces of one curve as a whole. */
export const joinedCurve = (pieces: readonly ChanceCurve[]): ChanceCurve => ({
	level: pieces[0]?.level ?? 0,
	own: pieces[0]?.own ?? 0,
	points: pieces.flatMap(({ points }) => points).sort((a, b) => a.log - b.log)
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
	const width = (points[last]!.log - points[0]!.log) / last;
	const k = Math.min(last - 1, Math.floor((log - points[0]!.log) / width));
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
