import { lineLength, type Column, type Line } from '../body/index';
import { randomFrom, seedOf } from '../quantity/index';
import { pitchOn } from '../sink/index';
import type { Chain } from './chain';
import { isEnd } from './chain-parts';
import type { Hung } from './state';
import { eddiesOf, noEddies, type Eddies } from './eddies';
import { followed } from './follow';
import { FINE, pastNode, slipOf, type Fineness, type Moment, type TracedWay } from './trace';
import { USUAL_WANTED, type Drift, type Wanted } from './outcome';
import { STANDS, watchOf } from './watch';

/** One drift that is asked for. */
export interface DriftAsked {
	/** From the line's lower end up; the figures are those of the first. */
	readonly flies: readonly Hung[];
	readonly column: Column;
	readonly line: Line;
	/** Of the turbulence; the same seed gives the same drift. */
	readonly seed: number;
	readonly care?: DriftCare;
	/** Looks on after each step; no drift may be asked for meanwhile. */
	look?(moment: Moment, eddies: Eddies): void;
}

/** A drift with what there is to draw. */
export interface DrawnDrift extends Drift {
	readonly path: readonly DriftPoint[];
	readonly shapes: readonly LineShape[];
	/** The other flies' paths, from the second on. */
	readonly others: readonly (readonly { readonly distance: number; readonly height: number }[])[];
}

/** A moment of the lowest fly's way. */
export interface DriftPoint {
	/** s since it touched the water. */
	readonly time: number;
	/** m downstream of there. */
	readonly distance: number;
	/** m above the bed. */
	readonly height: number;
	/** Against the water round it, m/s. */
	readonly slip: number;
	/** Pull of the line at the fly, N. */
	readonly tension: number;
	/** Degrees by which the eye's end points down, on the tippet. */
	readonly pitch: number;
}

/** The line at a moment, from its upper end to the fly, as a pen would draw it: to a dropper's end and back. */
export interface LineShape {
	readonly time: number;
	readonly x: Float32Array;
	readonly z: Float32Array;
	/** Which of its points carry flies. */
	readonly flies: readonly number[];
	/** For a float: whether it is under. */
	readonly under: boolean;
}

/** Shapes are kept this often, s. */
const SHAPE_EVERY = 0.1;

export interface DriftCare {
	readonly fineness?: Fineness;
	readonly wanted?: Wanted;
	/** Smooth water instead of the seed's eddies. */
	readonly smooth?: boolean;
}

/**
 * Follows one drift: flies and line together in the plane of the current, in time.
 *
 * Good where the line lies in the plane of the current; a rod held to the side pulls sideways, which
 * is left out, as are wind, the line between a float and the rod, and the water's own acceleration.
 *
 * @param flies from the line's lower end up; the figures are those of the first
 * @param seed of the turbulence; the same seed gives the same drift
 */
export function drift(
	flies: readonly Hung[],
	column: Column,
	line: Line,
	seed: number,
	care: DriftCare = {}
): Drift {
	return drifts([{ flies, column, line, seed, care }])[0]!;
}

/** Follows many drifts: the same as each for itself, and sooner. @returns in the order in which they were asked for */
export function drifts(asked: Iterable<DriftAsked>): Drift[] {
	const found: Drift[] = [];
	const verdicts = new Map<TracedWay, (solved: boolean) => void>();
	function* ways(): Generator<TracedWay> {
		let k = 0;
		for (const one of asked) {
			const place = k++;
			const { flies, column, line, seed, care = {}, look } = one;
			const { fineness = FINE, smooth = false, wanted = USUAL_WANTED } = care;
			// In smooth water what hangs up more often than not does.
			const luck = (fly: number) => (smooth ? 0.5 : randomFrom(seedOf(seed, LUCK + fly * APART))());
			const [watch, ...others] = flies.map((_, fly) => watchOf(column, line, luck(fly), fly));
			if (!watch) throw new Error('drifts: a line without a fly');
			const verdict = (failed: 'unsolved' | 'short' | null): Drift => ({
				...watch.verdict(failed, wanted),
				...(others.length > 0 && { above: others.map((other) => other.verdict(failed, wanted)) })
			});
			const going = new Set([watch, ...others]);
			if (line.top.kind !== 'float' && lineLength(line) <= line.top.height) {
				found[place] = verdict('short');
				continue;
			}
			const eddies = smooth ? noEddies : eddiesOf(column, seed);
			const way: TracedWay = {
				flies,
				column,
				line,
				eddies,
				longest: watch.longest,
				fineness: { ...fineness, step: fineness.step * slowness(column) },
				look(moment) {
					look?.(moment, eddies);
					// What is through is not looked at again while another is still on its way.
					for (const one of going) if (one.see(moment, eddies)) going.delete(one);
					return going.size === 0;
				}
			};
			verdicts.set(way, (solved) => {
				found[place] = verdict(solved ? null : 'unsolved');
			});
			yield way;
		}
	}
	for (const { way, solved } of followed(ways())) {
		verdicts.get(way)!(solved);
		verdicts.delete(way);
	}
	return found;
}

/** Which number of its seed says whether a drift hangs up. */
const LUCK = 1;
/** And how far on that of the next fly is. */
const APART = 1000;

/** In slow water a drift takes long and little happens at once: steps may be this many times as long there. */
function slowness({ surfaceSpeed }: Column): number {
	return surfaceSpeed > STANDS && surfaceSpeed < SLOW ? 2 : 1;
}
/** m/s (our choice) */
const SLOW = 0.15;

/** The nodes from the upper end down, with each dropper's end after its knot, and the knot again. */
const penOver = ({ n, to }: Chain): number[] =>
	Array.from({ length: n + 1 }, (_, i) => i)
		.filter((i) => !isEnd(to, i))
		.flatMap((i) => (isEnd(to, i - 1) ? [i, i - 1, i] : [i]));

/** The same with path and shapes. */
export function drawnDrift(
	flies: readonly Hung[],
	column: Column,
	line: Line,
	seed: number,
	care: DriftCare = {}
): DrawnDrift {
	const path: DriftPoint[] = [];
	const shapes: LineShape[] = [];
	const others = flies.slice(1).map((): { distance: number; height: number }[] => []);
	let next = 0;
	const look = ({ time, state, chain }: Moment, eddies: Eddies): void => {
		const point = chain.flyAt[0]!;
		const held = chain.heldBy[0]!;
		path.push({
			time,
			distance: state.x[point]!,
			height: state.z[point]!,
			slip: slipOf(state, point, column, eddies),
			tension: held >= 0 ? chain.tension(state, held) : 0,
			pitch: pitchOn(flies[0]!.fly, ...pastNode(state, point, column, eddies))
		});
		others.forEach((way, k) => {
			const at = chain.flyAt[k + 1]!;
			way.push({ distance: state.x[at]!, height: state.z[at]! });
		});
		if (time < next) return;
		next = time + SHAPE_EVERY;
		const { top } = chain;
		const pen = penOver(chain);
		shapes.push({
			time,
			x: Float32Array.from(pen, (i) => state.x[i]!),
			z: Float32Array.from(pen, (i) => state.z[i]!),
			flies: chain.flyAt.map((at) => pen.indexOf(at)),
			under: top.free && top.under(state.z[0]!)
		});
	};
	const [result] = drifts([{ flies, column, line, seed, care, look }]) as [Drift];
	return { ...result, path, shapes, others };
}
