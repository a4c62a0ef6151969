import { math } from '../quantity/index';
import type { BeliefValues } from '../belief/index';
import {
	BASE,
	BY_BEAD,
	FIBRES,
	OPEN,
	SHOULDER,
	SPHERE,
	STRIP,
	TRAIL,
	WIRE,
	type DragElements
} from '../body/index';
import type { Fluid } from '../water/index';
import { axialFriction, effectiveLength, sphereDrag } from './drag-laws';

/** Form drag of a blunt shoulder on its annulus (our estimate, half of a flat disc's 1.1). */
const SHOULDER_DRAG = 0.55;
/** A dressed body is rougher than a plate; its friction is this much higher (our estimate). */
const ROUGH_BODY = 1.5;
/** A hook's wire runs straight for so many diameters at a time (our estimate). */
const WIRE_RUN = 6;
/** Across by more than this share of the speed along it, a wire's plate friction is always the smaller one. */
const WIRE_PLATE = 0.25;
/** Cross-flow that a swept fibre still sees, as a share of the speed (our estimate: it lies at about 17°). */
const SWEPT_ACROSS = 0.3;
/** sin² of the azimuths at which a ring of fibres is summed: the midpoints of eighths of a quarter circle. */
const RING = [1, 3, 5, 7, 9, 11, 13, 15].map((k) => math.square(math.sin((k * Math.PI) / 32)));
/** Below this speed, m/s, nothing in the water pulls. */
const STILL = 1e-9;

/** The beliefs about drag, looked up once for a whole solve. */
export interface DragFactors {
	readonly beadWake: number;
	/** Drag that is left in the lee, 1 for none: of eye and neck, of a ring's far side, of the bend. */
	readonly eyeShelter: number;
	readonly ringShelter: number;
	readonly bendShelter: number;
	readonly crossFlow: number;
	readonly friction: number;
	readonly dressing: number;
	readonly blunt: number;
	/** Share of the ideal fluid's turning moment that a body with a separated base keeps. */
	readonly munk: number;
	/** On everything that the water does to this one fly. */
	readonly whole: number;
}

export function dragFactors(values: BeliefValues): DragFactors {
	return {
		beadWake: values['model.beadWake'],
		eyeShelter: values['model.eyeShelter'],
		ringShelter: values['model.ringShelter'],
		bendShelter: values['model.bendShelter'],
		crossFlow: values['model.crossFlow'],
		friction: values['model.friction'],
		dressing: values['dressing.drag'],
		blunt: values['model.blunt'],
		munk: values['model.munk'],
		whole: values['tied.drag']
	};
}

/** What is the same for all elements of a body while it is solved. */
export interface Laws {
	readonly cylinder: (re: number) => number;
	readonly short: number;
}

/** A force in the fly's frame, N; z stands out of the hook's plane. Filled anew by each call. */
export interface Force {
	x: number;
	y: number;
	z: number;
}

/**
 * The water's force on one element, by strip theory.
 *
 * @param u velocity of the water past the element, m/s, in the fly's frame; z out of the hook's plane
 * @param laws the cylinder's drag, and what a strip keeps of it for being short
 * @param out where the force is left, N
 *
 * Wire, strips and trailing fibres: cross-flow principle (Hoerner): the pressure part acts square to
 * the axis with the square of the normal speed, friction along it. A ring of fibres: the same,
 * averaged round the axis. Faces push along their own normal.
 */
export function elementForce(
	elements: DragElements,
	i: number,
	ux: number,
	uy: number,
	uz: number,
	fluid: Fluid,
	factors: DragFactors,
	laws: Laws,
	out: Force
): void {
	oneForce(elements, i, ux, uy, uz, fluid, factors, laws, out);
	if (elements.axisZ[i] === 0) return;
	const { x, y, z } = out;
	if (uz !== 0) oneForce(elements, i, ux, uy, -uz, fluid, factors, laws, out);
	// What the mirror image feels is the image of what it would feel itself in the stream's image.
	out.x += x;
	out.y += y;
	out.z = uz === 0 ? 0 : z - out.z;
}

