import { GRAVITY } from '../material/index';
import { noDrag, pullOn } from '../sink/index';
import type { ChainParts } from './chain-parts';
import type { Eddies } from './eddies';
import { pushesOf, type Push } from './push';
import { segmentsOf, wetAt, type Segment } from './segment';
import type { Load, State } from './state';
import { turbulenceOf, waterTable, type Eddy } from './water-table';

/** It does not spring back: seconds over which a touch dies away (our estimate). */
const BED_DULLS = 0.02;
/** Friction of a fly on stones (our estimate), and the speed under which it sticks, m/s. */
const BED_FRICTION = 0.5;
const STICKS = 0.005;

/**
 * What works out forces and derivatives of a chain; the reference of kernel/, which does the same in the same order.
 *
 * Newton's method solves M (v − v*) = γh F(x* + γh v, v) with the matrix
 *
 *   A = M − γh ∂F/∂v − (γh)² ∂F/∂x
 *
 * in blocks of 2 × 2: a node on itself (own), on the one to which its segment leads (next), and that one on it (prior). Forces are the
 * segments' tension, the push of water and air, weight less lift, the flies' drag, and the bed's.
 */
export function loaderOf(parts: ChainParts) {
	const { column, halfMass, halfWater, hung, top } = parts;
	const n = halfMass.length;
	const { segment, look } = segmentsOf(parts);
	const { push, look: pushOn } = pushesOf(parts, segment);
	const hang = hangerOf(parts);
	const lie = bedOf(parts);
	const turbulence = turbulenceOf(column);
	const eddy: Eddy = { u: 0, w: 0 };

	return (state: State, gh: number, eddies: Eddies, out: Load): void => {
		eddy.u = eddies.u * turbulence.along;
		eddy.w = eddies.w * turbulence.across;
		clear(0, out);
		for (let i = 0; i < n; i++) {
			look(state, i);
			if (segment.lower > i + 1) clear(i + 1, out);
			pushOn(state, i, eddy);
			addForces(segment, push, i, halfMass[i]!, halfWater[i]!, out);
			addSlopes(segment, push, i, gh, out);
		}
		for (let k = 0; k < hung.length; k++) hang(hung[k]!, state, eddy, gh, out);
		for (let i = 0; i <= n; i++) if (state.z[i]! < 0) lie(state, i, gh, out);
		if (top.free) top.load(state, eddy.u, gh, out);
		for (let i = 0; i <= n; i++) addMass(i, out);
	};
}

/** The first node and ends of droppers: all others are written anew by the segment that leads there, but for a dropper, which adds. */
function clear(i: number, { fx, fz, mxx, mxz, mzz, own }: Load): void {
	fx[i] = fz[i] = mxx[i] = mxz[i] = mzz[i] = 0;
	own.fill(0, 4 * i, 4 * i + 4);
}

/**
 * Forces and mass of segment i on its two ends: ± T t + push/2 − g (m − m_w wet)/2, and the half of its mass with the
 * water that it moves along, across itself only: m/2 + wet m_w/2 (1 − t tᵀ).
 */
function addForces(
	{ lower, joins, tx, tz, tension, wet }: Segment,
	push: Push,
	i: number,
	half: number,
	halfWater: number,
	{ fx, fz, mxx, mxz, mzz }: Load
): void {
	const moved = wet * halfWater;
	const down = GRAVITY * (half - moved);
	const pullX = tension * tx;
	const pullZ = tension * tz;
	fx[i] = fx[i]! + pullX + push.x;
	fz[i] = fz[i]! + pullZ + push.z - down;
	fx[lower] = (joins ? fx[lower]! : 0) + (push.x - pullX);
	fz[lower] = (joins ? fz[lower]! : 0) + (push.z - pullZ - down);
	const heavyXX = half + moved * tz * tz;
	const heavyXZ = -moved * tx * tz;
	const heavyZZ = half + moved * tx * tx;
	mxx[i]! += heavyXX;
	mxz[i]! += heavyXZ;
	mzz[i]! += heavyZZ;
	mxx[lower] = (joins ? mxx[lower]! : 0) + heavyXX;
	mxz[lower] = (joins ? mxz[lower]! : 0) + heavyXZ;
	mzz[lower] = (joins ? mzz[lower]! : 0) + heavyZZ;
}

/**
 * Derivatives of segment i on its two ends, in three parts: d of the push by the velocities, s of the tension by the
 * places, q of the push by the direction, which half a shift of one end turns and the same of the other turns back.
 *
 *   s = (γh)² (k_across + (k_along − k_across) t tᵀ),   d = γh g / 4,   q = (γh)² / (2 length) ∂push/∂θ ⊗ (−t_z, t_x)
 */
