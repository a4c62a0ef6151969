import { math } from '../quantity/index';
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
		? Math.sqrt(Math.max(0, math.square(radius) - math.square(s)))
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
	const front = -Math.sqrt(Math.max(0, math.square(radius) - math.square(bore / 2)));
	const rear = Math.sqrt(Math.max(0, math.square(radius) - math.square(wide / 2)));
	return hollowed({ radius, nose: null, bore, recess: wide, slot, front, rear }, recessDepth);
}

/**
 * A cone bead: a frustum, small end towards the eye, less bore and recess.
 *
 * @param diameter of the rear face, metres; its other proportions are our estimate
 */
function coneSolid(
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

/** Takes the bore, the recess and the slot out of a ball or a frustum. */
function hollowed(
	{
		radius,
		nose,
		bore,
		recess,
		slot,
		front,
		rear
	}: Omit<BeadGeometry, 'recessDepth' | 'volume' | 'centroid'>,
	depth: number
): BeadGeometry {
	const recessFrom = Math.max(front, rear - depth);
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
			const outer =
				nose === null
					? Math.sqrt(Math.max(0, radius * radius - s * s))
					: nose + ((radius - nose) * (s - front)) / (rear - front);
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
const OWN_DENSITY = 8700;
