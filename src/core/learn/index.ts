/** What weighings, drops and outings say. */
export {
	controlChart,
	MEAN_RANGE,
	RANGE_SPREAD,
	type ControlChart,
	type Expected
} from './control-chart';
export {
	sights,
	type Observation,
	type Outing,
	type Sight,
	type OutingLikelihood,
	type TimedDrop,
	type Weighed,
	type Weighing
} from './observation';
export { learn, type Learning } from './learn';
export { measurableOf } from './found';
export type { Reset } from './resets';
export { posterior, GROSS, type EvidenceTerm } from './posterior';
export { outingLikelihoodOf } from './outing-likelihood';
export { dropTime, massOf, timeOf } from './measurables';
export { expand, type Expansion, type Measurable } from './expansion';
export { gains, type NextMeasurement } from './next';
export { doubtAbout, expectationOf, type Doubt, type OtherFly, type SlipName } from './doubt';
export {
	summaryAbout,
	summaryOf,
	surely,
	worthAWord,
	type LearnedSummary
} from './learned-summary';