function addSlopes(
	{ lower, joins, tx, tz, length, along, across }: Segment,
	push: Push,
	i: number,
	gh: number,
	{ own, next, prior }: Load
): void {
	const g2 = gh * gh;
	const sxx = g2 * (across + (along - across) * tx * tx);
	const sxz = g2 * (along - across) * tx * tz;
	const szz = g2 * (across + (along - across) * tz * tz);
	const dxx = 0.25 * gh * push.gxx;
	const dxz = 0.25 * gh * push.gxz;
	const dzz = 0.25 * gh * push.gzz;
	const q = (0.5 * g2) / length;
	const qx = q * (push.turnAlong * tx - push.turnAcross * tz);
	const qz = q * (push.turnAlong * tz + push.turnAcross * tx);
	const qxx = -qx * tz;
	const qxz = qx * tx;
	const qzx = -qz * tz;
	const qzz = qz * tx;
	const b = 4 * i;
	next[b] = dxx - sxx - qxx;
	next[b + 1] = dxz - sxz - qxz;
	next[b + 2] = dxz - sxz - qzx;
	next[b + 3] = dzz - szz - qzz;
	prior[b] = dxx - sxx + qxx;
	prior[b + 1] = dxz - sxz + qxz;
	prior[b + 2] = dxz - sxz + qzx;
	prior[b + 3] = dzz - szz + qzz;
	own[b] = own[b]! + dxx + sxx + qxx;
	own[b + 1] = own[b + 1]! + dxz + sxz + qxz;
	own[b + 2] = own[b + 2]! + dxz + sxz + qzx;
	own[b + 3] = own[b + 3]! + dzz + szz + qzz;
	const l = 4 * lower;
	own[l] = (joins ? own[l]! : 0) + (dxx + sxx - qxx);
	own[l + 1] = (joins ? own[l + 1]! : 0) + (dxz + sxz - qxz);
	own[l + 2] = (joins ? own[l + 2]! : 0) + (dxz + sxz - qzx);
	own[l + 3] = (joins ? own[l + 3]! : 0) + (dzz + szz - qzz);
}

/** What adds a fly's drag, weight and inertia to the node on which it sits. */
function hangerOf({ column }: ChainParts) {
	const drag = noDrag();
	const water = waterTable(column);
	const stream = { x: 0, z: 0 };
	return (
		{ fly, at }: ChainParts['hung'][number],
		{ z, u, w }: State,
		eddy: Eddy,
		gh: number,
		{ fx, fz, mxx, mzz, own }: Load
	): void => {
		const wet = wetAt(z[at]!, column.depth);
		water(z[at]!, eddy, stream);
		pullOn(fly, stream.x - u[at]!, stream.z - w[at]!, drag);
		fx[at]! += wet * drag.x;
		fz[at]! += wet * (drag.z - fly.weight) - (1 - wet) * GRAVITY * fly.mass;
		mxx[at]! += fly.inertia;
		mzz[at]! += fly.inertia;
		const g = gh * wet;
		own[4 * at]! += g * drag.xx;
		own[4 * at + 1]! += g * drag.xz;
		own[4 * at + 2]! += g * drag.zx;
		own[4 * at + 3]! += g * drag.zz;
	};
}

/** What adds the bed to a node that lies in it: a dull spring upwards, −k z − k τ w, and friction, −μ k |z| u/√(u² + u₀²). */
function bedOf({ bedSpring }: ChainParts) {
	return ({ z, u, w }: State, i: number, gh: number, { fx, fz, own }: Load): void => {
		const g2 = gh * gh;
		const push = -bedSpring * z[i]!;
		const slow = Math.sqrt(u[i]! * u[i]! + STICKS * STICKS);
		fz[i]! += push - BED_DULLS * bedSpring * w[i]!;
		fx[i]! -= (BED_FRICTION * push * u[i]!) / slow;
		own[4 * i]! += (gh * BED_FRICTION * push * STICKS * STICKS) / (slow * slow * slow);
		own[4 * i + 1]! -= (g2 * BED_FRICTION * bedSpring * u[i]!) / slow;
		own[4 * i + 3]! += (gh * BED_DULLS + g2) * bedSpring;
	};
}

/** A's first part: a node's mass on its own velocity. */
function addMass(i: number, { mxx, mxz, mzz, own }: Load): void {
	own[4 * i]! += mxx[i]!;
	own[4 * i + 1]! += mxz[i]!;
	own[4 * i + 2]! += mxz[i]!;
	own[4 * i + 3]! += mzz[i]!;
}
