import type { Column } from '../body/index';
import { GRAVITY } from '../material/index';
import {
	axialFriction,
	cylinderDragTabled,
	lastSlope,
	noDrag,
	pullOn,
	type Towed
} from '../sink/index';
import type { Eddies } from './eddies';
import type { Load, State } from './state';
import type { Held } from './upper-end';
import { turbulenceOf, waterTable } from './water-table';

/** Stretch of the line where it carries the heaviest thing that hangs on it; real nylon gives less. */
export const STRETCH = 5e-4;
/** Strain over which a segment goes from slack to taut. */
const SOFT = 2e-5;
/** At 10 °C; kg/m³ and Pa s. */
const AIR_DENSITY = 1.25;
const AIR_VISCOSITY = 1.77e-5;
/** The bed, as a spring under whatever sinks into it: this deep under the flies' weight, m. */
export const BED_GIVES = 5e-4;
/** It does not spring back: seconds over which a touch dies away. */
const BED_DULLS = 0.02;
/** Friction of a fly on stones (our estimate), and the speed under which it sticks, m/s. */
const BED_FRICTION = 0.5;
const STICKS = 0.005;
/** Height over which something leaves the water, m. */
const FILM = 0.004;

/** Tension of a segment, N: none while it is slack. */
export function tensionOf(stiffness: number, strain: number): number {
	return 0.5 * stiffness * (strain + Math.sqrt(strain * strain + SOFT * SOFT));
}

/** What forces depend on, of a chain in its water. */
export interface ChainParts {
	readonly column: Column;
	/** Of each segment: rest length and diameter, m; half its mass, and half that of the water it takes the place of, kg. */
	readonly rest: Float64Array;
	readonly diameter: Float64Array;
	readonly halfMass: Float64Array;
	readonly halfWater: Float64Array;
	/** Of the line, N a unit of strain; of the bed, N/m. */
	readonly stiffness: number;
	readonly bedSpring: number;
	/** The flies, and on which node each sits. */
	readonly hung: readonly { readonly fly: Towed; readonly at: number }[];
	/** What the upper end does. */
	readonly top: Held;
}

