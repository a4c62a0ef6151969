/** One fly in one lie: the whole stream from recipe to answer, with intervals. */
export * from './model-version';
export * from './predict';
export * from './drifting';
export * from './hand';
export type { FoundHand, Hand, HandCare } from './hand-sample';
export * from './nearby';
export { worldsOf, type DrawnWorld, type Worlds } from './worlds';
export * from './verdict';
export * from './cast';
export * from './chance-curve';
