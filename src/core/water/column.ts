import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
import type { Column } from '../body/index';
import { approachOf, LAW_HOLDS_FROM, ROUGHNESS, USUAL_HOLD, type Lie } from './lie';
import { fluidAt } from './properties';

/** Von Kármán's constant, as usual in river hydraulics. */
export const KARMAN = 0.41;
/** Zero plane above the bed's hollows, in roughness heights (our estimate). */
const ZERO_PLANE = 0.25;

/**
 * The column over a lie: a logarithmic law with z₀ = k_s/30 and its zero plane 0.25 k_s above the
 * hollows (the datum), fitted to the surface speed.
 *
 * In water shallower than two roughness heights the roughness is held at half the depth, so that
 * the law stays defined; lawIsGuess says so from five roughness heights on.
 *
 * @param celsius water temperature, 0 to 35 °C
 */
export function compileColumn(lie: Lie, celsius: number, values: ParameterValues): Column {
	const depth = lie.depth * values['water.depth'];
	const surfaceSpeed = lie.surfaceSpeed * values['water.speed'];
	const roughness = ROUGHNESS[lie.bed] * values['water.roughness'];
	const held = Math.min(roughness, depth / 2);
	const zeroPlane = ZERO_PLANE * held;
	const roughnessLength = held / 30;
	const fluid = fluidAt(celsius);
	return {
		depth,
		density: fluid.density,
		viscosity: fluid.viscosity,
		surfaceSpeed,
		zeroPlane,
		roughnessLength,
		shearVelocity: (KARMAN * surfaceSpeed) / math.log((depth - zeroPlane) / roughnessLength),
		zoneTop: lie.zoneTop,
		approach: approachOf(lie),
		hold: lie.hold ?? USUAL_HOLD,
		lawIsGuess: depth < LAW_HOLDS_FROM * roughness
	};
}

/** Speed of the water at height z (m above the datum), m/s; still between the stones. */
export function speedAt(column: Column, z: number): number {
	const above = (z - column.zeroPlane) / column.roughnessLength;
	return above > 1 ? (column.shearVelocity / KARMAN) * math.log(above) : 0;
}

/**
 * Integral of the speed over height from z to the surface, m²/s: the distance that a body sinking
 * at 1 m/s is carried on its way from the surface to z.
 */
export function carriageAbove(column: Column, z: number): number {
	const { zeroPlane, roughnessLength } = column;
	const from = Math.max(z - zeroPlane, roughnessLength);
	const to = column.depth - zeroPlane;
	if (from >= to) return 0;
	const primitive = (h: number) => h * (math.log(h / roughnessLength) - 1);
	return (column.shearVelocity / KARMAN) * (primitive(to) - primitive(from));
}
