/** A fly's way through the moving column; free of any line so far. */
export * from './free-descent';
