import { cone } from './cone';
import { round } from './round';
import type { BeadShapeDefinition } from './shape';
import { slotted } from './slotted';

/** The shapes of beads; whatever depends on one is asked here. */
export const beadShapeTable = { round, slotted, cone } as const satisfies Readonly<
	Record<string, BeadShapeDefinition>
>;
export type BeadShape = keyof typeof beadShapeTable;
export const beadShapes = Object.keys(beadShapeTable) as readonly BeadShape[];
