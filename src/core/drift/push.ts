import { axialFriction, cylinderDragSlope, type DragSlope } from '../sink/index';
import type { ChainParts } from './chain-parts';
import type { Segment } from './segment';
import type { State } from './state';
import { waterTable, type Eddy } from './water-table';

/** At 10 °C; kg/m³ and Pa s (from memory). */
const AIR = { density: 1.25, viscosity: 1.77e-5 } as const;
/** Across by less than this Reynolds number there is friction alone. */
const CREEPS = 1e-6;

/** What water and air push a segment with, and how that changes. */
export interface Push {
	/** N */
	x: number;
	z: number;
	/** −∂push/∂v, N s/m; symmetric. */
	gxx: number;
	gxz: number;
	gzz: number;
	/** ∂push/∂θ, N a radian: across the segment and along it. */
	turnAcross: number;
	turnAlong: number;
}

/**
 * What works out the push on `segment` of a chain, into one `push` of its own. In water and in air, each on its
 * share of the segment, of length l, the flow past it, r, has a part along the segment and one across:
 *
 *   push = a r_along t + c r_across n,   a = l π μ C_f(Re),   c = ½ ρ |r_across| l d C_D(Re),   Re = ρ |r_across| d / μ
 *
 * with n = (−t_z, t_x). Half of it goes to each end.
 */
export function pushesOf({ column, rest, diameter }: ChainParts, segment: Segment) {
	const push: Push = { x: 0, z: 0, gxx: 0, gxz: 0, gzz: 0, turnAcross: 0, turnAlong: 0 };
	const drag: DragSlope = { coefficient: 0, slope: 0 };
	const water = waterTable(column);
	const stream = { x: 0, z: 0 };

	/** @param share of segment i that lies in the medium @param rx @param rz the medium past it, m/s */
	function inMedium(
		{ density, viscosity }: { readonly density: number; readonly viscosity: number },
		share: number,
		i: number,
		rx: number,
		rz: number
	): void {
		const { tx, tz } = segment;
		const l = rest[i]!;
		const d = diameter[i]!;
		const sliding = rx * tx + rz * tz;
		const aside = rz * tx - rx * tz;
		const normal = aside < 0 ? -aside : aside;
		const re = (density * normal * d) / viscosity;
		const a = share * l * Math.PI * viscosity * axialFriction(re);
		let c = 0;
		/** d(c r_across)/d(r_across) */
		let slope = a;
		if (re > CREEPS) {
			const unit = 0.5 * density * normal * share * l * d;
			cylinderDragSlope(re, drag);
			c = unit * drag.coefficient;
			slope = unit * (2 * drag.coefficient + drag.slope);
		}
		const steep = slope - a;
		push.gxx += a + steep * tz * tz;
		push.gxz -= steep * tx * tz;
		push.gzz += a + steep * tx * tx;
		const across = c * aside;
		push.x += a * sliding * tx - across * tz;
		push.z += a * sliding * tz + across * tx;
		push.turnAcross -= steep * sliding;
		push.turnAlong += a * aside - across;
	}

	/** On segment i, which `segment` shows as it lies. */
	function look({ u, w }: State, i: number, eddy: Eddy): void {
		push.x = push.z = push.gxx = push.gxz = push.gzz = push.turnAcross = push.turnAlong = 0;
		const { wet, middle } = segment;
		const { lower } = segment;
		const rx = -0.5 * (u[i]! + u[lower]!);
		const rz = -0.5 * (w[i]! + w[lower]!);
		if (wet > 0) {
			water(middle, eddy, stream);
			inMedium(column, wet, i, rx + stream.x, rz + stream.z);
		}
		if (wet < 1) inMedium(AIR, 1 - wet, i, rx, rz);
		push.x *= 0.5;
		push.z *= 0.5;
	}
	return { push, look };
}