/** What works out forces and derivatives of a chain; the innermost loop of a drift, and the reference of kernel/. */
export function loaderOf(parts: ChainParts) {
	const { column, rest, diameter, halfMass, halfWater, stiffness, bedSpring, hung, top } = parts;
	const n = rest.length;
	const { depth } = column;
	const drag = noDrag();
	const water = waterTable(column);
	const turbulence = turbulenceOf(column);
	const stream = { x: 0, z: 0 };

	/** How much of a place at height z is under water, smooth over the film. */
	function wetAt(z: number): number {
		const share = (depth + FILM - z) / (2 * FILM);
		if (share <= 0) return 0;
		return share >= 1 ? 1 : share * share * (3 - 2 * share);
	}

	return (
		{ x, z, u, w }: State,
		gh: number,
		eddies: Eddies,
		{ fx, fz, mxx, mxz, mzz, own, next, prior }: Load
	): void => {
		const g2 = gh * gh;
		const eddyU = eddies.u * turbulence.along;
		const eddyW = eddies.w * turbulence.across;
		// What the segment above leaves on the node between it and the next.
		let carryX = 0;
		let carryZ = 0;
		let carryMxx = 0;
		let carryMxz = 0;
		let carryMzz = 0;
		let carryXX = 0;
		let carryXZ = 0;
		let carryZX = 0;
		let carryZZ = 0;
		for (let i = 0; i < n; i++) {
			const dx = x[i + 1]! - x[i]!;
			const dz = z[i + 1]! - z[i]!;
			const length = Math.max(1e-6, Math.sqrt(dx * dx + dz * dz));
			const tx = dx / length;
			const tz = dz / length;
			const l = rest[i]!;

			const strain = (length - l) / l;
			const root = Math.sqrt(strain * strain + SOFT * SOFT);
			const force = 0.5 * stiffness * (strain + root);
			const along = (0.5 * stiffness * (1 + strain / root)) / l;
			const across = force / length;

			// How much of it is under water.
			const za = z[i]!;
			const zb = z[i + 1]!;
			const low = za < zb ? za : zb;
			const high = za < zb ? zb : za;
			let wet = 1;
			let middle = 0.5 * (low + high);
			if (high > depth - FILM) {
				if (high - low < FILM) wet = wetAt(middle);
				else if (low >= depth) wet = 0;
				else if (high > depth) {
					wet = (depth - low) / (high - low);
					middle = 0.5 * (low + depth);
				}
			}
			let pushX = 0;
			let pushZ = 0;
			let gxx = 0;
			let gxz = 0;
			let gzz = 0;
			/** How the push changes as the segment turns, N a radian, across it and along. */
			let turnAcross = 0;
			let turnAlong = 0;
			for (let medium = 0; medium < 2; medium++) {
				const part = medium === 0 ? wet : 1 - wet;
				if (part <= 0) continue;
				let rho = AIR_DENSITY;
				let mu = AIR_VISCOSITY;
				let rx = -0.5 * (u[i]! + u[i + 1]!);
				let rz = -0.5 * (w[i]! + w[i + 1]!);
				if (medium === 0) {
					rho = column.density;
					mu = column.viscosity;
					water(middle, eddyU, eddyW, stream);
					rx += stream.x;
					rz += stream.z;
				}
				const sliding = rx * tx + rz * tz;
				// Across it stands (−tz, tx).
				const aside = rz * tx - rx * tz;
				const normal = aside < 0 ? -aside : aside;
				const re = (rho * normal * diameter[i]!) / mu;
				// Newtons a metre a second: across (and its slope in the speed), and along.
				const a = part * l * Math.PI * mu * axialFriction(re);
				let c = 0;
				let slope = a;
				if (re > 1e-6) {
					const unit = 0.5 * rho * normal * part * l * diameter[i]!;
					const coefficient = cylinderDragTabled(re);
					c = unit * coefficient;
					slope = unit * (2 * coefficient + lastSlope());
				}
				const steep = slope - a;
				gxx += a + steep * tz * tz;
				gxz -= steep * tx * tz;
				gzz += a + steep * tx * tx;
				const across = c * aside;
				pushX += a * sliding * tx - across * tz;
				pushZ += a * sliding * tz + across * tx;
				turnAcross -= steep * sliding;
				turnAlong += a * aside - across;
			}
			pushX *= 0.5;
			pushZ *= 0.5;
			const half = halfMass[i]!;
			const moved = wet * halfWater[i]!;
			const down = GRAVITY * (half - moved);
			const sxx = g2 * (across + (along - across) * tx * tx);
			const sxz = g2 * (along - across) * tx * tz;
			const szz = g2 * (across + (along - across) * tz * tz);
			const dxx = 0.25 * gh * gxx;
			const dxz = 0.25 * gh * gxz;
			const dzz = 0.25 * gh * gzz;
			// Half the push's change by a shift of the lower end; by one of the upper end it is the opposite.
			const q = (0.5 * g2) / length;
			const qx = q * (turnAlong * tx - turnAcross * tz);
			const qz = q * (turnAlong * tz + turnAcross * tx);
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
			const heavyXX = half + moved * tz * tz;
			const heavyXZ = -moved * tx * tz;
			const heavyZZ = half + moved * tx * tx;
			const pullX = force * tx;
			const pullZ = force * tz;
			fx[i] = carryX + pullX + pushX;
			fz[i] = carryZ + pullZ + pushZ - down;
			mxx[i] = carryMxx + heavyXX;
			mxz[i] = carryMxz + heavyXZ;
			mzz[i] = carryMzz + heavyZZ;
			own[b] = carryXX + dxx + sxx + qxx;
			own[b + 1] = carryXZ + dxz + sxz + qxz;
			own[b + 2] = carryZX + dxz + sxz + qzx;
			own[b + 3] = carryZZ + dzz + szz + qzz;
			carryX = pushX - pullX;
			carryZ = pushZ - pullZ - down;
			carryMxx = heavyXX;
			carryMxz = heavyXZ;
			carryMzz = heavyZZ;
			carryXX = dxx + sxx - qxx;
			carryXZ = dxz + sxz - qxz;
			carryZX = dxz + sxz - qzx;
			carryZZ = dzz + szz - qzz;
		}
		fx[n] = carryX;
		fz[n] = carryZ;
		mxx[n] = carryMxx;
		mxz[n] = carryMxz;
		mzz[n] = carryMzz;
		own[4 * n] = carryXX;
		own[4 * n + 1] = carryXZ;
		own[4 * n + 2] = carryZX;
		own[4 * n + 3] = carryZZ;

		for (let k = 0; k < hung.length; k++) {
			const { fly, at } = hung[k]!;
			const wet = wetAt(z[at]!);
			water(z[at]!, eddyU, eddyW, stream);
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
		}
		for (let i = 0; i <= n; i++) {
			if (z[i]! >= 0) continue;
			const push = -bedSpring * z[i]!;
			const slow = Math.sqrt(u[i]! * u[i]! + STICKS * STICKS);
			fz[i]! += push - BED_DULLS * bedSpring * w[i]!;
			fx[i]! -= (BED_FRICTION * push * u[i]!) / slow;
			own[4 * i]! += (gh * BED_FRICTION * push * STICKS * STICKS) / (slow * slow * slow);
			own[4 * i + 1]! -= (g2 * BED_FRICTION * bedSpring * u[i]!) / slow;
			own[4 * i + 3]! += (gh * BED_DULLS + g2) * bedSpring;
		}
		if (top.free) top.load(z[0]!, u[0]!, w[0]!, eddyU, gh, fx, fz, mxx, mzz, own);
		for (let i = 0; i <= n; i++) {
			own[4 * i]! += mxx[i]!;
			own[4 * i + 1]! += mxz[i]!;
			own[4 * i + 2]! += mxz[i]!;
			own[4 * i + 3]! += mzz[i]!;
		}
	};
}
