import type { Column } from '../body/index';
import { speedAt, turbulenceAcross, turbulenceAlong } from '../water/index';
import type { Eddies } from './eddies';

/** Heights of the table; the log law is looked at some million times in a band of drifts. */
const ROWS = 1024;

/**
 * The water's velocity over the height, mean and eddies, from a table: within a tenth of a percent of
 * the laws from a hand's breadth over the roughness length up.
 *
 * @returns what leaves the velocity at height z, m/s, in `out`
 */
export function waterTable(column: Column) {
	const { depth } = column;
	const mean = new Float64Array(ROWS + 2);
	const along = new Float64Array(ROWS + 2);
	const across = new Float64Array(ROWS + 2);
	for (let k = 0; k < ROWS + 2; k++) {
		const z = (Math.min(k, ROWS) * depth) / ROWS;
		mean[k] = speedAt(column, z);
		along[k] = turbulenceAlong(column, z);
		across[k] = turbulenceAcross(column, z);
	}
	return (z: number, eddies: Eddies, out: { x: number; z: number }): void => {
		const place = Math.max(0, Math.min(ROWS, (z / depth) * ROWS));
		const k = place | 0;
		const f = place - k;
		const { u, w } = eddies;
		out.x = mean[k]! + f * (mean[k + 1]! - mean[k]!);
		out.z = 0;
		if (u !== 0 || w !== 0) {
			out.x += u * (along[k]! + f * (along[k + 1]! - along[k]!));
			out.z = w * (across[k]! + f * (across[k + 1]! - across[k]!));
		}
	};
}
