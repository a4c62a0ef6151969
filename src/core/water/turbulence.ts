import { math } from '../quantity/index';
import type { Column } from '../body/index';
import { KARMAN } from './column';

/**
 * Strength of the turbulence along and across the stream at height z, m/s (standard deviations).
 *
 * Source: Nezu & Nakagawa (1993), Turbulence in Open-Channel Flows: 2.30 and 1.27 u* e^(−z/H). Between
 * the stones it is taken as at their tops' zero plane.
 */
export function turbulenceAlong(column: Column, z: number): number {
	return 2.3 * column.shearVelocity * decay(column, z);
}
export function turbulenceAcross(column: Column, z: number): number {
	return 1.27 * column.shearVelocity * decay(column, z);
}
/** How fast the latter changes with height, 1/s. */
export function turbulenceAcrossSlope(column: Column, z: number): number {
	return z > 0 && z < column.depth ? -turbulenceAcross(column, z) / column.depth : 0;
}

const decay = ({ depth }: Column, z: number) => math.exp(-Math.max(0, Math.min(depth, z)) / depth);

/** An eddy lives at least this long, s: where the law would let it vanish, at bed and surface (our estimate). */
const SHORTEST = 0.02;

/**
 * For how long a parcel of water at height z keeps its direction, s: what makes the spreading follow
 * the parabolic diffusivity κ u* z (1 − z/H) = σ_w² T.
 */
export function eddyTime(column: Column, z: number): number {
	const sigma = turbulenceAcross(column, z);
	if (!(sigma > 0)) return Infinity;
	const share = Math.max(0, Math.min(1, z / column.depth));
	const diffusivity = KARMAN * column.shearVelocity * column.depth * share * (1 - share);
	return Math.max(SHORTEST, diffusivity / (sigma * sigma));
}

/**
 * The Rouse number: above 2.5 the fly decides where it is, well below 1 the river does.
 *
 * @param speed sink rate in still water, m/s
 */
export function rouseNumber(speed: number, { shearVelocity }: Column): number {
	return speed / (KARMAN * shearVelocity);
}
