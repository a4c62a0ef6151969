/** From a fly to what could be otherwise: single steps, equivalents, beads. */
export { emptyShelf, type Shelf } from './shelf';
export { levers, type Lever } from './levers';
export { ALIKE, equivalents, otherwise, type Equivalent, type Otherwise } from './equivalents';
export { beadTable, lightest, tableMetals, type BeadRow, type TableMetal } from './bead-table';
export { evaluate, type Candidate } from './evaluate';
export * from './mend';
