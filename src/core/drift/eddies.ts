import type { Column } from '../body/index';
import { math, normalsFrom, randomFrom } from '../quantity/index';
import { eddyTime, turbulenceAcross, turbulenceAcrossSlope } from '../water/index';

/** The noise behind the eddies is laid down in pieces of this length, s, whatever the steps are. */
export const NOISE_STEP = 0.0025;

/**
 * The turbulence that fly and line meet on one drift: a function of place, time and seed.
 *
 * Two numbers stand for the eddy round the fly, along and across the stream, in units of the
 * turbulence's strength at a height; the line feels the same eddy, at each height with the strength
 * there (an eddy as large as the water is deep: an assumption). They wander as a parcel of water does:
 *   dg = −g dt/T + dσ/dz dt + √(2/T) dW,
 * the second term for the one across only: Thomson's (1987) for turbulence that is not everywhere the
 * same, in the form of Wilson et al. (1981); without it what floats along would gather at the surface.
 * What falls through the water leaves eddies sooner: T/√(1 + (v/σ)²) (Csanady 1963).
 */
export interface Eddies {
	/** In units of the turbulence's strength at a height; `turbulenceAlong` and `-Across` say what that is. */
	readonly u: number;
	readonly w: number;
	/**
	 * Moves on to a later time.
	 *
	 * @param to s; a multiple of NOISE_STEP for a walk that does not depend on the steps
	 * @param z where the fly is
	 * @param slip its speed through the water, m/s
	 */
	advance(to: number, z: number, slip: number): void;
	/** Turns the eddy's rise into a fall, as bed and surface do. */
	turn(): void;
}

/** Shear velocity below which water stands, m/s. */
const STILL = 1e-6;

/** Pieces of noise for which there is room at first. */
const FIRST_PIECES = 4096;

function longer(path: Float64Array<ArrayBuffer>, length: number): Float64Array<ArrayBuffer> {
	const more = new Float64Array(length);
	more.set(path);
	return more;
}

/** Water that runs smoothly. */
export const noEddies: Eddies = { u: 0, w: 0, advance: () => undefined, turn: () => undefined };

/** @param seed the same seed gives the same eddies */
export function eddiesOf(column: Column, seed: number): Eddies {
	if (!(column.shearVelocity > STILL)) return noEddies;
	const normal = normalsFrom(randomFrom(seed));
	/** The two Brownian paths at multiples of NOISE_STEP, laid down as far as they were asked for. */
	let along = new Float64Array(FIRST_PIECES);
	let across = new Float64Array(FIRST_PIECES);
	let laid = 1;
	const root = Math.sqrt(NOISE_STEP);
	const layDown = (last: number): void => {
		if (last >= along.length) {
			along = longer(along, 2 * last);
			across = longer(across, 2 * last);
		}
		for (; laid <= last; laid++) {
			along[laid] = along[laid - 1]! + root * normal();
			across[laid] = across[laid - 1]! + root * normal();
		}
	};
	const pathAt = (path: Float64Array, time: number): number => {
		const place = time / NOISE_STEP;
		const i = Math.floor(place + 1e-9);
		return path[i]! + (place - i) * (path[i + 1]! - path[i]!);
	};
	let time = 0;
	let u = normal();
	let w = normal();
	return {
		get u() {
			return u;
		},
		get w() {
			return w;
		},
		advance(to, z, slip) {
			const dt = to - time;
			if (!(dt > 0)) return;
			const sigma = turbulenceAcross(column, z);
			const life = eddyTime(column, z) / Math.sqrt(1 + math.square(slip / sigma));
			const keep = math.exp(-dt / life);
			// Exact for an eddy that lives as long over the whole step.
			const spread = Math.sqrt((1 - keep * keep) / dt);
			layDown(Math.floor(to / NOISE_STEP + 1e-9) + 1);
			u = u * keep + spread * (pathAt(along, to) - pathAt(along, time));
			w = w * keep + spread * (pathAt(across, to) - pathAt(across, time));
			w += turbulenceAcrossSlope(column, z) * life * (1 - keep);
			time = to;
		},
		turn() {
			w = -w;
		}
	};
}
