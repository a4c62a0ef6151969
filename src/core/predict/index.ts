/** One fly in one lie: the whole stream from recipe to answer, with intervals. */
export * from './predict';
export * from './drifting';
export * from './nearby';
