/** Drag laws, and how fast a fly sinks in still water. */
export * from './drag-laws';
export {
	attitudeOf,
	EXACT,
	FAST,
	settle,
	settleNear,
	settleWeight,
	type Attitude,
	type Hang,
	type Near,
	type Sink
} from './settle';
export { descend, timeTo } from './descend';
export { dragAccount, filmHolds } from './account';
export { noDrag, pitchOn, pullOn, towed, towedAlike, type Towed } from './towed';
export { axialPull } from './axial-pull';
