import { math } from '../quantity/index';
import {
	prior,
	spreadOf,
	valuesAt,
	withLearned,
	type ParameterName,
	type Distribution,
	type Learned,
	type Mixture
} from '../parameter/index';
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
	const median = valuesAt(of.parameters);
	const compute = of.figuresAbout(median);
	const [usual] = compute(median, null);
	const widthOf = (parameters: Distribution) => {
		const middle = valuesAt(parameters);
		const near = of.figuresAbout(middle);
		return spreadOf(
			(values, moved) => [near(values, moved)[0]! / usual!],
			parameters,
			of.about
		)[0]!;
	};
	const after = widthOf(withLearned(of.parameters, learned, of.mixtureOf));
	return { ratio: after.interval!, narrower: narrower(after, widthOf(of.parameters)) };
}

/** What was learned of one parameter, of all its kind or of one place. */
export function summaryAbout(
	parameter: ParameterName,
	learned: Learned,
	mixture: Mixture,
	before: Distribution = prior
): LearnedSummary {
	const { median } = before[parameter];
	const width = (parameters: Distribution) =>
		spreadOf((values) => [values[parameter] / median], parameters, [parameter])[0]!;
	const after = width(
		withLearned(before, learned, (name) => (name === parameter ? mixture : null))
	);
	return { ratio: after.interval!, narrower: narrower(after, width(before)) };
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
