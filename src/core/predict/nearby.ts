import type { ParameterName, ParameterValues } from '../parameter/index';
import type { FlyBody } from '../body/index';
import { math } from '../quantity/index';
import { compileNear, weighs, type Build, type CompiledFly } from '../fly/index';
import { settleNear, settleWeight, type Sink } from '../sink/index';
import type { Fluid } from '../water/index';

/**
 * Relative step at which a speed off the centre counts as found: one more would move it by about a
 * twentieth of that (the exponent changes so little), far under what an interval shows.
 */
const NEAR_ENOUGH = 0.02;

/** Of a sink what is followed off the centre. */
export type Moved = Pick<Sink, 'speed' | 'pitch' | 'submergedWeight'>;

/**
 * A fly and its sink with one parameter moved at a time, each from what is known of the fly in the middle:
 * what the parameter does not touch is kept.
 *
 * @returns from the values and the parameter that is moved (null for none) the fly and how it sinks; the
 *   fly's elements are only good until the next call
 */
export function nearbyFlies(build: Build, fly: CompiledFly, sink: Sink, fluid: Fluid) {
	/** Of the fly before with a parameter moved: its memory serves the next. */
	let spare: FlyBody['elements'] | null = null;
	return (
		values: ParameterValues,
		moved: ParameterName | null
	): { fly: CompiledFly; sink: Moved } => {
		const near = moved === null ? fly : compileNear(build, fly, values, moved, spare);
		const { body } = near;
		if (body.elements !== fly.body.elements) spare = body.elements;
		if (moved === null || moved.startsWith('water.')) return { fly: near, sink };
		const found =
			body.elements === fly.body.elements && weighs(moved)
				? settleWeight(body, fluid, { body: fly.body, sink })
				: settleNear(body, fluid, values, guess(sink, values, moved), NEAR_ENOUGH);
		return { fly: near, sink: found };
	};
}

/**
 * What a solve near the middle starts from. On a factor of the whole drag the speed's share is known:
 * factor · speed^exponent = weight.
 */
function guess(sink: Sink, values: ParameterValues, moved: ParameterName): Sink {
	if (moved !== 'tied.drag') return sink;
	const { steady } = sink;
	const speed = steady.speed * math.pow(values[moved], -1 / steady.exponent);
	return { ...sink, steady: { ...steady, speed } };
}
