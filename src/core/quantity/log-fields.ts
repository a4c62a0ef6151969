import { seconds, waterLengths } from './fields';
import { MILLIMETRE } from './units';
import type { QuantityField } from './reading';
import { fieldOf, times } from './shorthand';
import * as shown from './measures';

/** Fields of what is weighed and timed. */

/** A bare number is centimetres (or inches). */
const short = (
	name: string,
	possible: readonly [number, number],
	usual: readonly [number, number],
	...written: string[]
): QuantityField =>
	fieldOf(
		shown.hand,
		1,
		{ name, possible, usual, units: { ...waterLengths, mm: times(MILLIMETRE) } },
		0.5,
		...written
	);

/** How far a fly is dropped, m. */
export const dropField = short('Distance', [0.05, 20], [0.2, 3], '50 cm', '20 in');
/** Wire on the scale, m. */
export const wireLengthField = short('Length', [0.01, 10], [0.05, 3], '50 cm');
/** How much a key press comes early or late, s. */
export const reactionField: QuantityField = fieldOf(
	shown.seconds,
	2,
	{
		name: 'Reaction',
		units: { ...seconds, ms: times(1e-3) },
		possible: [0.01, 2],
		usual: [0.02, 0.4]
	},
	0.1,
	'0,1 s'
);
/** One run of a drop, s. */
export const runField: QuantityField = fieldOf(
	shown.seconds,
	2,
	{
		name: 'Time',
		units: seconds,
		possible: [0.05, 600],
		usual: [0.05, 600]
	},
	1.32,
	'1,32'
);
/** Things on the scale together. */
export const piecesField: QuantityField = fieldOf(
	shown.plain,
	0,
	{
		name: 'How many',
		units: {},
		possible: [1, 1000],
		usual: [1, 200],
		show: String,
		whole: true
	},
	10
);
