/** Densities, nominal proportions and trade sizes, each with its source. */
export * from './densities';
export * from './hooks';
export * from './trade';
