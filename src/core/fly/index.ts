/** The recipe, its geometry and mass, its fit, the drawing, and its compilation to FlyBody. */
export * from './recipe';
export { CLOSE_PITCH } from './rib';
export * from './hook-styles';
export { coilPlaces, standsApart } from './coil-places';
export * from './words';
export { recipeChange } from './recipe-change';
export * from './starter';
export {
	bodyOfKind,
	ofKind,
	dressingOf,
	firstOf,
	RIB_STEPS,
	THREAD_STEPS,
	usualCoilWire,
	type Dressing,
	type DressingPart
} from './usual';
export { massNear, compileBuild, compileFly, compileNear, type CompiledFly } from './compile';
export { massAlone, partNames, type PartMass, type PartName } from './parts';
export {
	beadPlace,
	parametersAbout,
	parametersFor,
	dressingPlace,
	mediansFor,
	mixturesFor
} from './narrow';
export { rollMoment, type Ride } from './ride';
export { sectionOf, type Section } from './section';
export {
	beadShapes,
	beadShapeTable,
	beadSolid,
	hasSlot,
	shapeFor,
	type BeadShape
} from './bead/index';
export { turnLength } from './coil';
export { hookGeometry } from './hook';
export { buildFly, weighs, type Build } from './build';
export {
	beadClass,
	chunkiness,
	fitOf,
	gapLeft,
	goodFitOf,
	type BeadClass,
	type FitNote
} from './fit/index';
export { fitCodes, type FitCode } from './fit/note';
export {
	backKinds,
	bodyKinds,
	flashKinds,
	hackleBy,
	hackleKinds,
	legKinds,
	wingKinds,
	ribKinds,
	strandsOf,
	tagKinds,
	tailKinds,
	threadField,
	thoraxKinds,
	underbodyKinds,
	wingCaseKinds,
	woundBy,
	type HandUnit,
	type RibKind
} from './stuffs/index';
export { onSize } from './sizes';
export { soakOf } from './soak';
export { leadFreeEquivalent } from './lead-free';
