import type { DragElements } from '../body/index';

/** One element along x, alone; metres. What is not said of it is 0, and one of it. */
export function lone(
	kind: number,
	more: Partial<Record<Exclude<keyof DragElements, 'count' | 'kind' | 'part'>, number>>
): DragElements {
	const column = (value: number) => Float64Array.of(value);
	const { axisX = 1, axisY = 0, axisZ = 0, number = 1, x = 0, y = 0 } = more;
	const { length = 0, diameter = 0, slenderness = 0, stiffness = 0 } = more;
	const { shelter = 0, leeX = 0, leeY = 0, rimX = 0, rimY = 0 } = more;
	return {
		count: 1,
		kind: Uint8Array.of(kind),
		part: Uint8Array.of(0),
		x: column(x),
		y: column(y),
		shelter: Uint8Array.of(shelter),
		axisX: column(axisX),
		axisY: column(axisY),
		axisZ: column(axisZ),
		length: column(length),
		diameter: column(diameter),
		number: column(number),
		slenderness: column(slenderness),
		stiffness: column(stiffness),
		leeX: column(leeX),
		leeY: column(leeY),
		rimX: column(rimX),
		rimY: column(rimY)
	};
}
