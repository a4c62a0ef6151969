/** Units, reading what a tier types, and figures with their intervals. */
export * as math from './math';
export * from './units';
export * from './interval';
export * from './reading';
export * from './fields';
export * from './part-fields';
export * from './rig-fields';
export * from './run-fields';
export * from './log-fields';
export * from './hook-words';
export * from './without';
export * from './random';
export * from './linear';
export * from './quantile';
export * from './even-points';
