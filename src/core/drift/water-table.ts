import type { Column } from '../body/index';
import { math } from '../quantity/index';
import { speedAt, turbulenceAcross, turbulenceAlong } from '../water/index';

/** Heights of the table; the log law is looked at some million times in a band of drifts. */
const WATER_ROWS = 1024;

/** The mean speed at each of the heights and once more beyond the surface, m/s. */
export function meanSpeeds(column: Column): Float64Array {
	const speeds = new Float64Array(WATER_ROWS + 2);
	// A loop: this is made for every world, and from() takes several times as long.
	for (let k = 0; k <= WATER_ROWS; k++)
		speeds[k] = speedAt(column, (k * column.depth) / WATER_ROWS);
	speeds[WATER_ROWS + 1] = speeds[WATER_ROWS]!;
	return speeds;
}

/** How much of its strength at the bed the turbulence has at each of the heights: the same over any depth. */
export const decays = Float64Array.from({ length: WATER_ROWS + 2 }, (_, k) =>
	math.exp(-Math.min(k, WATER_ROWS) / WATER_ROWS)
);

/** Strength of the turbulence at the bed along and across the stream, m/s. */
export const turbulenceOf = (column: Column) => ({
	along: turbulenceAlong(column, 0),
	across: turbulenceAcross(column, 0)
});

/** What eddies add at the bed, m/s. */
export interface Eddy {
	u: number;
	w: number;
}

/**
 * The water's velocity over the height, mean and eddies, from a table: within a tenth of a percent of
 * the laws from a hand's breadth over the roughness length up.
 *
 * @returns what leaves the velocity at height z, m/s, in `out`
 */
export function waterTable(column: Column) {
	const { depth } = column;
	const mean = meanSpeeds(column);
	return (z: number, eddy: Eddy, out: { x: number; z: number }): void => {
		const place = Math.max(0, Math.min(WATER_ROWS, (z / depth) * WATER_ROWS));
		const k = place | 0;
		const f = place - k;
		const fades = decays[k]! + f * (decays[k + 1]! - decays[k]!);
		out.x = mean[k]! + f * (mean[k + 1]! - mean[k]!) + eddy.u * fades;
		out.z = eddy.w * fades;
	};
}
