import { prior } from '../parameter/index';
import { math, without } from '../quantity/index';
import { expand, type Measurable } from './expansion';
import { massOf, timeOf } from './measurables';
import type { TimedDrop, Weighing } from './observation';
import type { Measurement } from './posterior';
import { PIECE_SCATTER, speedScatter, usualHand, type Alike, type HandScatter } from './scatter';

/** How well a length of wire is cut, m (our estimate). */
const CUT = 0.001;
/** What a drop is off however often it is timed: the way it enters, the water's rest (our estimate). */
const DROP_SCATTER = 0.03;
/** How well the distance is known, m (our estimate). */
const DISTANCE = 0.003;
/** A tippet's pull is known only so well, as a share of what it slows (our estimate). */
const TIPPET = 0.3;
/** Spread of one timing between two light gates, s (our estimate). */
const GATE = 0.002;

/** What an entry measures, before anything was learned. */
export const measurableOf = (one: Weighing | TimedDrop): Measurable =>
	one.kind === 'weighing' ? massOf(one.of, prior) : timeOf(one, prior);

/**
 * What an entry says, each run of its own, in logarithms.
 *
 * @param predicted logarithm of the figure: a reaction is a share of the time that it should take, or one
 *   that was timed far too long would count as the best of all
 * @param hand what its flies differ by
 */
export function foundOf(
	one: Weighing | TimedDrop,
	predicted: number,
	hand: HandScatter = usualHand
): Measurement[] {
	if (one.kind === 'weighing') return [weighedFound(one, hand)];
	const { seconds, reaction, gates, distance: way, tippet } = one;
	const common = math.hypot(
		math.hypot(DROP_SCATTER, speedScatter(hand)),
		DISTANCE / way,
		tippet === undefined ? 0 : TIPPET * slowed(one)
	);
	return seconds.map((s) => {
		// Two keys a run; what all runs share is divided among them.
		const timing = (gates ? GATE : Math.SQRT2 * reaction) / math.exp(predicted);
		return { value: math.log(s), spread: math.hypot(timing, common * Math.sqrt(seconds.length)) };
	});
}

function weighedFound({ of, count, mass, step }: Weighing, hand: HandScatter): Measurement {
	// Two readings, empty and full, each somewhere within a step.
	const reading = step / Math.sqrt(6) / mass;
	const value = math.log(of.kind === 'wire' ? mass / count / of.length : mass / count);
	if (of.kind === 'wire') return { value, spread: math.hypot(reading, CUT / of.length) };
	const scatter = of.kind === 'fly' ? hand['tied.mass'] : PIECE_SCATTER;
	return { value, spread: math.hypot(reading, scatter / Math.sqrt(count)) };
}

/** Findings of one figure as they are compared: nothing that flies of a hand differ by is in their spread. */
export function alikeIn(found: readonly (Weighing | TimedDrop)[]): Alike {
	const alike = found.flatMap((one) => {
		if (one.kind === 'weighing') {
			if (one.of.kind !== 'fly') return [];
			const { spread, value } = weighedFound(one, NO_SCATTER);
			return [{ value, count: one.count, measuring: spread * spread }];
		}
		const logs = one.seconds.map(math.log);
		const mean = logs.reduce((sum, value) => sum + value, 0) / logs.length;
		// Of all runs of an entry together: each run's own part is as much less.
		const [run] = foundOf(one, mean, NO_SCATTER);
		return [{ value: mean, count: 1, measuring: math.square(run!.spread) / logs.length }];
	});
	return { kind: found[0]!.kind, found: alike };
}
const NO_SCATTER: HandScatter = { 'tied.mass': 0, 'tied.drag': 0 };

/** Share by which its tippet lengthens a drop. */
function slowed(one: TimedDrop): number {
	const free = without(one, 'tippet');
	const at = (drop: TimedDrop) => expand({ ...measurableOf(drop), about: [] }, {})[0]!.value;
	return at(one) - at(free as TimedDrop);
}

/**
 * Entries with the same id measure the same figure.
 *
 * @param as what of a thing counts, and how closely; all of it unless given
 */
export function idOf(
	one: Weighing | TimedDrop,
	as?: (name: string, value: unknown) => unknown
): string {
	if (one.kind === 'weighing') {
		const { of } = one;
		return JSON.stringify(of.kind === 'wire' ? of.coil : of, as);
	}
	const { recipe, wet, celsius, distance: way, tippet, gates } = one;
	return JSON.stringify([recipe, wet, celsius, way, tippet, gates], as);
}
