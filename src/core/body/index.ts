/** The doors' types, and nothing else. */
export * from './fly-body';
export * from './column';
export * from './line';
