import { prior, type Distribution } from '$core/parameter/index';
import {
	expectationOf,
	massOf,
	timeOf,
	type Measurable,
	type TimedDrop,
	type Weighed
} from '$core/learn/index';
import { GRAM, logInterval, math } from '$core/quantity/index';
import type { EntryBodyDocument } from '$lib/documents/entry/body';

type Expected = NonNullable<EntryBodyDocument['expected']>;

/** What one such thing is predicted to weigh or take, with what was learned until now. */
function expectedOf(of: Measurable, distribution: Distribution, unit = 1): Expected | null {
	const found = expectationOf(of, distribution);
	if (!found) return null;
	const one = (side: number) => math.hypot(side, of.scatter ?? 0);
	const { value, low, high } = logInterval(
		math.exp(found.value),
		one(found.below),
		one(found.above)
	);
	const said = (n: number) => Number((n / unit).toPrecision(4));
	return { value: said(value), low: said(low), high: said(high) };
}

/** Grams of one; of wire of the length that was weighed. */
export function expectedMass(of: Weighed, distribution: Distribution): Expected | null {
	const length = of.kind === 'wire' ? of.length : 1;
	return expectedOf(massOf(of, prior), distribution, GRAM / length);
}

/** Seconds of a drop; null where the fly floats. */
export const expectedTime = (
	drop: Omit<TimedDrop, 'kind' | 'key' | 'on' | 'seconds' | 'reaction'>,
	distribution: Distribution
): Expected | null => expectedOf(timeOf(drop, prior), distribution);
