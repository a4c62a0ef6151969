import { math } from '../quantity/index';
import type { LineMaterial, LineStuff } from './parts';

/** Young's modulus of line that is wet, Pa (from memory: nylon 2 to 3 GPa and half of it wet, PVDF 2 to 2.5; our estimate). */
const MODULI: Readonly<Record<LineMaterial, number>> = { nylon: 1.3e9, fluorocarbon: 2.2e9 };
/** Steps of the integral and halvings of the slope. */
const STEPS = 64;
const HALVINGS = 40;

/**
 * How far the stiffness of a dropper holds its fly off the line, m: a rod that stands square off at its knot and is
 * bent down by the weight on its end (Euler's elastica). With θ the slope at its end,
 *
 *   B = E π d⁴ / 64,   L = ∫₀^θ dφ / √(2 W (sin θ − sin φ) / B),   x = √(2 B sin θ / W)
 *
 * @param length L, m
 * @param weight W, of the fly in water, N
 * @returns 0 to `length`; however long it is no more than √(2 B / W)
 */
export function standOff(
	length: number,
	{ diameter, material }: LineStuff,
	weight: number
): number {
	if (weight <= 0) return length;
	const stiffness = (MODULI[material] * Math.PI * math.square(math.square(diameter))) / 64;
	const most = Math.sqrt((2 * stiffness) / weight);
	let [low, high] = [0, Math.PI / 2];
	for (let k = 0; k < HALVINGS; k++) {
		const slope = (low + high) / 2;
		if (lengthAt(slope, most) < length) low = slope;
		else high = slope;
	}
	return Math.min(length, most * Math.sqrt(math.sin(low)));
}

/** L at a slope of the end: with φ = θ − t² the integrand stays finite. */
function lengthAt(slope: number, most: number): number {
	const step = Math.sqrt(slope) / STEPS;
	let sum = 0;
	for (let k = 0; k < STEPS; k++) {
		const t = (k + 0.5) * step;
		sum += (2 * t * step) / Math.sqrt(math.sin(slope) - math.sin(slope - t * t));
	}
	// 2 W / B = (2 / most)², and the root of it stands before the integral: most / 2 · ∫ … · √…
	return (most / 2) * sum;
}
