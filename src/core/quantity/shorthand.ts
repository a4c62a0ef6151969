import type { QuantityField } from './reading';
import type { Measure } from './measures';

/** What the tables of fields share. */
export const times = (factor: number) => (n: number) => n * factor;
/** Without noughts at the end. */
export const trim = (n: number, digits: number) => String(Number(n.toFixed(digits)));

type Given = Pick<QuantityField, 'name' | 'units' | 'possible' | 'usual'> &
	Partial<Pick<QuantityField, 'bare' | 'show' | 'fraction' | 'whole' | 'over'>>;

/**
 * A field that is shown in a measure, a bare number being one of its unit.
 *
 * @param digits after the point, in the metric unit
 * @param sample a value that may be written, in the inner unit
 * @param written how else it may be, with units
 */
export function fieldOf(
	measure: Measure,
	digits: number,
	given: Given,
	sample: number,
	...written: string[]
): QuantityField {
	const example = () => {
		const ways = [measure.trimmed(sample, digits), ...written];
		return ways.length > 1 ? `${ways.slice(0, -1).join(', ')} or ${ways.at(-1)!}` : ways[0]!;
	};
	return {
		measure,
		digits,
		bare: (n) => measure.from(n),
		show: (value) => measure.words(value, digits),
		example,
		...given
	};
}
