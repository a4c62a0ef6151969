/** A fly's way through the moving column: free of any line, and on one. */
export * from './free-descent';
export { chainOf } from './chain';
export type { Hung } from './state';
export { eddiesOf, noEddies } from './eddies';
export { FINE, ROUGH, SMOOTH, type Fineness } from './trace';
export {
	bandDistances,
	bandOf,
	bandRuns,
	chanceError,
	mainFault,
	type Band,
	type DriftCase,
	type Range,
	type Run,
	type SeededCase
} from './band';
export { drawnDrift, drift, drifts, type DrawnDrift, type LineShape } from './drift';
export { USUAL_WANTED, type Drift, type Fault, type Wanted } from './outcome';
export { bedTop } from './bed';
export { hangUpOver } from './watch';
