import { waterLengths } from './fields';
import { CENTIMETRE, MILLIMETRE } from './units';
import type { QuantityField } from './reading';
import { times, trim } from './shorthand';

/** Fields of what is weighed and timed. */

/** A bare number is centimetres. */
const short = (
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	example: string
): QuantityField => ({
	name,
	possible,
	usual,
	example,
	units: { ...waterLengths, mm: times(MILLIMETRE) },
	bare: times(CENTIMETRE),
	show: (value) => `${trim(value / CENTIMETRE, 1)} cm`
});

/** How far a fly is dropped, m. */
export const dropField = short('Distance', [0.05, 20], [0.2, 3], '50, 50 cm or 20 in');
/** Wire on the scale, m. */
export const wireLengthField = short('Length', [0.01, 10], [0.05, 3], '50 or 50 cm');
/** How much a key press comes early or late, s. */
export const reactionField: QuantityField = {
	name: 'Reaction',
	units: { s: times(1), ms: times(1e-3) },
	bare: times(1),
	possible: [0.01, 2],
	usual: [0.02, 0.4],
	show: (value) => `${trim(value, 2)} s`,
	example: '0.1 or 0,1 s'
};
/** One run of a drop, s. */
export const runField: QuantityField = {
	name: 'Time',
	units: { s: times(1), sec: times(1) },
	bare: times(1),
	possible: [0.05, 600],
	usual: [0.05, 600],
	show: (value) => `${trim(value, 2)} s`,
	example: '1.32 or 1,32'
};
/** Things on the scale together. */
export const piecesField: QuantityField = {
	name: 'How many',
	units: {},
	bare: (n) => n,
	possible: [1, 1000],
	usual: [1, 200],
	show: String,
	whole: true,
	example: '10'
};
