import { math } from '../quantity/index';
import {
	priorBeliefs,
	spreadOf,
	valuesAt,
	withLearned,
	type BeliefName,
	type Beliefs,
	type Learned,
	type Mixture
} from '../belief/index';
import type { Interval } from '../quantity/index';
import type { Measurable } from './expansion';
import { withoutTools } from './measurables';

/** What was learned of something: what it is now believed to be over what it was before. */
export interface LearnedSummary {
	/** A ratio with its 90 % interval. */
	readonly ratio: Interval;
	/** Width of the interval over what it was before anything was learned. */
	readonly narrower: number;
}

/** A change within this, as a share, is none (our choice). */
const NONE = 0.01;
/** And an interval that is narrower by less is not worth a word (our choice). */
const HARDLY = 0.9;

/** What was learned of a thing that can be weighed. */
export function summaryOf(weighed: Measurable, learned: Learned): LearnedSummary {
	const of = withoutTools(weighed);
	const median = valuesAt(of.beliefs);
	const compute = of.figuresAbout(median);
	const [usual] = compute(median, null);
	const widthOf = (beliefs: Beliefs) => {
		const middle = valuesAt(beliefs);
		const near = of.figuresAbout(middle);
		return spreadOf((values, moved) => [near(values, moved)[0]! / usual!], beliefs, of.about)[0]!;
	};
	const after = widthOf(withLearned(of.beliefs, learned, of.mixtureOf));
	return { ratio: after.interval!, narrower: narrower(after, widthOf(of.beliefs)) };
}

/** What was learned of one belief, of all its kind or of one place. */
export function summaryAbout(
	belief: BeliefName,
	learned: Learned,
	mixture: Mixture,
	prior: Beliefs = priorBeliefs
): LearnedSummary {
	const { median } = prior[belief];
	const width = (beliefs: Beliefs) =>
		spreadOf((values) => [values[belief] / median], beliefs, [belief])[0]!;
	const after = width(withLearned(prior, learned, (name) => (name === belief ? mixture : null)));
	return { ratio: after.interval!, narrower: narrower(after, width(prior)) };
}

/** Whether it is worth a word: it is off by more than nothing, or surely known better. */
export const worthAWord = ({ ratio, narrower: by }: LearnedSummary): boolean =>
	by < HARDLY && (Math.abs(math.log(ratio.value)) > NONE || by < 0.6);

/** It is surely not what it was believed to be: the interval leaves that out. */
export const surely = ({ ratio }: LearnedSummary): boolean => ratio.low > 1 || ratio.high < 1;

const narrower = (
	after: { readonly below: number; readonly above: number },
	before: { readonly below: number; readonly above: number }
) => (after.below + after.above) / (before.below + before.above);
