import type { QuantityField } from './reading';
import { fieldOf } from './shorthand';
import * as shown from './measures';

/** Fields of a run of flies. */

const whole = (
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	sample: number
): QuantityField =>
	fieldOf(shown.plain, 0, { name, units: {}, possible, usual, show: String, whole: true }, sample);

export const fliesField = whole('Flies', [1, 60], [1, 40], 6);
/** Flies that are under way together. */
export const carryField = whole('In progress at once', [1, 12], [1, 8], 4);
