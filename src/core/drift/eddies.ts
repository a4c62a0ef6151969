import type { Column } from '../body/index';
import { math, normalsFrom, randomFrom, seedOf } from '../quantity/index';
import { eddyTime, turbulenceAcross, turbulenceAcrossSlope } from '../water/index';

/** The noise behind the eddies is laid down in blocks of this length, s, whatever the steps are (our choice). */
export const NOISE_BLOCK = 0.05;
/** A block is halved at most this often; within the last halves the paths are straight. */
const MOST_HALVINGS = 5;

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
	 * @param to s
	 * @param z where the fly is
	 * @param slip its speed through the water, m/s
	 */
	advance(to: number, z: number, slip: number): void;
	/** Turns the eddy's rise into a fall, as bed and surface do. */
	turn(): void;
}

/** Which number of its seed the two paths are made of. */
const PATHS = 2;

/** Shear velocity below which water stands, m/s. */
const STILL = 1e-6;

/**
 * Two Brownian paths that are the same whoever looks, and how finely: laid down block by block, and within a block
 * by halving (Lévy's construction: the middle of a piece of length l is normal about the mean of its ends,
 * variance l/4), each half with random numbers of its own.
 */
function brownianPaths(seed: number): (time: number, out: Float64Array) => void {
	const normal = normalsFrom(randomFrom(seed));
	const root = Math.sqrt(NOISE_BLOCK);
	/** At the blocks' ends, as far as they were asked for. */
	const along = [0];
	const across = [0];
	return (time, out) => {
		const place = time / NOISE_BLOCK;
		const block = Math.floor(place + 1e-9);
		while (along.length < block + 2) {
			along.push(along.at(-1)! + root * normal());
			across.push(across.at(-1)! + root * normal());
		}
		let [a, b, c, d] = [along[block]!, along[block + 1]!, across[block]!, across[block + 1]!];
		/** Where in the piece, and how long that is. */
		let share = place - block;
		let length = NOISE_BLOCK;
		// Pieces are numbered as in a heap: the halves of piece p are 2p and 2p + 1.
		for (let p = 1; share > 1e-9 && p < 2 ** MOST_HALVINGS; length /= 2) {
			const middle = normalsFrom(randomFrom(seedOf(seed, block * 2 ** MOST_HALVINGS + p)));
			const spread = Math.sqrt(length / 4);
			const x = (a + b) / 2 + spread * middle();
			const y = (c + d) / 2 + spread * middle();
			if (share < 0.5 - 1e-9) {
				[b, d, share, p] = [x, y, 2 * share, 2 * p];
			} else {
				[a, c, share, p] = [x, y, Math.max(0, 2 * share - 1), 2 * p + 1];
			}
		}
		out[0] = a + share * (b - a);
		out[1] = c + share * (d - c);
	};
}

/** Water that runs smoothly. */
export const noEddies: Eddies = { u: 0, w: 0, advance: () => undefined, turn: () => undefined };

/** @param seed the same seed gives the same eddies */
export function eddiesOf(column: Column, seed: number): Eddies {
	if (!(column.shearVelocity > STILL)) return noEddies;
	const first = normalsFrom(randomFrom(seed));
	const pathAt = brownianPaths(seedOf(seed, PATHS));
	let before = new Float64Array(2);
	let here = new Float64Array(2);
	let time = 0;
	let u = first();
	let w = first();
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
			[before, here] = [here, before];
			pathAt(to, here);
			u = u * keep + spread * (here[0]! - before[0]!);
			w = w * keep + spread * (here[1]! - before[1]!);
			w += turbulenceAcrossSlope(column, z) * life * (1 - keep);
			time = to;
		},
		turn() {
			w = -w;
		}
	};
}
