import type { QuantityField } from './reading';

/** Fields of a run of flies. */

const whole = (
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	example: string
): QuantityField => ({
	name,
	units: {},
	bare: (n) => n,
	possible,
	usual,
	example,
	show: String,
	whole: true
});

export const fliesField = whole('Flies', [1, 60], [1, 40], '6');
/** Flies that are under way together. */
export const carryField = whole('In progress at once', [1, 12], [1, 8], '4');
