import { math } from '../quantity/index';

/**
 * Drag coefficient of a smooth sphere.
 *
 * @param re Reynolds number on the diameter, 0 < re < 2e5
 * Source: Brown & Lawler (2003), J. Environ. Eng. 129, 222.
 */
export function sphereDrag(re: number): number {
	// Re^0.681 by one logarithm: the last place of a power is not worth its time here.
	const power = math.exp(0.681 * math.log(re));
	return (24 / re) * (1 + 0.15 * power) + 0.407 / (1 + 8710 / re);
}

/**
 * Drag coefficient of a long cylinder across the flow, on length × diameter.
 *
 * @param re Reynolds number on the diameter, 0 < re < 1e4
 * Source: Clift, Grace & Weber (1978), coefficients from memory; within 3 % of Dennis & Chang's
 * (1970) computations at 10, 20 and 40. From 400 blended to 1.0 at 1000, our own bridge.
 */
export function cylinderDrag(re: number): number {
	// 9.689 Re^−0.78 (1 + a Re^b), with one logarithm for both powers: this is the hottest line here.
	const l = math.log(re);
	if (re < 5) return 9.689 * (math.exp(-0.78 * l) + 0.147 * math.exp(0.04 * l));
	if (re < 40) return 9.689 * (math.exp(-0.78 * l) + 0.227 * math.exp(-0.23 * l));
	if (re < 400) return 9.689 * (math.exp(-0.78 * l) + 0.0838 * math.exp(0.04 * l));
	if (re < 1000) return AT_400 + ((l - math.log(400)) / math.log(2.5)) * (1 - AT_400);
	return 1;
}
const AT_400 = 9.689 * math.pow(400, -0.78) * (1 + 0.0838 * math.pow(400, 0.82));

/**
 * The cylinder's drag as a table over Re that needs no logarithm: its rows are numbers whose mantissa has
 * seven bits, so that the upper half of Re says which row it is, and between two rows it is drawn straight.
 */
const TABLE_FROM = 2 ** -10;
const TABLE_TO = 1000;
const ROW_BITS = 20 - 7;
const FIRST_ROW = math.upperOf(TABLE_FROM) >> ROW_BITS;
const rowAt = (i: number) => math.withUpper(0, (FIRST_ROW + i) << ROW_BITS);
const ROWS = (math.upperOf(TABLE_TO) >> ROW_BITS) - FIRST_ROW + 2;
const rows = Float64Array.from({ length: ROWS }, (_, i) => rowAt(i));
const drags = rows.map(cylinderDrag);
const rises = rows.map((re, i) =>
	i + 1 < ROWS ? (drags[i + 1]! - drags[i]!) / (rows[i + 1]! - re) : 0
);

/** The rows as they lie in one piece, each Re, drag, rise to the next: for the drift's compiled kernel. */
export const cylinderRows = (): Float64Array =>
	Float64Array.from(
		{ length: 3 * ROWS },
		(_, k) => [rows, drags, rises][k % 3]![Math.trunc(k / 3)]!
	);

const rowOf = (re: number) => (math.upperOf(re) >> ROW_BITS) - FIRST_ROW;

/** cylinderDrag from the table, within 2e-5 of it. */
export function cylinderDragTabled(re: number): number {
	if (re >= TABLE_TO) return 1;
	if (re < TABLE_FROM) return cylinderDrag(re);
	const i = rowOf(re);
	return drags[i]! + (re - rows[i]!) * rises[i]!;
}

/** A drag coefficient, and its slope by ln Re. */
export interface DragSlope {
	coefficient: number;
	slope: number;
}

/** cylinderDragTabled with its slope, both left in `out`. */
export function cylinderDragSlope(re: number, out: DragSlope): void {
	out.coefficient = cylinderDragTabled(re);
	if (re >= TABLE_TO) out.slope = 0;
	// Creeping: the law's own power.
	else if (re < TABLE_FROM) out.slope = -0.78 * out.coefficient;
	else out.slope = rises[rowOf(re)]! * re;
}

/**
 * What a short cylinder keeps of a long one's drag, for the body as one piece.
 *
 * @param slenderness length over diameter
 * Source: Hoerner (memory): 0.6 up to 5, 0.8 at 10; taken to 1 at 40.
 */
export function finiteLength(slenderness: number): number {
	if (slenderness <= 5) return 0.6;
	if (slenderness <= 10) return 0.6 + (0.2 * math.log(slenderness / 5)) / Math.LN2;
	if (slenderness < 40) return 0.8 + (0.1 * math.log(slenderness / 10)) / Math.LN2;
	return 1;
}

/**
 * Friction along a cylinder that also has cross-flow, as a multiple of π μ u_t per length.
 *
 * @param reNormal Reynolds number of the flow across, on the diameter
 * Source: Churchill & Bernstein (1977) by the analogy of heat and momentum, Prandtl number 1.
 */
export function axialFriction(reNormal: number): number {
	return 0.3 + 0.556 * Math.sqrt(reNormal);
}

/**
 * Share of a flexible fibre's length that still acts as if it stood rigid across the flow.
 *
 * @param cauchy ½ρ C_D d U² l³/(EI), buoyancy left out (fibre weighs almost nothing in water)
 * Source: Luhar & Nepf (2011), Limnol. Oceanogr. 56, 2003; held to 1.
 */
export function effectiveLength(cauchy: number): number {
	if (cauchy <= 0.729) return 1;
	const bent = (1 - 0.9 / math.cbrt(cauchy)) / (1 + 8 / (cauchy * Math.sqrt(cauchy)));
	return Math.min(1, 1 - bent);
}
