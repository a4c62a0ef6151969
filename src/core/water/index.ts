/** Properties of water, lies, and the column over a lie. */
export * from './properties';
export * from './lie';
export * from './column';
export * from './turbulence';
export * from './flow';
export * from './gauge';
export * from './words';
