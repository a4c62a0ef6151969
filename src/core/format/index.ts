/** Reading and writing open formats: pure text and tables to data and back. */
export * from './gauge';
export * from './scale';
export { SIMULATED_PATTERN, SimulatedScale } from './simulated-scale';
export { gateLine, readGates, SIMULATED_GATES, teachGates, type GatePattern } from './gates';
export { readPattern, type PatternRead } from './pattern/read';
export { writePattern } from './pattern/write';
