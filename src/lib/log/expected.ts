import { priorBeliefs, spreadOf, valuesAt, withLearned, type Beliefs } from '$core/belief/index';
import { massOf, timeOf, type Measurable, type TimedDrop, type Weighed } from '$core/learn/index';
import { GRAM } from '$core/quantity/index';
import type { EntryBodyDocument } from '$lib/contract/entries';

type Expected = NonNullable<EntryBodyDocument['expected']>;

/** What a thing is predicted to weigh or take, with what was learned until now. */
export function expectedOf(of: Measurable, { learned }: Beliefs, unit = 1): Expected | null {
	const beliefs = learned ? withLearned(of.beliefs, learned, of.mixtureOf) : of.beliefs;
	const near = of.figuresAbout(valuesAt(beliefs));
	const { interval } = spreadOf((values, moved) => near(values, moved), beliefs, of.about)[0]!;
	if (!interval || !Number.isFinite(interval.value)) return null;
	const said = (n: number) => Number((n / unit).toPrecision(4));
	return { value: said(interval.value), low: said(interval.low), high: said(interval.high) };
}

/** Grams of one; of wire of the length that was weighed. */
export function expectedMass(of: Weighed, believed: Beliefs): Expected | null {
	const length = of.kind === 'wire' ? of.length : 1;
	return expectedOf(massOf(of, priorBeliefs), believed, GRAM / length);
}

/** Seconds of a drop; null where the fly floats. */
export const expectedTime = (
	drop: Omit<TimedDrop, 'kind' | 'key' | 'on' | 'seconds' | 'reaction'>,
	believed: Beliefs
): Expected | null => expectedOf(timeOf(drop, priorBeliefs), believed);
