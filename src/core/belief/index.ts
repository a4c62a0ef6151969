/** The registry of uncertain parameters, and carrying them through a computation. */
export * from './priors';
export * from './beliefs';
export * from './learned';
