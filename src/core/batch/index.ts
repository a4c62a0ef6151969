/** Tying a run: what it takes, where the marks are, in which order. */
export {
	gaugedWords,
	gaugeLengths,
	gauges,
	inGauge,
	marksOf,
	type Gauge,
	type Gauged,
	type Mark,
	type MarkCode
} from './marks';
export { amountsFor, type Amount } from './amounts';
export { stepsOf, type TyingStep } from './steps';
export { planOf, stretchesOf, type Kind, type Plan, type Stretch, type Turn } from './plan';
export { pacesOf, type Timed } from './paces';
export { causesFor, diagnose, scatterOf, type Cause, type Diagnosis } from './causes';
