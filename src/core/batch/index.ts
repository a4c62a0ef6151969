/** Tying a run: what it takes, where the marks are, in which order. */
export { gaugedWords, gaugeLengths, inGauge, marksOf, type Gauge, type Mark } from './marks';
export { amountsFor, type Amount } from './amounts';
export { askedSteps, mayBeAgain, moved, stepsOf, type TiersWay, type TyingStep } from './steps';
export { stepKeys, type StepKey } from './step-table';
export { planOf, stretchesOf, type Kind, type Plan } from './plan';
export { stepTimesOf } from './step-times';
export { causesFor, diagnose, scatterOf } from './weight-diagnosis';
