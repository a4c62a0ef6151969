import { materials } from '../../material/index';
import { denierField, INCH, math, MILLIMETRE, type QuantityField } from '../../quantity/index';
import { bodyTable } from './bodies';

/** Thread as a tier writes it: denier, an aught number, or its apparent diameter in mm or inches. */
export const threadField: QuantityField = {
	...denierField,
	units: {
		...denierField.units,
		mm: (n) => denierOf(n * MILLIMETRE),
		in: (n) => denierOf(n * INCH),
		'"': (n) => denierOf(n * INCH)
	},
	example: () => '70, 8/0 or 0.1 mm'
};

/** Denier of a polyester thread of an apparent diameter, packed to three quarters. @param diameter m */
function denierOf(diameter: number): number {
	const section = (Math.PI / 4) * math.square(diameter) * bodyTable.thread.solid;
	return section * materials.polyester.density * 9e6;
}

/** Apparent diameter of a thread that packs to three quarters, m. @param denier g per 9000 m */
export function threadDiameter(denier: number): number {
	const section = denier / 9e6 / materials.polyester.density;
	return Math.sqrt((4 * section) / (Math.PI * bodyTable.thread.solid));
}
