import { faultIn, numbersIn, placeOf } from './lines';

/** A line that two light gates sent, and what it said, s. */
export interface GateSample {
	readonly line: string;
	readonly seconds: number;
}

/** How a line is read: which of its numbers is the time, and in what. */
export interface GatePattern {
	readonly number: number;
	readonly unit: keyof typeof units;
}
const units = { s: 1, ms: 1e-3, µs: 1e-6 };

/** How the simulated gates are read, and what they send. */
export const SIMULATED_GATES: GatePattern = { number: 0, unit: 'ms' };
export const gateLine = (seconds: number) => `fall ${(1000 * seconds).toFixed(0)} ms`;

/** How to read light gates from two of their lines. @returns the pattern, or in words why none was found */
export function teachGates(
	samples: readonly [GateSample, GateSample]
): { readonly pattern: GatePattern } | { readonly fault: string } {
	const taught = samples.map(({ line, seconds }) => ({ line, shown: seconds }));
	const wrong = faultIn(taught);
	if (wrong) return { fault: wrong };
	const found = placeOf(taught, units);
	if (found) return { pattern: { number: found.place, unit: found.unit } };
	return { fault: 'In neither s, ms nor µs does one number of both lines say the time.' };
}

/** Seconds that a line says; null where it says none that a fall could take. */
export function readGates(line: string, { number, unit }: GatePattern): number | null {
	const found = numbersIn(line)[number];
	const seconds = found ? found.value * units[unit] : NaN;
	return seconds >= 0.01 && seconds <= 600 ? seconds : null;
}
