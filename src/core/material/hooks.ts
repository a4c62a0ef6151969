import { math, MILLIMETRE } from '../quantity/index';

/** Nominal proportions of a hook of one size, metres. */
export interface NominalHook {
	readonly gape: number;
	readonly shank: number;
	readonly wire: number;
}

/**
 * Our own nominal estimate from proportions (no standard exists, no catalogue was used);
 * millimetres for even sizes 2 to 22. The spread of 10 % on each stands in the parameters.
 */
const even = {
	gape: [8.8, 7.6, 6.6, 5.8, 5.2, 4.6, 4.0, 3.5, 3.0, 2.6, 2.2],
	shank: [18.0, 15.5, 13.2, 11.2, 9.6, 8.2, 7.0, 6.0, 5.1, 4.4, 3.8],
	wire: [1.0, 0.9, 0.8, 0.72, 0.64, 0.58, 0.52, 0.46, 0.41, 0.36, 0.32]
} as const;

/** Geometric interpolation between even sizes; beyond the ends the last ratio is carried on. */
function proportion(column: readonly number[], size: number): number {
	const place = (size - 2) / 2;
	const below = Math.min(Math.max(Math.floor(place), 0), column.length - 2);
	const a = column[below]!;
	const b = column[below + 1]!;
	return a * math.pow(b / a, place - below) * MILLIMETRE;
}

/**
 * Nominal gape, shank and wire of a hook.
 *
 * X steps count odd sizes too: 2X long of 10 has the shank of 8, 2X heavy of 10 the wire of 8,
 * 1X fine of 12 the wire of 13.
 *
 * @param size the hook number, 1 to 26 (2–22 tabulated, beyond extrapolated)
 * @param lengthX steps longer (+) or shorter (−)
 * @param wireX steps heavier (+) or finer (−)
 */
export function nominalHook(size: number, lengthX: number, wireX: number): NominalHook {
	return {
		gape: proportion(even.gape, size),
		shank: proportion(even.shank, size - lengthX),
		wire: proportion(even.wire, size - wireX)
	};
}
