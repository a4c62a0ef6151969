import { MILLIMETRE, THOUSANDTH_OF_AN_INCH } from '../quantity/index';

/** Bead diameters that are sold, metres (common practice, no source). */
export const BEAD_STEPS = [1.5, 2.0, 2.4, 2.8, 3.2, 3.5, 4.0, 4.8, 5.5, 6.4].map(
	(mm) => mm * MILLIMETRE
);

/** Coil wires that are sold, metres (common practice, no source). */
export const COIL_WIRE_STEPS = [10, 15, 20, 25, 30, 35].map((n) => n * THOUSANDTH_OF_AN_INCH);

/** Nominal proportions of a fly bead, in bead diameters (our estimate, 10 % spread each). */
export const BEAD_PROPORTIONS = {
	bore: 0.32,
	recess: 0.57,
	recessDepth: 0.45,
	slot: 0.36
} as const;

/** Nominal proportions of a cone bead, in its rear diameter (our estimate). */
export const CONE_PROPORTIONS = { length: 0.9, nose: 0.45 } as const;
