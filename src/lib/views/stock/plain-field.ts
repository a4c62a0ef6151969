import type { QuantityField } from '$core/quantity/index';

/** A count, a weight or a price that is not tied to a trade size. */
export const plainField = (
	name: string,
	most: number,
	unit: string,
	whole = false
): QuantityField => ({
	name,
	units: { [unit]: (n) => n },
	bare: (n) => n,
	possible: [0, most],
	usual: [0, most],
	show: (n) => `${Number(n.toFixed(3))} ${unit}`,
	example: whole ? '25' : '1.03',
	whole
});
