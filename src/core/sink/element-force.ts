import { math } from '../quantity/index';
import type { ParameterValues } from '../parameter/index';
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
	type DragElements,
	type ElementKind
} from '../body/index';
import type { Fluid } from '../water/index';
import { axialFriction, effectiveLength, sphereDrag } from './drag-laws';

/** Form drag of a blunt shoulder on its annulus (our estimate, half of a flat disc's 1.1). */
const SHOULDER_DRAG = 0.55;
/** A dressed body is rougher than a plate; its friction is this much higher (our estimate). */
const ROUGH_BODY = 1.5;
/** A hook's wire runs straight for this many diameters at a time (our estimate). */
const WIRE_RUN = 6;
/** Across by more than this share of the speed along it, a wire's plate friction is always the smaller one. */
const WIRE_PLATE = 0.25;
/** Cross-flow that a swept fibre still sees, as a share of the speed (our estimate: it lies at about 17°). */
const SWEPT_ACROSS = 0.3;
/** sin² of the azimuths at which a ring of fibres is summed: the midpoints of eighths of a quarter circle. */
const RING = [1, 3, 5, 7, 9, 11, 13, 15].map((k) => math.square(math.sin((k * Math.PI) / 32)));
/** Below this speed, m/s, nothing in the water pulls (our choice). */
const STILL = 1e-9;

/** The parameters about drag, looked up once for a whole solve. */
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

export function dragFactors(values: ParameterValues): DragFactors {
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
	readonly fluid: Fluid;
	readonly factors: DragFactors;
	/** The cylinder's drag, */
	readonly cylinder: (re: number) => number;
	/** and what a strip keeps of it for being short. */
	readonly short: number;
}

/** A force, N, or a velocity, m/s, in the fly's frame; z stands out of the hook's plane. */
export interface Vector {
	x: number;
	y: number;
	z: number;
}

/**
 * The water's force on one element, by strip theory:
 *
 *   F = (normal + whole) u + (axial − normal) (u · axis) axis
 *
 * with three resistances, N s/m: to the velocity across the axis, along it, and whichever way it goes. Wire, strips
 * and trailing fibres: cross-flow principle (Hoerner): the pressure part acts square to the axis with the square of
 * the normal speed, friction along it. A ring of fibres: the same, averaged round the axis. Faces push along their
 * own normal.
 *
 * @param u velocity of the water past the element
 * @param out where the force is left
 */
export function elementForce(
	elements: DragElements,
	i: number,
	u: Readonly<Vector>,
	laws: Laws,
	out: Vector
): void {
	oneForce(elements, i, u, laws, out);
	if (elements.axisZ[i] === 0) return;
	const { x, y, z } = out;
	if (u.z !== 0) {
		mirrored.x = u.x;
		mirrored.y = u.y;
		mirrored.z = -u.z;
		oneForce(elements, i, mirrored, laws, out);
	}
	// What the mirror image feels is the image of what it would feel itself in the stream's image.
	out.x += x;
	out.y += y;
	out.z = u.z === 0 ? 0 : z - out.z;
}

/** Scratch of what is below, and of it alone: an element is worked out some thousand times for each key press. */
const mirrored: Vector = { x: 0, y: 0, z: 0 };
/** How the water goes past an element: u², |u|, u · axis and what is left across it, m/s. */
const past = { square: 0, speed: 0, along: 0, across: 0 };
/** Resistances, N s/m: to the velocity across the axis, along it, and whole. */
const pull = { normal: 0, axial: 0, whole: 0 };

function oneForce(
	elements: DragElements,
	i: number,
	u: Readonly<Vector>,
	laws: Laws,
	out: Vector
): void {
	out.x = out.y = out.z = 0;
	past.square = u.x * u.x + u.y * u.y + u.z * u.z;
	if (past.square < STILL * STILL) return;
	const axisX = elements.axisX[i]!;
	const axisY = elements.axisY[i]!;
	const axisZ = elements.axisZ[i]!;
	const along = axisX * u.x + axisY * u.y + axisZ * u.z;
	past.speed = Math.sqrt(past.square);
	past.along = along;
	past.across = Math.sqrt(Math.max(0, past.square - along * along));
	pull.normal = pull.axial = pull.whole = 0;
	const kind = elements.kind[i] as ElementKind;
	switch (kind) {
		case WIRE:
			resistWire(elements, i, laws, leeOf(elements, i, u, laws.factors));
			break;
		case STRIP:
			resistStrip(elements, i, laws);
			break;
		case SPHERE:
			resistSphere(elements, i, laws);
			break;
		case FIBRES:
		case TRAIL:
			resistFibres(elements, i, laws, kind === TRAIL);
			break;
		case SHOULDER:
			if (along < 0) resistShoulder(elements, i, laws);
			break;
		case BASE:
			if (along > 0) resistBase(elements, i, laws);
			break;
		default: {
			const unknown: never = kind;
			throw new Error(`elementForce: unknown element kind ${String(unknown)}`);
		}
	}
	const lengthwise = (pull.axial - pull.normal) * along;
	out.x = (pull.normal + pull.whole) * u.x + lengthwise * axisX;
	out.y = (pull.normal + pull.whole) * u.y + lengthwise * axisY;
	out.z = (pull.normal + pull.whole) * u.z + lengthwise * axisZ;
}

/** normal = k C_D(Re) ½ ρ |u_n| d l, of a cylinder across the stream; Re of the cross-flow, from which it is. */
function crossFlow(laws: Laws, keeps: number, re: number, d: number, l: number): number {
	if (re <= 1e-9) return 0;
	const half = 0.5 * laws.fluid.density;
	return laws.factors.crossFlow * keeps * laws.cylinder(re) * half * past.across * d * l;
}

