/** The recipe, its geometry and mass, the drawing, and its compilation to FlyBody. */
export * from './recipe';
export * from './words';
export * from './starter';
export {
	compileBuild,
	compileFly,
	compileNear,
	type CompiledFly,
	type PartMass,
	type PartName
} from './compile';
export { sectionOf, type Section } from './section';
export { beadSolid, type BeadGeometry } from './bead';
export { turnLength } from './coil';
export { hookGeometry } from './hook';
export { buildFly, type Build } from './build';
export { troubleWith, type Trouble } from './trouble';
