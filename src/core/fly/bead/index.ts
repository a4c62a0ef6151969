/** A bead's metal, by its shape and by what is believed of its measures. */
export { beadDensity, beadGeometry, beadSeat, hasSlot, shapeFor, slotTurn } from './geometry';
export { beadShapeTable, beadShapes, type BeadShape } from './shapes';
export { beadSolid, outerRadius, type BeadGeometry } from './solid';
