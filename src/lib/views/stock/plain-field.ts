import { fieldOf, type QuantityField, shown } from '$core/quantity/index';

/** A count or a price that is not tied to a trade size. */
export const plainField = (
	name: string,
	most: number,
	unit: string,
	whole = false
): QuantityField => {
	const given = {
		name,
		units: { [unit]: (n: number) => n },
		possible: [0, most] as const,
		usual: [0, most] as const,
		show: (n: number) => `${Number(n.toFixed(3))} ${unit}`,
		whole
	};
	return fieldOf(shown.plain, 3, given, whole ? 25 : 1.03);
};
