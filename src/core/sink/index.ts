/** Drag laws, and how fast a fly sinks in still water. */
export * from './drag-laws';
export { settle, type Attitude, type Sink } from './settle';
