import type { BeliefValues } from '../belief/index';
import { BEAD_PROPORTIONS } from '../material/index';
import { isJig, type BeadChoice, type BeadMetal, type HookChoice } from './recipe';

/** A bead's measures, metres, about its own centre; s runs along the bore towards the tail. */
export interface BeadGeometry {
	readonly radius: number;
	readonly bore: number;
	readonly recess: number;
	readonly recessDepth: number;
	/** Width of the slot, 0 for a round bead. */
	readonly slot: number;
	/** Front and rear faces along the bore. */
	readonly front: number;
	readonly rear: number;
	/** m³ of metal. */
	readonly volume: number;
	/** Centre of the metal: along the bore, and square to it (the slot opens at −y). */
	readonly centroid: { readonly s: number; readonly y: number };
}

/**
 * A sphere less its through-bore, conical recess and slot, by integrating the cross-section along
 * the bore. The plain bore gives the napkin ring, π h³/6 with h = √(D² − d²), exactly.
 *
 * @param diameter metres; bore, recess and slot as widths in metres, recess at the rear face
 */
export function beadSolid(
	diameter: number,
	bore: number,
	recess: number,
	recessDepth: number,
	slot: number
): BeadGeometry {
	const radius = diameter / 2;
	const front = -Math.sqrt(Math.max(0, radius ** 2 - (bore / 2) ** 2));
	const wide = Math.max(recess, bore);
	const rear = Math.sqrt(Math.max(0, radius ** 2 - (wide / 2) ** 2));
	const recessFrom = Math.max(front, rear - recessDepth);

	const hole = (s: number) =>
		s <= recessFrom || rear === recessFrom
			? bore / 2
			: bore / 2 + ((wide - bore) / 2) * ((s - recessFrom) / (rear - recessFrom));
	const total = { volume: 0, s: 0, y: 0 };
	const add = (s: number, weight: number) => {
		const outer = Math.sqrt(Math.max(0, radius ** 2 - s ** 2));
		const inner = Math.min(hole(s), outer);
		const ring = Math.PI * (outer ** 2 - inner ** 2);
		const cut = slotSection(outer, inner, slot / 2);
		total.volume += weight * (ring - cut.area);
		total.s += weight * s * (ring - cut.area);
		total.y -= weight * cut.moment;
	};
	// Simpson on each smooth piece: exact for the ring, which is a polynomial of second degree.
	const panels = slot > 0 ? 4 : 1;
	for (const [from, to] of [
		[front, recessFrom],
		[recessFrom, rear]
	] as const) {
		const h = (to - from) / (2 * panels);
		for (let i = 0; i <= 2 * panels; i++) {
			const rule = i === 0 || i === 2 * panels ? 1 : i % 2 === 1 ? 4 : 2;
			add(from + i * h, (rule * h) / 3);
		}
	}
	const volume = total.volume;
	return {
		radius,
		bore,
		recess: wide,
		recessDepth: rear - recessFrom,
		slot,
		front,
		rear,
		volume,
		centroid: { s: total.s / volume, y: total.y / volume }
	};
}

/** Area of a slot |z| < half, y < 0, between the hole and the sphere, and its first moment in y. */
function slotSection(outer: number, inner: number, half: number): { area: number; moment: number } {
	const halfArea = (r: number) => {
		const a = Math.min(half, r);
		return a <= 0 ? 0 : a * Math.sqrt(r * r - a * a) + r * r * Math.asin(a / r);
	};
	// The moment of { 0 > y > −√(r² − z²) } over |z| < a is −(r² a − a³/3).
	const halfMoment = (r: number) => {
		const a = Math.min(half, r);
		return -(r * r * a - a ** 3 / 3);
	};
	return { area: halfArea(outer) - halfArea(inner), moment: halfMoment(outer) - halfMoment(inner) };
}

/** The bead as chosen, with its nominal proportions scaled by the beliefs. */
export function beadGeometry(bead: BeadChoice, values: BeliefValues): BeadGeometry {
	const diameter = bead.diameter * values['bead.diameter'];
	return beadSolid(
		diameter,
		BEAD_PROPORTIONS.bore * values['bead.bore'] * diameter,
		BEAD_PROPORTIONS.recess * values['bead.recess'] * diameter,
		BEAD_PROPORTIONS.recessDepth * values['bead.recessDepth'] * diameter,
		bead.shape === 'slotted' ? BEAD_PROPORTIONS.slot * values['bead.slot'] * diameter : 0
	);
}

/**
 * Where the bead's centre sits on the shank, metres from its front end: its small hole against the
 * eye, or on a jig with the bend of the neck drawn into it (our estimate: 0.3 of the diameter).
 */
export function beadSeat(bead: BeadGeometry, hook: HookChoice): number {
	return isJig(hook) ? 0.6 * bead.radius : -bead.front;
}

/** Density of a bead's metal as believed, kg/m³. */
export function beadDensity(metal: BeadMetal, values: BeliefValues): number {
	return values[metal === 'tungsten' ? 'bead.tungsten.density' : 'bead.brass.density'];
}
