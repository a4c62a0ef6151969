import { readQuantity, type QuantityField } from '../../quantity/index';
import type { Phrases } from './phrases';
import type { Label } from './words';

/** A line while it is read. */
export interface Draft {
	readonly text: string;
	readonly label: Label | null;
	readonly phrases: Phrases;
	readonly assumed: string[];
	readonly asked: string[];
}

/** A line that says there is none. */
export const NONE = /^\s*(?:(?:none|no|without|-|–)\s*(?:bead|wire|weight)?)?\s*$/iu;

/** A typed size: what is odd is asked, and taken to the letter where that can be. */
export function sized(draft: Draft, text: string, field: QuantityField): number | undefined {
	const reading = readQuantity(text, field);
	if (reading.kind === 'value') return reading.value;
	draft.asked.push(reading.kind === 'question' ? reading.question : reading.message);
	return reading.kind === 'question' ? (reading.literal ?? reading.likely).value : undefined;
}
