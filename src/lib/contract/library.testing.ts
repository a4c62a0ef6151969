import { createRequire } from 'node:module';

/** Its package ships sources that do not pass our compiler's settings, so it is taken as it runs. */
const { Solver } = createRequire(import.meta.url)('odex') as {
	Solver: new (n: number) => {
		relativeTolerance: number;
		absoluteTolerance: number;
		maxSteps: number;
		solve(
			rate: (t: number, y: number[]) => number[],
			from: number,
			start: number[],
			to: number
		): { y: number[] };
	};
};

/**
 * A general-purpose integrator from the registry (extrapolation after Gragg, Bulirsch and Stoer), to
 * hold our own against.
 *
 * @returns the state at `to`
 */
export function integrateByLibrary(
	rate: (t: number, y: number[]) => number[],
	start: readonly number[],
	from: number,
	to: number,
	tolerance = 1e-8
): number[] {
	const solver = new Solver(start.length);
	solver.relativeTolerance = tolerance;
	solver.absoluteTolerance = tolerance / 100;
	solver.maxSteps = 1_000_000;
	return solver.solve(rate, from, [...start], to).y;
}