function oneForce(
	elements: DragElements,
	i: number,
	ux: number,
	uy: number,
	uz: number,
	fluid: Fluid,
	factors: DragFactors,
	laws: Laws,
	out: Force
): void {
	out.x = out.y = out.z = 0;
	const square = ux * ux + uy * uy + uz * uz;
	if (square < STILL * STILL) return;
	const speed = Math.sqrt(square);
	const { density, viscosity } = fluid;
	const diameter = elements.diameter[i]!;
	const length = elements.length[i]!;
	const axisX = elements.axisX[i]!;
	const axisY = elements.axisY[i]!;
	const axisZ = elements.axisZ[i]!;
	const along = axisX * ux + axisY * uy + axisZ * uz;
	const across = Math.sqrt(Math.max(0, square - along * along));
	const reynolds = (density * diameter) / viscosity;
	const half = 0.5 * density;
	/** Newtons a metre a second: on the velocity across the axis, along it, and whole. */
	let normal = 0;
	let axial = 0;
	let whole = 0;
	switch (elements.kind[i]!) {
		case WIRE:
		case STRIP: {
			const strip = elements.kind[i] === STRIP;
			const re = reynolds * across;
			if (re > 1e-9) {
				const short = strip ? laws.short : 1;
				normal = factors.crossFlow * short * laws.cylinder(re) * half * across * diameter * length;
			}
			// Laminar plate friction (Blasius) over the whole run, where there is hardly any cross-flow.
			const tangent = Math.abs(along);
			let friction = Math.PI * viscosity * axialFriction(re) * length;
			if (strip || across < WIRE_PLATE * tangent) {
				const run = strip ? elements.slenderness[i]! * diameter : WIRE_RUN * diameter;
				const plate = 1.328 / Math.sqrt(Math.max((density * tangent * run) / viscosity, 1));
				const rough = strip ? ROUGH_BODY : 1;
				friction = Math.max(friction, rough * plate * half * tangent * Math.PI * diameter * length);
			}
			axial = factors.friction * friction;
			if (!strip) {
				const left = leeOf(elements, i, ux / speed, uy / speed, factors);
				normal *= left;
				axial *= left;
			}
			break;
		}
		case SPHERE: {
			// The body fills the wake only as far as it lies behind the bead.
			const wake = 1 - (1 - factors.beadWake) * Math.abs(along / speed);
			whole = wake * sphereDrag(reynolds * speed) * half * speed * area(diameter);
			break;
		}
		case FIBRES:
		case TRAIL: {
			const re = reynolds * speed;
			const push = laws.cylinder(re) * half * diameter * length;
			const share = effectiveLength((push * square * length * length) / elements.stiffness[i]!);
			const many = factors.dressing * elements.number[i]!;
			/** What stands square to the flow, over the speed's square. */
			const standing = many * factors.crossFlow * push * share;
			const sweeping =
				many * factors.friction * Math.PI * viscosity * axialFriction(SWEPT_ACROSS * re) * length;
			if (elements.kind[i] === TRAIL) {
				// It stands across the flow only as far as the flow comes from the side.
				normal = standing * across;
				whole = sweeping * (1 - (across / speed) * share);
				break;
			}
			for (const sin2 of RING) {
				const seen = standing * Math.sqrt(along * along + across * across * sin2);
				axial += seen / RING.length;
				normal += (seen * sin2) / RING.length;
			}
			whole = sweeping * (1 - share);
			break;
		}
		case SHOULDER:
			if (along < 0) axial = factors.blunt * SHOULDER_DRAG * half * -along * area(diameter);
			break;
		case BASE: {
			if (along <= 0) break;
			// Hoerner's base drag, 0.029/√(forebody friction on the base), from memory.
			const wetted = elements.slenderness[i]!;
			// Wetted over base area is 4 L/d, which gives the run's length back.
			const reRun = Math.max(1, (reynolds * speed * wetted) / 4);
			const friction = (ROUGH_BODY * 1.328) / Math.sqrt(reRun);
			axial =
				factors.blunt * (0.029 / Math.sqrt(friction * wetted)) * half * along * area(diameter);
			break;
		}
		default:
			throw new Error(`elementForce: unknown element kind ${elements.kind[i]}`);
	}
	const lengthwise = (axial - normal) * along;
	out.x = (normal + whole) * ux + lengthwise * axisX;
	out.y = (normal + whole) * uy + lengthwise * axisY;
	out.z = (normal + whole) * uz + lengthwise * axisZ;
}

/**
 * Drag that a piece of wire keeps of what it would have in the open stream: 1 − (1 − f) c², c the cosine
 * between the stream and the way to it from what shelters it. Before a bead and behind it alike; in the wake
 * of the body, and on a ring's far side, only downstream.
 *
 * @param x unit direction of the stream
 */
function leeOf(
	{ shelter, leeX, leeY, rimX, rimY }: DragElements,
	i: number,
	x: number,
	y: number,
	factors: DragFactors
): number {
	let left = 1;
	if (shelter[i] !== OPEN) {
		const c = leeX[i]! * x + leeY[i]! * y;
		const bead = shelter[i] === BY_BEAD;
		if (bead || c > 0) left -= (1 - (bead ? factors.eyeShelter : factors.bendShelter)) * c * c;
	}
	const far = rimX[i]! * x + rimY[i]! * y;
	if (far > 0) left *= 1 - (1 - factors.ringShelter) * far * far;
	return left;
}

const area = (diameter: number) => (Math.PI / 4) * diameter * diameter;
