import {
	prior,
	spreadOf,
	type Distribution,
	type ParameterValues,
	type Contribution
} from '../parameter/index';
import type { FlyBody } from '../body/index';
import { freeDescent } from '../drift/index';
import {
	mediansFor,
	parametersAbout,
	parametersFor,
	buildFly,
	compileBuild,
	rollMoment,
	type Build,
	type PartMass,
	type Recipe,
	type Ride
} from '../fly/index';
import { type Interval, math, normalProbability, Z90 } from '../quantity/index';
import { settle, type Sink } from '../sink/index';
import { MODEL_VERSION } from './model-version';
import { nearbyFlies } from './nearby';
import { parametersIn, compileColumn, fluidAt, type Lie } from '../water/index';

/**
 * What Gravitas says of one fly in one lie, sinking freely: figures, no verdict. SI; intervals are the central
 * 90 % of the one fly in the hand, which differs from the mean of its recipe (`onAverage`).
 */
export interface Prediction {
	readonly modelVersion: number;
	/** The parameters of this fly in this lie, and their medians. */
	readonly parameters: Distribution;
	readonly median: ParameterValues;
	readonly mass: Interval;
	/** The parameters that the mass's interval comes from, the widest first, with their shares of it. */
	readonly massContributors: readonly Contribution[];
	readonly ride: Ride;
	/** N */
	readonly submergedWeight: Interval | null;
	readonly parts: readonly PartMass[];
	/** The fly as built and compiled at the medians, for the drawing and the fit. */
	readonly build: Build;
	readonly body: FlyBody;
	/** m/s; null when the fly floats. */
	readonly speed: Interval | null;
	/** The parameters that the speed's interval comes from, the widest first; empty when the fly floats. */
	readonly speedContributors: readonly Contribution[];
	/** How it sinks at the medians: speed, attitude, and what else it may settle into. */
	readonly sink: Sink;
	/** Degrees by which the eye's end points down; null when it floats. */
	readonly pitch: { readonly low: number; readonly high: number } | null;
	readonly floats: boolean;
	/** Seconds to the zone; null when it floats or lands in the zone. */
	readonly time: Interval | null;
	/** Metres above the fish that it must land; null as time, and in water that does not move. */
	readonly distance: Interval | null;
	readonly lawIsGuess: boolean;
}

/** A fly in a lie at the medians of its parameters: what it is and does, without ranges. SI. */
export interface AtMedians {
	readonly median: ParameterValues;
	readonly build: Build;
	/** kg */
	readonly mass: number;
	readonly parts: readonly PartMass[];
	readonly body: FlyBody;
	readonly sink: Sink;
}

/**
 * The median of a fly in a lie: a fifth of the work of a whole prediction, for who answers a key.
 *
 * @param celsius water temperature, 0 to 35 °C
 */
export function predictAtMedians(
	recipe: Recipe,
	lie: Lie,
	celsius: number,
	distribution: Distribution = prior
): AtMedians {
	const median = mediansFor(recipe, parametersIn(lie, distribution));
	const build = buildFly(recipe, median);
	const { parts, body } = compileBuild(build, median);
	const sink = settle(body, fluidAt(celsius), median);
	return { median, build, mass: body.mass, parts, body, sink };
}

/**
 * Mass, sink and free descent of a fly in a lie, with intervals from all parameters together.
 *
 * @param celsius water temperature, 0 to 35 °C
 * @param middle the same fly in the same lie at the medians, where that is known
 */
export function predict(
	recipe: Recipe,
	lie: Lie,
	celsius: number,
	distribution: Distribution = prior,
	middle: AtMedians = predictAtMedians(recipe, lie, celsius, distribution)
): Prediction {
	const { median, build, parts, body, sink } = middle;
	const parameters = parametersFor(recipe, parametersIn(lie, distribution));
	const fluid = fluidAt(celsius);
	const column = compileColumn(lie, celsius, median);

	const roll: number[] = [];
	const pitch: number[] = [];
	const nearby = nearbyFlies(build, { parts, body }, sink, fluid);
	const [mass, weight, speed, time, distance] = spreadOf(
		(values, moved) => {
			const { fly: near, sink: s } = nearby(values, moved);
			roll.push(rollMoment(near, fluid.density).up);
			pitch.push(s.pitch);
			const d = freeDescent(s.speed, compileColumn(lie, celsius, values));
			return [near.body.mass, s.submergedWeight, s.speed, d.time, d.distance];
		},
		parameters,
		parametersAbout(recipe, parameters)
	);
	if (!mass?.interval || !weight || !speed || !time || !distance) {
		throw new Error('predict: a fly without mass; compileFly broke its rule');
	}

	return {
		modelVersion: MODEL_VERSION,
		parameters,
		median,
		mass: mass.interval,
		massContributors: mass.contributions,
		ride: rideOf(rollMoment({ parts, body }, fluid.density), roll),
		submergedWeight: weight.interval,
		parts,
		build,
		body,
		speed: speed.interval,
		speedContributors: speed.contributions,
		sink,
		pitch: sink.floats ? null : pitchRange(sink.pitch, pitch),
		floats: sink.floats,
		time: time.interval,
		distance: distance.interval,
		lawIsGuess: column.lawIsGuess
	};
}

