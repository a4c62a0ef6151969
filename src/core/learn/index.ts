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
	type Surrogate,
	type TimedDrop,
	type Weighed,
	type Weighing
} from './observation';
export { learn, type Learning } from './learn';
export { measurableOf } from './found';
export type { Reset } from './resets';
export { posterior, GROSS, type Term } from './posterior';
export { surrogateOf } from './happening';
export { dropTime, massOf, timeOf } from './measurables';
export { expand, type Expansion, type Measurable } from './expansion';
export { gains, type Candidate } from './next';
export { doubtAbout, expectationOf, type Doubt, type OtherFly, type SlipName } from './doubt';
export { lessonAbout, lessonOf, surely, worthAWord, type Lesson } from './lessons';
