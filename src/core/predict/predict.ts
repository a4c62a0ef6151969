import { priorBeliefs, spreadOf, valuesAt, type BeliefName, type Beliefs } from '../belief/index';
import { freeDescent, requiredSinkSpeed } from '../drift/index';
import { buildFly, compileBuild, compileNear, type PartMass, type Recipe } from '../fly/index';
import { normalProbability, type Interval } from '../quantity/index';
import { settle, type Attitude } from '../sink/index';
import { compileColumn, fluidAt, type Lie } from '../water/index';

/** Version of the model; a stored prediction carries it. */
export const MODEL_VERSION = 1;

/**
 * Relative step at which a speed off the median counts as found: one more would move it by about a
 * twentieth of that (the exponent changes so little), far under what an interval shows.
 */
const NEAR_ENOUGH = 0.02;

export type Verdict = 'yes' | 'likely' | 'even' | 'unlikely' | 'no';

/** What Gravitas says of one fly in one lie, sinking free. SI; intervals are the central 90 %. */
export interface Prediction {
	readonly modelVersion: number;
	readonly mass: Interval;
	/** N */
	readonly submergedWeight: Interval | null;
	readonly parts: readonly PartMass[];
	/** m/s; null when the fly floats. */
	readonly speed: Interval | null;
	/** The belief that makes the speed's interval as wide as it is. */
	readonly speedWidest: BeliefName | null;
	readonly attitude: Attitude;
	readonly floats: boolean;
	/** Seconds to the zone; null when it floats or lands in the zone. */
	readonly time: Interval | null;
	/** Metres above the fish that it must land; null as time, and in water that does not move. */
	readonly distance: Interval | null;
	/** m/s that the lie asks for. */
	readonly requiredSpeed: number;
	/** That it is in the zone before the approach ends, from the beliefs; no line, no turbulence. */
	readonly chance: number;
	readonly verdict: Verdict;
	readonly lawIsGuess: boolean;
}

/**
 * Mass, sink and free descent of a fly in a lie, with intervals from all beliefs together.
 *
 * @param celsius water temperature, 0 to 35 °C
 */
export function predict(
	recipe: Recipe,
	lie: Lie,
	celsius: number,
	beliefs: Beliefs = priorBeliefs
): Prediction {
	const median = valuesAt(beliefs);
	const fluid = fluidAt(celsius);
	const build = buildFly(recipe, median);
	const fly = compileBuild(build);
	const sink = settle(fly.body, fluid, median);
	const column = compileColumn(lie, celsius, median);
	const descent = freeDescent(sink.speed, column);

	const [mass, weight, speed, time, distance] = spreadOf(
		(values, moved) => {
			const body = moved === null ? fly.body : compileNear(build, fly.body, values, moved);
			const s =
				moved === null || moved.startsWith('water.')
					? sink
					: settle(body, fluid, values, { sink, tolerance: NEAR_ENOUGH });
			const d = freeDescent(s.speed, compileColumn(lie, celsius, values));
			return [body.mass, s.submergedWeight, s.speed, d.time, d.distance];
		},
		beliefs,
		relevantBeliefs(recipe)
	);
	if (!mass?.interval || !weight || !speed || !time || !distance) {
		throw new Error('predict: a fly without mass; compileFly broke its rule');
	}

	let chance: number;
	if (sink.floats) chance = 0;
	else if (!(descent.distance > 0)) chance = 1;
	else {
		const margin = Math.log(column.approach / descent.distance);
		chance = normalProbability(margin / (margin > 0 ? distance.above : distance.below));
	}
	return {
		modelVersion: MODEL_VERSION,
		mass: mass.interval,
		submergedWeight: weight.interval,
		parts: fly.parts,
		speed: speed.interval,
		speedWidest: speed.widest,
		attitude: sink.attitude,
		floats: sink.floats,
		time: time.interval,
		distance: distance.interval,
		requiredSpeed: requiredSinkSpeed(column),
		chance,
		verdict: verdictOf(chance),
		lawIsGuess: column.lawIsGuess
	};
}

function verdictOf(chance: number): Verdict {
	if (chance >= 0.95) return 'yes';
	if (chance >= 0.7) return 'likely';
	if (chance >= 0.3) return 'even';
	return chance >= 0.05 ? 'unlikely' : 'no';
}

/** Leaves out what this recipe has no part of, so that the answer stays within a frame. */
function relevantBeliefs({ bead, coil }: Recipe): BeliefName[] {
	const left = (Object.keys(priorBeliefs) as BeliefName[]).filter(
		(name) => !name.startsWith('bead.') && !name.startsWith('coil.')
	);
	if (bead) {
		left.push('bead.diameter', 'bead.bore', 'bead.recess', 'bead.recessDepth');
		left.push(bead.metal === 'tungsten' ? 'bead.tungsten.density' : 'bead.brass.density');
		if (bead.shape === 'slotted') left.push('bead.slot');
	}
	if (coil) {
		left.push('coil.wire', coil.metal === 'lead' ? 'coil.lead.density' : 'coil.leadFree.density');
	}
	return left;
}
