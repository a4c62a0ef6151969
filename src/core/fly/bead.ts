import type { BeliefValues } from '../belief/index';
import { BEAD_PROPORTIONS, CONE_PROPORTIONS } from '../material/index';
import { isJig, type BeadChoice, type HookChoice } from './recipe';

/** A bead's measures, metres, about its own centre; s runs along the bore towards the tail. */
export interface BeadGeometry {
	/** Half of the largest diameter. */
	readonly radius: number;
	/** Half of the diameter at the small end of a cone; null for a ball. */
	readonly nose: number | null;
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
	/** Centre of the metal: along the bore, and square to it, away from the slot. */
	readonly centroid: { readonly s: number; readonly y: number };
}

/** Outer radius of the bead at s along the bore, m. */
export function outerRadius({ radius, nose, front, rear }: BeadGeometry, s: number): number {
	return nose === null
		? Math.sqrt(Math.max(0, radius ** 2 - s ** 2))
		: nose + ((radius - nose) * (s - front)) / (rear - front);
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
	const wide = Math.max(recess, bore);
	const front = -Math.sqrt(Math.max(0, radius ** 2 - (bore / 2) ** 2));
	const rear = Math.sqrt(Math.max(0, radius ** 2 - (wide / 2) ** 2));
	return hollowed({ radius, nose: null, bore, recess: wide, slot, front, rear }, recessDepth);
}

/**
 * A cone bead: a frustum, small end towards the eye, less bore and recess.
 *
 * @param diameter of the rear face, metres; its other proportions are our estimate
 */
export function coneSolid(
	diameter: number,
	bore: number,
	recess: number,
	recessDepth: number
): BeadGeometry {
	const half = (CONE_PROPORTIONS.length * diameter) / 2;
	const nose = Math.max((CONE_PROPORTIONS.nose * diameter) / 2, bore / 2);
	const wide = Math.max(recess, bore);
	return hollowed(
		{ radius: diameter / 2, nose, bore, recess: wide, slot: 0, front: -half, rear: half },
		recessDepth
	);
}

function hollowed(
	shape: Omit<BeadGeometry, 'recessDepth' | 'volume' | 'centroid'>,
	recessDepth: number
): BeadGeometry {
	const { bore, recess, slot, front, rear } = shape;
	const recessFrom = Math.max(front, rear - recessDepth);
	const bead: BeadGeometry = {
		...shape,
		recessDepth: rear - recessFrom,
		volume: 0,
		centroid: { s: 0, y: 0 }
	};
	const hole = (s: number) =>
		s <= recessFrom || rear === recessFrom
			? bore / 2
			: bore / 2 + ((recess - bore) / 2) * ((s - recessFrom) / (rear - recessFrom));
	const total = { volume: 0, s: 0, y: 0 };
	const add = (s: number, weight: number) => {
		const outer = outerRadius(bead, s);
		const inner = Math.min(hole(s), outer);
		const ring = Math.PI * (outer ** 2 - inner ** 2);
		const cut = slotSection(outer, inner, slot / 2);
		total.volume += weight * (ring - cut.area);
		total.s += weight * s * (ring - cut.area);
		total.y -= weight * cut.moment;
	};
	// Simpson on each smooth piece: exact for rings, which are polynomials of second degree.
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
	const { volume } = total;
	return { ...bead, volume, centroid: { s: total.s / volume, y: total.y / volume } };
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

/** The bead as chosen: nominal proportions, or what was measured, scaled by the beliefs. */
export function beadGeometry(bead: BeadChoice, values: BeliefValues): BeadGeometry {
	const diameter = bead.diameter * values['bead.diameter'];
	const width = (measured: number | undefined, nominal: number, factor: number) =>
		measured === undefined ? nominal * factor * diameter : measured * factor;
	const bore = Math.min(
		0.9 * diameter,
		width(bead.bore, BEAD_PROPORTIONS.bore, values['bead.bore'])
	);
	const recess = Math.min(
		0.95 * diameter,
		width(bead.recess, BEAD_PROPORTIONS.recess, values['bead.recess'])
	);
	const recessDepth = BEAD_PROPORTIONS.recessDepth * values['bead.recessDepth'] * diameter;
	if (bead.shape === 'cone') return coneSolid(diameter, bore, recess, recessDepth);
	const slot =
		bead.shape === 'slotted'
			? Math.min(0.9 * diameter, width(bead.slot, BEAD_PROPORTIONS.slot, values['bead.slot']))
			: 0;
	return beadSolid(diameter, bore, recess, recessDepth, slot);
}

/**
 * Where the bead's centre sits on the shank, metres from its front end: its small hole against the
 * eye, or on a jig with the bend of the neck drawn into it (our estimate: 0.3 of the diameter).
 */
export function beadSeat(bead: BeadGeometry, hook: HookChoice): number {
	return isJig(hook) ? 0.6 * bead.radius : -bead.front;
}

/** Degrees by which the slot is turned from the point's side; on a jig the neck holds it at 0. */
export function slotTurn(bead: BeadChoice, hook: HookChoice): number {
	return bead.shape === 'slotted' && !isJig(hook) ? (bead.slotTurn ?? 0) : 0;
}

/** Density of a bead's metal as believed, kg/m³. */
export function beadDensity(bead: BeadChoice, values: BeliefValues): number {
	switch (bead.metal) {
		case 'tungsten':
			return values['bead.tungsten.density'];
		case 'brass':
			return values['bead.brass.density'];
		case 'steel':
			return values['bead.steel.density'];
		case 'glass':
			return values['bead.glass.density'];
		case 'own':
			return (bead.density ?? OWN_DENSITY) * values['bead.own.density'];
	}
}

/** Of an own metal whose density was not said: bronze, between brass and copper, kg/m³. */
export const OWN_DENSITY = 8700;
