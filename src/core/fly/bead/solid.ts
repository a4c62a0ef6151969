import { math } from '../../quantity/index';
import type { BeadMeasures, Outside } from './shape';
import { beadShapeTable, type BeadShape } from './shapes';

/** A bead as it is, metres about its own centre; s runs along the bore towards the tail. */
export interface BeadGeometry extends Outside {
	readonly shape: BeadShape;
	readonly bore: number;
	readonly recess: number;
	readonly recessDepth: number;
	/** Width of the slot, 0 for one without. */
	readonly slot: number;
	/** m³ of metal. */
	readonly volume: number;
	/** Centre of the metal: along the bore, and square to it, away from the slot. */
	readonly centroid: { readonly s: number; readonly y: number };
}

/** Outer radius of the bead at s along the bore, m. */
export const outerRadius = (bead: BeadGeometry, s: number): number =>
	beadShapeTable[bead.shape].outer(bead, s);

/**
 * A bead's outside less its through-bore, conical recess and slot, by integrating the cross-section along
 * the bore. The plain bore in a ball gives the napkin ring, π h³/6 with h = √(D² − d²), exactly.
 */
export function beadSolid(shape: BeadShape, measures: BeadMeasures): BeadGeometry {
	const { outer: outerAt, outside: outsideOf, slotted } = beadShapeTable[shape];
	const { bore, recess } = measures;
	const slot = slotted ? measures.slot : 0;
	const outside = outsideOf(measures);
	const { radius, nose, front, rear } = outside;
	const recessFrom = Math.max(front, rear - measures.recessDepth);
	const recessDepth = rear - recessFrom;
	let volume = 0;
	let momentS = 0;
	let momentY = 0;
	// Simpson on each smooth piece: exact for rings, which are polynomials of second degree.
	const panels = slot > 0 ? 4 : 1;
	for (let part = 0; part < 2; part++) {
		const from = part === 0 ? front : recessFrom;
		const h = ((part === 0 ? recessFrom : rear) - from) / (2 * panels);
		if (h <= 0) continue;
		for (let i = 0; i <= 2 * panels; i++) {
			const s = from + i * h;
			const weight = ((i === 0 || i === 2 * panels ? 1 : i % 2 === 1 ? 4 : 2) * h) / 3;
			const outer = outerAt(outside, s);
			const hole =
				part === 0 ? bore / 2 : bore / 2 + ((recess - bore) / 2) * ((s - recessFrom) / recessDepth);
			const inner = Math.min(hole, outer);
			let area = Math.PI * (outer * outer - inner * inner);
			if (slot > 0) {
				area -= halfArea(outer, slot / 2) - halfArea(inner, slot / 2);
				momentY -= weight * (halfMoment(outer, slot / 2) - halfMoment(inner, slot / 2));
			}
			volume += weight * area;
			momentS += weight * s * area;
		}
	}
	return {
		shape,
		radius,
		nose,
		bore,
		recess,
		recessDepth,
		slot,
		front,
		rear,
		volume,
		centroid: { s: momentS / volume, y: momentY / volume }
	};
}

/** Area of a slot |z| < half, y < 0, from the axis to the circle of radius r. */
function halfArea(r: number, half: number): number {
	const a = Math.min(half, r);
	return a <= 0 ? 0 : a * Math.sqrt(r * r - a * a) + r * r * math.asin(a / r);
}

/** Its first moment in y: of { 0 > y > −√(r² − z²) } over |z| < a it is −(r² a − a³/3). */
function halfMoment(r: number, half: number): number {
	const a = Math.min(half, r);
	return -a * (r * r - (a * a) / 3);
}
