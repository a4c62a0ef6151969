/** Ways of fishing, and the line that they make. */
export * from './rig';
export * from './compile';
export * from './words';
export * from './notes';
