/** A fly's way through the moving column: free of any line, and on one. */
export * from './free-descent';
export { chainOf, type Hung } from './chain';
export { eddiesOf, noEddies, NOISE_STEP, type Eddies } from './eddies';
export { FINE, ROUGH, SMOOTH, trace, type Fineness } from './trace';
export {
	bandDistances,
	bandOf,
	bandRun,
	mainFault,
	type Band,
	type DriftCase,
	type Range,
	type Run
} from './band';
export {
	drawnDrift,
	drift,
	USUAL_WANTED,
	type DrawnDrift,
	type Drift,
	type DriftCare,
	type DriftPoint,
	type Fault,
	type LineShape,
	type Wanted
} from './drift';
export { bedTop } from './bed';
export { hangUpOver } from './watch';
