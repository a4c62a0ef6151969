import type { Column, Line } from '../body/index';
import { math, quantile } from '../quantity/index';
import type { Hung } from './state';
import { ROUGH } from './trace';
import { drifts, type DriftAsked, type DriftCare } from './drift';
import type { Drift, Fault } from './outcome';

/** What is followed: flies, water and line, all known. */
export interface DriftCase {
	readonly flies: readonly Hung[];
	readonly column: Column;
	readonly line: Line;
}

/** One drift of a band. */
export interface Run extends Drift {
	/** Height above the bed over the depth of its own world, at the band's distances; NaN where it never came. */
	readonly heights: Float32Array;
}

/** Distances at which a band looks at its drifts, m downstream of the landing. */
export function bandDistances({ approach, hold }: Column, count = 48): Float32Array {
	return Float32Array.from({ length: count }, (_, k) => ((approach + hold) * k) / (count - 1));
}

/** Of many drifts one, and the seed of its eddies. */
export interface SeededCase extends DriftCase {
	readonly seed: number;
}

/** Follows many drifts. */
export function bandRuns(
	cases: Iterable<SeededCase>,
	distances: Float32Array,
	care: DriftCare = {}
): Run[] {
	const profiles: Float32Array[] = [];
	function* asked(): Generator<DriftAsked> {
		for (const { flies, column, line, seed } of cases) {
			const heights = new Float32Array(distances.length).fill(NaN);
			profiles.push(heights);
			heights[0] = 1;
			let next = 1;
			yield {
				flies,
				column,
				line,
				seed,
				care: { fineness: ROUGH, ...care },
				look({ state, before, chain }) {
					const at = chain.flyAt[0]!;
					const [x0, x1] = [before.x[at]!, state.x[at]!];
					while (next < distances.length && x1 >= distances[next]!) {
						const share = x1 > x0 ? (distances[next]! - x0) / (x1 - x0) : 1;
						const z = before.z[at]! + share * (state.z[at]! - before.z[at]!);
						heights[next++] = z / column.depth;
					}
				}
			};
		}
	}
	return drifts(asked()).map((drift, k) => ({ ...drift, heights: profiles[k]! }));
}

/** The middle and both ends of 90 % of a figure. */
export interface Range {
	readonly low: number;
	readonly middle: number;
	readonly high: number;
}

/** What many drifts say of a fly above the point. */
export type BandAbove = Pick<Band, 'chance' | 'error' | 'faults' | 'inZone' | 'height'>;

/** What many drifts say together. */
export interface Band {
	readonly drifts: number;
	/** Share of good ones, and its standard error. */
	readonly chance: number;
	readonly error: number;
	/** How many failed of what. */
	readonly faults: Readonly<Partial<Record<Fault, number>>>;
	/** Of those that came into the zone; null where fewer than half did. */
	readonly time: Range | null;
	readonly distance: Range | null;
	readonly inZone: Range;
	readonly onBed: Range;
	/** Mean chance of hanging up on the way. */
	readonly hangUp: number;
	/** Mean height in the hold, m above the bed's datum, of those that came there; null where fewer than half did. */
	readonly height: Range | null;
	/** Degrees off the plumb line at which the line enters the water. */
	readonly angle: Range;
	/** N at the fly. */
	readonly tension: Range;
	readonly slip: Range;
	/** The flies above the point, the lowest first. */
	readonly above: readonly BandAbove[];
	readonly distances: Float32Array;
	/** 5, 25, 50, 75 and 95 % of the height over the depth at each distance; NaN where fewer than half came so far. */
	readonly heights: readonly Float32Array[];
}

/** The fault that spoils most of a band's drifts; null when none does. */
export function mainFault({ faults }: Pick<Band, 'faults'>): Fault | null {
	const [most] = Object.entries(faults).sort(([, a], [, b]) => b - a);
	return (most?.[0] as Fault | undefined) ?? null;
}

const LEVELS = [0.05, 0.25, 0.5, 0.75, 0.95];

/** @param runs at least one, all with the same distances */
export function bandOf(runs: readonly Run[], distances: Float32Array): Band {
	const drifts = runs.length;
	const arrived = runs.filter(({ time }) => time !== null);
	const most = arrived.length * 2 >= drifts;
	const heights = LEVELS.map(() => new Float32Array(distances.length).fill(NaN));
	distances.forEach((_, k) => {
		const here = runs.flatMap((run) => (Number.isNaN(run.heights[k]!) ? [] : [run.heights[k]!]));
		if (here.length * 2 < drifts) return;
		here.sort((a, b) => a - b);
		LEVELS.forEach((level, i) => (heights[i]![k] = quantile(here, level)));
	});
	return {
		drifts,
		...ofFly(runs),
		above: (runs[0]!.above ?? []).map((_, k) => ofFly(runs.map(({ above }) => above![k]!))),
		time: most ? range(arrived.map(({ time }) => time!)) : null,
		distance: most ? range(arrived.map(({ distance }) => distance!)) : null,
		onBed: range(runs.map(({ onBed }) => onBed)),
		hangUp: runs.reduce((sum, { hangUp }) => sum + hangUp, 0) / drifts,
		slip: range(runs.map(({ slip }) => slip)),
		angle: range(runs.map(({ angle }) => angle)),
		tension: range(runs.map(({ tension }) => tension)),
		distances,
		heights
	};
}

function range(values: number[]): Range {
	values.sort((a, b) => a - b);
	return {
		low: quantile(values, 0.05),
		middle: quantile(values, 0.5),
		high: quantile(values, 0.95)
	};
}

/**
 * How far the chances of bands scatter between independent scrambles, in parts of what as many drifts drawn at random
 * would, up to EVEN_UNTIL drifts; what moves a drift most is drawn evenly, and the more there are, the more that helps:
 *   e(n) = EVENNESS · min(1, (EVEN_UNTIL/n)^(1/7)).
 * Found over ten cells of the demo in forty scrambles each (npm run calibrate -- errors): 0.70 at 60 and 150 drifts,
 * 0.62 at 300, 0.59 at 500.
 */
const EVENNESS = 0.7;
const EVEN_UNTIL = 150;

/**
 * Standard error of a chance.
 *
 * @param good drifts of a band, of as many as `drifts`
 */
export function chanceError(good: number, drifts: number): number {
	// With one success and one failure more, so that a few drifts alike do not look certain (Wilson).
	const held = (good + 1) / (drifts + 2);
	const evenness = EVENNESS * Math.min(1, math.pow(EVEN_UNTIL / drifts, 1 / 7));
	return evenness * Math.sqrt((held * (1 - held)) / drifts);
}

/** What is said of each fly of a cast. */
function ofFly(runs: readonly Drift[]): BandAbove {
	const drifts = runs.length;
	const good = runs.filter((run) => run.good).length;
	const faults: Partial<Record<Fault, number>> = {};
	for (const { fault } of runs) if (fault) faults[fault] = (faults[fault] ?? 0) + 1;
	const came = runs.flatMap(({ height }) => (height === null ? [] : [height]));
	return {
		chance: good / drifts,
		error: chanceError(good, drifts),
		faults,
		inZone: range(runs.map(({ inZone }) => inZone)),
		height: came.length * 2 >= drifts ? range(came) : null
	};
}
