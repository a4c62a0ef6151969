/** The registry of uncertain parameters, and carrying them through a computation. */
export * from './priors';
export * from './parameters';
export * from './learned';
