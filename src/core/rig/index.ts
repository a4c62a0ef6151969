/** Ways of fishing, and the line that they make. */
export * from './parts';
export * from './rig';
export { ways, wayTable, type Rig, type Way, type WayDefinition } from './ways/index';
export * from './compile';
export * from './words';
export * from './notes';
export * from './stand-off';
export * from './bench-test';
