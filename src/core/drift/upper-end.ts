import { math } from '../quantity/index';
import type { Column, LineTop } from '../body/index';
import { GRAVITY } from '../material/index';
import type { Load, State } from './state';

/** The line's upper end: led by a hand, or afloat. */
export type Held = Led | Afloat;

export interface Led {
	readonly free: false;
	/** Where it is at a time, m, and its velocity, m/s. */
	at(time: number): {
		readonly x: number;
		readonly z: number;
		readonly u: number;
		readonly w: number;
	};
	/** The hand is told that the fly touches the bed. */
	touch?(time: number): void;
}

export interface Afloat {
	readonly free: true;
	/** Diameter, m, mass, kg, and what it carries, N. */
	readonly diameter: number;
	readonly mass: number;
	readonly lift: number;
	/** Adds its weight, lift, drag and mass to node 0. @param eddy along the stream, at the bed, m/s @param gh γh, s */
	load(state: State, eddy: number, gh: number, out: Load): void;
	/** Whether it is under at this height of its lower side. */
	under(z: number): boolean;
}

/** Drag coefficient of a half sunk ball or dry fly on its frontal area (our estimate). */
const DRAG_OF_FLOAT = 0.6;
/** Strength of the turbulence at the surface over that at the bed (Nezu & Nakagawa 1993: exp(−z/depth)). */
const AT_SURFACE = math.exp(-1);

/** @param from where it begins, metres downstream of where the fly lands */
export function heldEnd(top: LineTop, column: Column, from: number): Held {
	if (top.kind === 'float') return afloat(top, column);
	const z = column.depth + top.height;
	switch (top.kind) {
		case 'tip': {
			const u = top.lead * column.surfaceSpeed;
			if (top.drawsIn === 0) {
				return { free: false, at: (time) => ({ x: from + u * time, z, u, w: 0 }) };
			}
			return feeling(top.drawsIn, (time, height, w) => ({
				x: from + u * time,
				z: z + height,
				u,
				w
			}));
		}
		case 'hand':
			return { free: false, at: () => ({ x: from, z, u: 0, w: 0 }) };
		case 'retrieve': {
			const { wait, speed } = top;
			// Drawn in at the hand; along a long line that is the same as the hand going away.
			return {
				free: false,
				at: (time) => ({
					x: from + Math.max(0, time - wait) * speed,
					z,
					u: time > wait ? speed : 0,
					w: 0
				})
			};
		}
	}
}

/** A touch is answered after this time, and the line is in this much later, s (our estimates). */
const FELT_AFTER = 0.2;
const DRAWN_WITHIN = 0.3;

/**
 * A hand that draws in line at each touch and keeps it. Line in at the tip is the tip so much higher, as
 * long as the line comes down to it steeply.
 *
 * @param by m at a touch
 * @param place of the tip at a time, so much higher and rising so fast
 */
function feeling(
	by: number,
	place: (time: number, height: number, w: number) => ReturnType<Led['at']>
): Led {
	const touches: number[] = [];
	return {
		free: false,
		at(time) {
			let height = 0;
			let w = 0;
			for (const touch of touches) {
				const share = Math.min(1, Math.max(0, (time - touch - FELT_AFTER) / DRAWN_WITHIN));
				height += by * share * share * (3 - 2 * share);
				w += (by * 6 * share * (1 - share)) / DRAWN_WITHIN;
			}
			return place(time, height, w);
		},
		touch(time) {
			const last = touches.at(-1);
			if (last === undefined || time - last >= FELT_AFTER + DRAWN_WITHIN) touches.push(time);
		}
	};
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
		diameter,
		mass,
		lift,
		under: (z) => depth - z > diameter,
		load(state, eddy, gh, { fx, fz, mxx, mzz, own }) {
			const z = state.z[0]!;
			const u = state.u[0]!;
			const w = state.w[0]!;
			// z is the height of its lower side; how deep that is, over its diameter.
			const deep = (depth - z) / diameter;
			const share = Math.max(0, Math.min(1, deep));
			mxx[0]! += mass + moved * share;
			mzz[0]! += mass + moved * share;
			// Volume of a sphere's cap under water over that of the sphere.
			const cap = share * share * (3 - 2 * share);
			fz[0]! += full * cap - mass * GRAVITY;
			own[3]! += (gh * gh * full * 6 * share * (1 - share)) / diameter;
			const rx = column.surfaceSpeed + eddy * AT_SURFACE - u;
			const speed = Math.sqrt(rx * rx + w * w);
			const c = 0.5 * density * DRAG_OF_FLOAT * area * Math.max(0.1, cap) * (speed + 0.01);
			fx[0]! += c * rx;
			fz[0]! -= c * w;
			own[0]! += 2 * gh * c;
			own[3]! += gh * c;
		}
	};
}
