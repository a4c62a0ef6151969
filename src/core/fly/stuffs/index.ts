/** What the parts of a dressing are made of: a table a part, each kind with its matter, its fibres and its words. */
export * from './bodies';
export * from './drops';
export * from './hand';
export * from './ribs';
export * from './strands';
export * from './thread';
export * from './wing-cases';
