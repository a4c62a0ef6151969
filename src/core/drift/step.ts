import type { Chain } from './chain';
import { isEnd } from './chain-parts';
import type { Eddies } from './eddies';
import { copyState, loadOf, stateOf, type Load, type State } from './state';

/** γ of the two-stage, stiffly accurate, L-stable Runge–Kutta method of second order (Alexander 1977). */
export const GAMMA = 1 - Math.SQRT1_2;
const WHOLE_ROUNDS = 10;
const MOST_ROUNDS = 24;

/** Advances a chain in time. */
export interface Stepper {
	/**
	 * One step, in place.
	 *
	 * @param eddies as they are over the whole step
	 * @returns whether the equations were solved; if not, the state is as it was
	 */
	step(state: State, time: number, h: number, eddies: Eddies): boolean;
}

/**
 * Implicit steps: both stages solved for the velocities by Newton's method. All derivatives are taken but that of
 * the water's speed by height, and of the moved water's mass by the direction.
 */
export function stepperOf(chain: Chain, enough: number): Stepper {
	const nodes = chain.n + 1;
	const load = loadOf(nodes);
	const from = stateOf(nodes);
	const trial = stateOf(nodes);
	const first = chain.top.free ? 0 : 1;
	const { eliminate, substitute } = solverOf(chain.to, nodes, first);

	/** Node 0, where it is led, as it is at a time. */
	function lead(time: number): void {
		if (chain.top.free) return;
		const held = chain.top.at(time);
		trial.x[0] = held.x;
		trial.z[0] = held.z;
		trial.u[0] = held.u;
		trial.w[0] = held.w;
	}

	/** x = x* + γh v */
	function place(gh: number): void {
		for (let i = first; i < nodes; i++) {
			trial.x[i] = from.x[i]! + gh * trial.u[i]!;
			trial.z[i] = from.z[i]! + gh * trial.w[i]!;
		}
	}

	/** Solves M (v − v*) = γh F(x* + γh v, v); x* and v* in `from`, the guess and the answer in `trial`. */
	function stage(time: number, gh: number, eddies: Eddies): boolean {
		lead(time);
		let last = Infinity;
		for (let round = 0; round < MOST_ROUNDS; round++) {
			place(gh);
			chain.load(trial, gh, eddies, load);
			eliminate(load, from, trial, gh);
			// Where a segment goes from slack to taut and back, whole steps may go round in circles.
			const most = substitute(trial, round < WHOLE_ROUNDS ? 1 : 0.5);
			if (most === null) return false;
			// What the next round would still move, as the rounds have been shrinking.
			const left = round === 0 ? most : most * Math.min(1, most / last);
			last = most;
			if (left < enough) {
				place(gh);
				return true;
			}
		}
		return false;
	}

	return {
		step(state, time, h, eddies) {
			const gh = GAMMA * h;
			copyState(state, from);
			copyState(state, trial);
			if (!stage(time + gh, gh, eddies)) return false;
			// What the first stage says of the slopes carries over to the second.
			const share = (1 - GAMMA) / GAMMA;
			for (let i = 0; i < nodes; i++) {
				from.x[i] = state.x[i]! + (1 - GAMMA) * h * trial.u[i]!;
				from.z[i] = state.z[i]! + (1 - GAMMA) * h * trial.w[i]!;
				const du = trial.u[i]! - state.u[i]!;
				const dw = trial.w[i]! - state.w[i]!;
				from.u[i] = state.u[i]! + share * du;
				from.w[i] = state.w[i]! + share * dw;
			}
			if (!stage(time + h, gh, eddies)) return false;
			copyState(trial, state);
			return true;
		}
	};
}

/** A change of velocity by more than this, m/s, is none of a line: the matrix could not be solved. */
const BEYOND = 1e4;

/**
 * Solves A Δv = γh F − M (v − v*), A in blocks of 2 × 2 with one for each segment to either side of those of the
 * nodes, by elimination from the upper end and the droppers' ends down, which fills nothing in, and substitution back up.
 */
function solverOf(to: Int32Array, nodes: number, first: number) {
	/** The first of the nodes from which a segment leads to each; the last is the one before it. */
	const above = Int32Array.from({ length: nodes }, (_, i) =>
		isEnd(to, i) ? i : isEnd(to, i - 1) ? i - 2 : i - 1
	);
	/** A⁻¹ of each node's own block times its block of the node to which its segment leads, and times the right side. */
	const right = new Float64Array(4 * nodes);
	const rx = new Float64Array(nodes);
	const rz = new Float64Array(nodes);

	/** @param from v* @param trial v */
	function eliminate(load: Load, from: State, trial: State, gh: number): void {
		const { fx, fz, mxx, mxz, mzz, own, next, prior } = load;
		for (let i = first; i < nodes; i++) {
			const du = trial.u[i]! - from.u[i]!;
			const dw = trial.w[i]! - from.w[i]!;
			let bx = gh * fx[i]! - mxx[i]! * du - mxz[i]! * dw;
			let bz = gh * fz[i]! - mxz[i]! * du - mzz[i]! * dw;
			const o = 4 * i;
			let axx = own[o]!;
			let axz = own[o + 1]!;
			let azx = own[o + 2]!;
			let azz = own[o + 3]!;
			for (let k = Math.max(first, above[i]!); k < i; k++) {
				const r = 4 * k;
				const cxx = prior[r]!;
				const cxz = prior[r + 1]!;
				const czx = prior[r + 2]!;
				const czz = prior[r + 3]!;
				axx -= cxx * right[r]! + cxz * right[r + 2]!;
				axz -= cxx * right[r + 1]! + cxz * right[r + 3]!;
				azx -= czx * right[r]! + czz * right[r + 2]!;
				azz -= czx * right[r + 1]! + czz * right[r + 3]!;
				bx -= cxx * rx[k]! + cxz * rz[k]!;
				bz -= czx * rx[k]! + czz * rz[k]!;
			}
			const one = 1 / (axx * azz - axz * azx);
			rx[i] = (azz * bx - axz * bz) * one;
			rz[i] = (axx * bz - azx * bx) * one;
			if (i === nodes - 1) break;
			const cxx = next[o]!;
			const cxz = next[o + 1]!;
			const czx = next[o + 2]!;
			const czz = next[o + 3]!;
			right[o] = (azz * cxx - axz * czx) * one;
			right[o + 1] = (azz * cxz - axz * czz) * one;
			right[o + 2] = (axx * czx - azx * cxx) * one;
			right[o + 3] = (axx * czz - azx * cxz) * one;
		}
	}

	/** Adds a share of Δv to v. @returns its largest part, m/s; null where there is no solution */
	function substitute({ u, w }: State, share: number): number | null {
		let most = 0;
		for (let i = nodes - 1; i >= first; i--) {
			let dx = rx[i]!;
			let dz = rz[i]!;
			if (i < nodes - 1) {
				const r = 4 * i;
				const j = to[i]!;
				dx -= right[r]! * rx[j]! + right[r + 1]! * rz[j]!;
				dz -= right[r + 2]! * rx[j]! + right[r + 3]! * rz[j]!;
				rx[i] = dx;
				rz[i] = dz;
			}
			u[i]! += share * dx;
			w[i]! += share * dz;
			const change = Math.max(Math.abs(dx), Math.abs(dz));
			// A division by nothing shows here too.
			if (!(change < BEYOND)) return null;
			if (change > most) most = change;
		}
		return most;
	}
	return { eliminate, substitute };
}