/**
 * A prediction for the one frame in which its ranges are not worked out yet: the figures of now, with the ranges of
 * a moment ago as wide in proportion.
 *
 * @returns null where what was a moment ago says nothing of it: one of the two floats, or lands in the zone
 */
export function withRangesOf(
	before: Prediction,
	now: AtMedians,
	lie: Lie,
	celsius: number
): Prediction | null {
	const { sink } = now;
	if (before.floats || sink.floats || !before.speed || !before.submergedWeight) return null;
	const column = compileColumn(lie, celsius, now.median);
	const { time, distance } = freeDescent(sink.speed, column);
	const timed = about(before.time, time);
	const carried = about(before.distance, distance);
	if (timed === undefined || carried === undefined) return null;
	const { up, aside } = rollMoment(now, fluidAt(celsius).density);
	return {
		...before,
		...now,
		mass: about(before.mass, now.mass)!,
		submergedWeight: about(before.submergedWeight, sink.submergedWeight)!,
		speed: about(before.speed, sink.speed)!,
		time: timed,
		distance: carried,
		pitch: before.pitch && {
			low: Math.max(-90, before.pitch.low + sink.pitch - before.sink.pitch),
			high: Math.min(90, before.pitch.high + sink.pitch - before.sink.pitch)
		},
		ride: { ...rideOf({ up, aside }, []), sure: before.ride.sure },
		floats: false,
		lawIsGuess: column.lawIsGuess
	};
}

/** An interval about another value, as wide in proportion; undefined where one of the two is and the other is not. */
function about(before: Interval | null, value: number | null): Interval | null | undefined {
	// What has no range is not above nought.
	const now = value !== null && value > 0 ? value : null;
	if (before === null || now === null) return before === now ? null : undefined;
	const ratio = now / before.value;
	return { value: now, low: before.low * ratio, high: before.high * ratio };
}

/**
 * The interval of the mean of many flies tied to a recipe, from that of one: narrower by the share of its
 * variance that is one fly's own.
 */
export function onAverage(
	{ value, low, high }: Interval,
	contributions: readonly Contribution[]
): Interval {
	const own = contributions
		.filter(({ parameter }) => prior[parameter].scope === 'fly')
		.reduce((sum, { share }) => sum + share, 0);
	const narrower = Math.sqrt(Math.max(0, 1 - own));
	const end = (at: number) => value * math.pow(at / value, narrower);
	return { value, low: end(low), high: end(high) };
}

/**
 * Which way up the fly rides, from its roll moment and that with each parameter moved up and down in turn.
 * The moment may change its sign, so its spread is carried plainly and not in logarithms.
 *
 * @param moved the moment at the medians, then up and down for each parameter
 */
function rideOf({ up, aside }: { up: number; aside: number }, moved: readonly number[]): Ride {
	const variance = plainVariance(moved);
	const lean = math.atan2(Math.abs(aside), Math.abs(up)) * (180 / Math.PI);
	return {
		pointUp: up > 0,
		sure: variance > 0 ? normalProbability(Math.abs(up) / Math.sqrt(variance)) : 1,
		lean
	};
}

/** Variance of a figure that may change its sign, from its values with each parameter moved up and down. */
function plainVariance(moved: readonly number[]): number {
	let variance = 0;
	for (let i = 1; i + 1 < moved.length; i += 2) {
		variance += math.square((moved[i]! - moved[i + 1]!) / (2 * Z90));
	}
	return variance;
}

function pitchRange(pitch: number, moved: readonly number[]) {
	const half = Z90 * Math.sqrt(plainVariance(moved));
	return { low: Math.max(-90, pitch - half), high: Math.min(90, pitch + half) };
}