/** Laminar plate friction (Blasius) of a run on the surface of a cylinder: 1.328/√Re_run ½ ρ |u_t| π d l. */
function plateFriction({ fluid }: Laws, run: number, d: number, l: number, rough: number): number {
	const tangent = Math.abs(past.along);
	const plate = 1.328 / Math.sqrt(Math.max((fluid.density * tangent * run) / fluid.viscosity, 1));
	return rough * plate * (0.5 * fluid.density) * tangent * Math.PI * d * l;
}

/** axial = π μ C_f(Re) l, friction along a cylinder that also has cross-flow. */
const axialResistance = ({ fluid }: Laws, re: number, l: number) =>
	Math.PI * fluid.viscosity * axialFriction(re) * l;

/** @param left what shelter leaves of both */
function resistWire(elements: DragElements, i: number, laws: Laws, left: number): void {
	const d = elements.diameter[i]!;
	const l = elements.length[i]!;
	const re = ((laws.fluid.density * d) / laws.fluid.viscosity) * past.across;
	pull.normal = crossFlow(laws, 1, re, d, l);
	let friction = axialResistance(laws, re, l);
	// Plate friction, where there is hardly any cross-flow.
	if (past.across < WIRE_PLATE * Math.abs(past.along)) {
		friction = Math.max(friction, plateFriction(laws, WIRE_RUN * d, d, l, 1));
	}
	pull.axial = laws.factors.friction * friction;
	pull.normal *= left;
	pull.axial *= left;
}

function resistStrip(elements: DragElements, i: number, laws: Laws): void {
	const d = elements.diameter[i]!;
	const l = elements.length[i]!;
	const re = ((laws.fluid.density * d) / laws.fluid.viscosity) * past.across;
	pull.normal = crossFlow(laws, laws.short, re, d, l);
	const run = elements.slenderness[i]! * d;
	const friction = Math.max(
		axialResistance(laws, re, l),
		plateFriction(laws, run, d, l, ROUGH_BODY)
	);
	pull.axial = laws.factors.friction * friction;
}

/** whole = C_D(Re) ½ ρ |u| π d²/4, of which the body fills the wake as far as it lies behind the bead. */
function resistSphere(elements: DragElements, i: number, { fluid, factors }: Laws): void {
	const d = elements.diameter[i]!;
	const re = ((fluid.density * d) / fluid.viscosity) * past.speed;
	const wake = 1 - (1 - factors.beadWake) * Math.abs(past.along / past.speed);
	pull.whole = wake * sphereDrag(re) * (0.5 * fluid.density) * past.speed * area(d);
}

/**
 * A bundle of like fibres, of each a share that still stands as if rigid (Luhar & Nepf) and a rest swept along: round
 * the axis, averaged over the azimuth; or trailing, which stands across the flow only as far as that comes from the
 * side.
 */
function resistFibres(elements: DragElements, i: number, laws: Laws, trails: boolean): void {
	const { fluid, factors } = laws;
	const d = elements.diameter[i]!;
	const l = elements.length[i]!;
	const { square, speed, along, across } = past;
	const re = ((fluid.density * d) / fluid.viscosity) * speed;
	const push = laws.cylinder(re) * (0.5 * fluid.density) * d * l;
	const share = effectiveLength((push * square * l * l) / elements.stiffness[i]!);
	const many = factors.dressing * elements.number[i]!;
	/** What stands square to the flow, over the speed's square. */
	const standing = many * factors.crossFlow * push * share;
	const sweeping =
		many * factors.friction * Math.PI * fluid.viscosity * axialFriction(SWEPT_ACROSS * re) * l;
	if (trails) {
		pull.normal = standing * across;
		pull.whole = sweeping * (1 - (across / speed) * share);
		return;
	}
	for (const sin2 of RING) {
		const seen = standing * Math.sqrt(along * along + across * across * sin2);
		pull.axial += seen / RING.length;
		pull.normal += (seen * sin2) / RING.length;
	}
	pull.whole = sweeping * (1 - share);
}

/** axial = C_shoulder ½ ρ |u_t| π d²/4 */
function resistShoulder(elements: DragElements, i: number, { fluid, factors }: Laws): void {
	const half = 0.5 * fluid.density;
	pull.axial = factors.blunt * SHOULDER_DRAG * half * -past.along * area(elements.diameter[i]!);
}

/** Hoerner's base drag, 0.029/√(forebody friction on the base), from memory. */
function resistBase(elements: DragElements, i: number, { fluid, factors }: Laws): void {
	const d = elements.diameter[i]!;
	const wetted = elements.slenderness[i]!;
	const reynolds = (fluid.density * d) / fluid.viscosity;
	// Wetted over base area is 4 L/d, which gives the run's length back.
	const reRun = Math.max(1, (reynolds * past.speed * wetted) / 4);
	const friction = (ROUGH_BODY * 1.328) / Math.sqrt(reRun);
	const coefficient = 0.029 / Math.sqrt(friction * wetted);
	pull.axial = factors.blunt * coefficient * (0.5 * fluid.density) * past.along * area(d);
}

/**
 * Drag that a piece of wire keeps of what it would have in the open stream: 1 − (1 − f) c², c the cosine
 * between the stream and the way to it from what shelters it. Before a bead and behind it alike; in the wake
 * of the body, and on a ring's far side, only downstream.
 *
 */
function leeOf(
	{ shelter, leeX, leeY, rimX, rimY }: DragElements,
	i: number,
	u: Readonly<Vector>,
	factors: DragFactors
): number {
	const x = u.x / past.speed;
	const y = u.y / past.speed;
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
