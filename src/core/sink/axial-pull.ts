import { math } from '../quantity/index';
/**
 * Pull of a straight line that is drawn along itself through still water, N.
 *
 * @param speed m/s
 * @param length in the water, m
 * @param diameter m
 * Source: Glauert & Lighthill (1955), Proc. R. Soc. A 230, 188: friction of a thick boundary layer along a
 * cylinder, 4π μ U / ln(4 ν x / (U a²)) a length to first order, for ν x ≫ U a²; held where that fails.
 */
export function axialPull(
	speed: number,
	length: number,
	diameter: number,
	{ density, viscosity }: { readonly density: number; readonly viscosity: number }
): number {
	if (!(speed > 0) || !(length > 0)) return 0;
	const thick = (4 * (viscosity / density) * length) / (speed * math.square(diameter / 2));
	return (4 * Math.PI * viscosity * speed * length) / math.log(Math.max(Math.E, thick));
}
