import { math } from '../quantity/index';
import type { Column, LineTop } from '../body/index';
import { GRAVITY } from '../material/index';

/** The line's upper end: led by a hand, or afloat. */
export type Held = Led | Afloat;

export interface Led {
	readonly free: false;
	/** Where it is at a time, m, and its speed, m/s. */
	at(time: number): { readonly x: number; readonly z: number; readonly u: number };
}

export interface Afloat {
	readonly free: true;
	/** Adds its weight, lift, drag and mass to node 0, as a `Load` keeps them. @param eddy the eddy's number along the stream */
	load(
		z: number,
		u: number,
		w: number,
		eddy: number,
		gh: number,
		...[fx, fz, mxx, mzz, own]: readonly Float64Array[]
	): void;
	/** Whether it is under at this height of its lower side. */
	under(z: number): boolean;
}

/** Drag coefficient of a half sunk ball or dry fly on its frontal area (our estimate). */
const DRAG_OF_FLOAT = 0.6;
/** Strength of the turbulence at the surface over that which `eddies.u` is given for. */
const SURFACE_ALONG = 2.3 * math.exp(-1);

/** @param from where it begins, metres downstream of where the fly lands */
export function heldEnd(top: LineTop, column: Column, from: number): Held {
	if (top.kind === 'float') return afloat(top, column);
	const z = column.depth + top.height;
	switch (top.kind) {
		case 'tip': {
			const u = top.lead * column.surfaceSpeed;
			return { free: false, at: (time) => ({ x: from + u * time, z, u }) };
		}
		case 'hand':
			return { free: false, at: () => ({ x: from, z, u: 0 }) };
		case 'retrieve': {
			const { wait, speed } = top;
			// Drawn in at the hand; along a long line that is the same as the hand going away.
			return {
				free: false,
				at: (time) => ({
					x: from + Math.max(0, time - wait) * speed,
					z,
					u: time > wait ? speed : 0
				})
			};
		}
	}
}

function afloat(
	{ diameter, mass, lift }: Extract<LineTop, { kind: 'float' }>,
	column: Column
): Afloat {
	const { depth, density } = column;
	const area = (Math.PI / 4) * diameter * diameter;
	/** Water moved along when it is all under: half of what it displaces. */
	const moved = (0.5 * density * Math.PI * math.cube(diameter)) / 6;
	const full = lift + mass * GRAVITY;
	return {
		free: true,
		under: (z) => depth - z > diameter,
		load(z, u, w, eddy, gh, fx, fz, mxx, mzz, own) {
			// z is the height of its lower side; how deep that is, over its diameter.
			const deep = (depth - z) / diameter;
			const share = Math.max(0, Math.min(1, deep));
			mxx[0]! += mass + moved * share;
			mzz[0]! += mass + moved * share;
			// Volume of a sphere's cap under water over that of the sphere.
			const cap = share * share * (3 - 2 * share);
			fz[0]! += full * cap - mass * GRAVITY;
			own[3]! += (gh * gh * full * 6 * share * (1 - share)) / diameter;
			const rx = column.surfaceSpeed + eddy * column.shearVelocity * SURFACE_ALONG - u;
			const speed = Math.sqrt(rx * rx + w * w);
			const c = 0.5 * density * DRAG_OF_FLOAT * area * Math.max(0.1, cap) * (speed + 0.01);
			fx[0]! += c * rx;
			fz[0]! -= c * w;
			own[0]! += 2 * gh * c;
			own[3]! += gh * c;
		}
	};
}
