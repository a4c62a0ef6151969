import { math } from '../quantity/index';
/** dy/dt at time t; the result is left in `out`. */
export type Rate = (t: number, y: Float64Array, out: Float64Array) => void;

/** Dormand & Prince (1980), order 5 with an embedded 4: nodes, weights and error weights. */
const C = [0, 1 / 5, 3 / 10, 4 / 5, 8 / 9, 1, 1];
const A = [
	[],
	[1 / 5],
	[3 / 40, 9 / 40],
	[44 / 45, -56 / 15, 32 / 9],
	[19372 / 6561, -25360 / 2187, 64448 / 6561, -212 / 729],
	[9017 / 3168, -355 / 33, 46732 / 5247, 49 / 176, -5103 / 18656],
	[35 / 384, 0, 500 / 1113, 125 / 192, -2187 / 6784, 11 / 84]
];
const ERROR = [71 / 57600, 0, -71 / 16695, 71 / 1920, -17253 / 339200, 22 / 525, -1 / 40];

/**
 * Integrates y' = rate(t, y) from t = 0, with steps chosen by their error.
 *
 * @param start y at 0; not changed
 * @param scale size of each component against which its error is held
 * @param tolerance error a step, as a share of the scale
 * @param visit called after each step with time and state; integration ends when it returns true
 * @param longest longest step, s
 * @returns false when the steps ran out (a rate that blows up, or stiffness beyond an explicit method)
 */
export function integrate(
	rate: Rate,
	start: Float64Array,
	scale: Float64Array,
	tolerance: number,
	visit: (t: number, y: Float64Array) => boolean,
	longest: number
): boolean {
	const n = start.length;
	const k = Array.from({ length: 7 }, () => new Float64Array(n));
	const y = start.slice();
	const trial = new Float64Array(n);
	let t = 0;
	let step = Math.min(1e-4, longest);
	rate(t, y, k[0]!);
	for (let tried = 0; tried < MOST_STEPS; tried++) {
		for (let stage = 1; stage < 7; stage++) {
			const row = A[stage]!;
			for (let i = 0; i < n; i++) {
				let sum = 0;
				for (let j = 0; j < stage; j++) sum += row[j]! * k[j]![i]!;
				trial[i] = y[i]! + step * sum;
			}
			rate(t + C[stage]! * step, trial, k[stage]!);
		}
		let error = 0;
		for (let i = 0; i < n; i++) {
			let sum = 0;
			for (let j = 0; j < 7; j++) sum += ERROR[j]! * k[j]![i]!;
			error = Math.max(error, Math.abs(step * sum) / scale[i]!);
		}
		error /= tolerance;
		if (error <= 1) {
			t += step;
			y.set(trial);
			// The last stage was at the step's end: the next one begins with it.
			k[0]!.set(k[6]!);
			if (visit(t, y)) return true;
		}
		step = Math.min(longest, step * Math.min(5, Math.max(0.2, 0.9 * math.pow(error, -0.2))));
		if (!(step > 1e-9)) return false;
	}
	return false;
}
const MOST_STEPS = 20_000;
