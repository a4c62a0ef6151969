import type { Column } from '../body/index';
import { carriageAbove } from '../water/index';

/** A fly's way from the surface to the zone, sinking free of any line at its steady speed. */
export interface FreeDescent {
	/** Seconds from the surface to the zone's top; Infinity when it floats. */
	readonly time: number;
	/** Metres that the current carries it meanwhile: how far above the fish it must land. */
	readonly distance: number;
}

/**
 * Free sinking through the column. The start from rest and turbulence are left out (both are small
 * against the time to the zone for a fly that sinks faster than the shear velocity).
 *
 * @param speed sink speed, m/s, ≥ 0
 */
export function freeDescent(speed: number, column: Column): FreeDescent {
	const fall = fallToZone(column);
	if (fall === 0) return { time: 0, distance: 0 };
	if (speed <= 0) return { time: Infinity, distance: Infinity };
	const distance = carriageAbove(column, column.zoneTop) / speed;
	return { time: fall / speed, distance };
}

/** From the surface down to the zone's top, metres; 0 when the zone reaches up to the surface. */
function fallToZone(column: Column): number {
	return Math.max(0, column.depth - column.zoneTop);
}

/** A point of the free path: metres downstream of where it touched the water, and above the bed. */
export interface PathPoint {
	readonly distance: number;
	readonly height: number;
	/** Seconds since it touched the water. */
	readonly time: number;
}

/** The free path from the surface down to height `to`, at equal steps of height. @param speed m/s, > 0 */
export function freePath(speed: number, column: Column, to = 0, steps = 40): PathPoint[] {
	const fall = column.depth - to;
	return Array.from({ length: steps + 1 }, (_, i) => {
		const height = column.depth - (fall * i) / steps;
		return {
			height,
			distance: carriageAbove(column, height) / speed,
			time: (column.depth - height) / speed
		};
	});
}
