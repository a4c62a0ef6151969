import { math } from '../quantity/index';
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
	type ElementKind,
	type Point
} from '../body/index';
import type { Fluid } from '../water/index';
import type { DragFactors } from './drag-factors';
import { axialFriction, effectiveLength, sphereDrag } from './drag-laws';
import { stripVolume } from './envelope';

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
const RING = Float64Array.from([1, 3, 5, 7, 9, 11, 13, 15], (k) =>
	math.square(math.sin((k * Math.PI) / 32))
);
/** Friction of a laminar plate at Re 1 of its run (Blasius). */
const BLASIUS = 1.328;
/** Base drag over the root of the forebody's friction on the base (Hoerner, from memory). */
const HOERNER_BASE = 0.029;
/** Below this speed, m/s, nothing in the water pulls (our choice). */
const STILL = 1e-9;

/** What is the same for all elements of a body while it is solved. */
export interface Laws {
	readonly fluid: Fluid;
	readonly factors: DragFactors;
	/** The cylinder's drag, */
	readonly cylinder: (re: number) => number;
	/** and what a strip keeps of it for being short. */
	readonly short: number;
	/** Of a strip's volume of water, the part that turns it across the stream (Munk): k (across − along). */
	readonly turning: number;
}

/**
 * Drag elements in their water, a row each: whatever of the laws does not change with the speed is worked out once,
 * because an element is asked for its force some thousand times for each key press.
 */
export interface Rows {
	readonly count: number;
	readonly kind: Uint8Array;
	/** count × ROW */
	readonly row: Float64Array;
	readonly cylinder: (re: number) => number;
}

const ROW = 19;
/** Places in a row. Where it is from the centre of mass, m, and its axis. */
const X = 0;
const Y = 1;
const AXIS_X = 2;
const AXIS_Y = 3;
const AXIS_Z = 4;
/** Re of a speed, s/m: ρ d/μ. */
const REYNOLDS = 5;
/** Pressure on it at a coefficient of 1 over the speed's square, kg/m. */
const PRESSURE = 6;
/** Friction at a coefficient of 1 over the speed, kg/s: k π μ l. */
const FRICTION = 7;
/** Friction as on a plate at Re 1 over the speed's square, kg/m, and Re of its run of a speed, s/m. */
const PLATE = 8;
const RUN = 9;
/** Fibres: Cauchy number at a coefficient of 1 over the speed’s square, s²/m². */
const CAUCHY = 10;
/** Munk's moment over the product of the speeds along and across, kg. */
const TURNING = 11;
/**
 * Wire: way to it from what shelters it, share that the lee takes off (of a sphere its wake), whether only downstream;
 * and outwards from a ring's centre, with the share that its far side loses.
 */
const LEE_X = 12;
const LEE_Y = 13;
const LEE = 14;
const DOWNSTREAM = 15;
const RIM_X = 16;
const RIM_Y = 17;
const RIM = 18;

/** @param centre from which places and moments are taken */
export function packed(elements: DragElements, centre: Point, laws: Laws): Rows {
	const { count, kind } = elements;
	const { fluid, factors, cylinder } = laws;
	const row = new Float64Array(count * ROW);
	const half = 0.5 * fluid.density * factors.whole;
	const perMetre = fluid.density / fluid.viscosity;
	const rubbing = Math.PI * fluid.viscosity * factors.whole;
	for (let i = 0; i < count; i++) {
		const r = i * ROW;
		const d = elements.diameter[i]!;
		const l = elements.length[i]!;
		row[r + X] = elements.x[i]! - centre.x;
		row[r + Y] = elements.y[i]! - centre.y;
		row[r + AXIS_X] = elements.axisX[i]!;
		row[r + AXIS_Y] = elements.axisY[i]!;
		row[r + AXIS_Z] = elements.axisZ[i]!;
		row[r + REYNOLDS] = perMetre * d;
		const one = kind[i] as ElementKind;
		switch (one) {
			case WIRE:
				row[r + PRESSURE] = factors.crossFlow * half * d * l;
				row[r + FRICTION] = factors.friction * rubbing * l;
				row[r + PLATE] = factors.friction * BLASIUS * half * Math.PI * d * l;
				row[r + RUN] = perMetre * WIRE_RUN * d;
				shelter(elements, i, factors, row, r);
				break;
			case STRIP:
				row[r + PRESSURE] = factors.crossFlow * laws.short * half * d * l;
				row[r + FRICTION] = factors.friction * rubbing * l;
				row[r + PLATE] = factors.friction * ROUGH_BODY * BLASIUS * half * Math.PI * d * l;
				row[r + RUN] = perMetre * elements.slenderness[i]! * d;
				row[r + TURNING] = laws.turning * 2 * half * stripVolume(elements, i);
				break;
			case SPHERE:
				row[r + PRESSURE] = half * area(d);
				row[r + LEE] = 1 - factors.beadWake;
				break;
			case FIBRES:
			case TRAIL: {
				// Half of what forks is on this side.
				const many = (factors.dressing * elements.number[i]!) / (elements.axisZ[i] === 0 ? 1 : 2);
				row[r + PRESSURE] = many * factors.crossFlow * half * d * l;
				row[r + FRICTION] = many * factors.friction * rubbing * l;
				row[r + CAUCHY] = (0.5 * fluid.density * d * l * l * l) / elements.stiffness[i]!;
				break;
			}
			case SHOULDER:
				row[r + PRESSURE] = factors.blunt * SHOULDER_DRAG * half * area(d);
				break;
			case BASE: {
				// Wetted over base area is 4 L/d, which gives the run's length back.
				const wetted = elements.slenderness[i]!;
				row[r + RUN] = (perMetre * d * wetted) / 4;
				const atOne = HOERNER_BASE / Math.sqrt(ROUGH_BODY * BLASIUS * wetted);
				row[r + PRESSURE] = factors.blunt * atOne * half * area(d);
				break;
			}
			default: {
				const unknown: never = one;
				throw new Error(`packed: unknown element kind ${String(unknown)}`);
			}
		}
	}
	return { count, kind, row, cylinder };
}

function shelter(
	{ shelter: by, leeX, leeY, rimX, rimY }: DragElements,
	i: number,
	{ eyeShelter, bendShelter, ringShelter }: DragFactors,
	row: Float64Array,
	r: number
): void {
	if (by[i] !== OPEN) {
		row[r + LEE_X] = leeX[i]!;
		row[r + LEE_Y] = leeY[i]!;
		row[r + LEE] = 1 - (by[i] === BY_BEAD ? eyeShelter : bendShelter);
		row[r + DOWNSTREAM] = by[i] === BY_BEAD ? 0 : 1;
	}
	row[r + RIM_X] = rimX[i]!;
	row[r + RIM_Y] = rimY[i]!;
	row[r + RIM] = 1 - ringShelter;
}

/** What the water does to some elements together. */
export interface Pull {
	/** N, in the fly's frame; z stands out of the hook's plane. */
	x: number;
	y: number;
	z: number;
	/** N m about the centre, out of the hook's plane, from x towards y. */
	moment: number;
	/** Σ of the force out of the plane × how far up along `up` it acts, N m. */
	lever: number;
}
export const noPull = (): Pull => ({ x: 0, y: 0, z: 0, moment: 0, lever: 0 });

/** How the water goes past a fly: velocity past the centre, m/s, in the fly's frame, z out of the hook's plane. */
export interface Stream {
	x: number;
	y: number;
	z: number;
	/** How fast the fly turns from x towards y, rad/s. */
	spin: number;
}

/** How the water goes past an element: u, u², |u|, u · axis and what is left across it, m/s, */
const UX = 0;
const UY = 1;
const SQUARE = 2;
const SPEED = 3;
const ALONG = 4;
const ACROSS = 5;
/** from x towards y if it is in the plane. */
const TURNED = 6;
/** Resistances, N s/m: to the velocity across the axis, along it, and whole. */
const NORMAL = 7;
const AXIAL = 8;
const WHOLE = 9;
/** Memory of one element at a time: numbers that go from function to function here need none of their own. */
const felt = new Float64Array(10);

/**
 * The water's force on elements from one up to another, by strip theory:
 *
 *   F = (normal + whole) u + (axial − normal) (u · axis) axis
 *
 * with three resistances, N s/m: to the velocity across the axis, along it, and whichever way it goes. Wire, strips
 * and trailing fibres: cross-flow principle (Hoerner): the pressure part acts square to the axis with the square of
 * the normal speed, friction along it. A ring of fibres: the same, averaged round the axis. Faces push along their
 * own normal. What stands out of the plane stands for its mirror image, too.
 *
 * @param up unit direction along which `lever` is taken; only looked at where the water comes from the side
 * @param out where the result is left
 */
export function pullOnRows(
	rows: Rows,
	from: number,
	to: number,
	{ x: ux, y: uy, z, spin }: Readonly<Stream>,
	up: Point,
	out: Pull
): void {
	const { kind, row } = rows;
	let [fx, fy, fz, moment, lever] = [0, 0, 0, 0, 0];
	for (let i = from; i < to; i++) {
		const r = i * ROW;
		const rx = row[r + X]!;
		const ry = row[r + Y]!;
		// The water past a place that the turning fly moves itself.
		const x = ux + spin * ry;
		const y = uy - spin * rx;
		const square = x * x + y * y + z * z;
		if (square < STILL * STILL) continue;
		felt[UX] = x;
		felt[UY] = y;
		felt[SQUARE] = square;
		felt[SPEED] = Math.sqrt(square);
		const axisX = row[r + AXIS_X]!;
		const axisY = row[r + AXIS_Y]!;
		const outwards = row[r + AXIS_Z]!;
		// With nothing from the side the image feels the same, and what it feels to the side takes the other's away.
		const alike = outwards !== 0 && z === 0;
		const twice = alike ? 2 : 1;
		for (let side = outwards === 0 || alike ? 1 : -1; side <= 1; side += 2) {
			const axisZ = side * outwards;
			meet(axisX, axisY, axisZ, z);
			resist(rows, i);
			const evenly = felt[NORMAL]! + felt[WHOLE]!;
			const lengthwise = (felt[AXIAL]! - felt[NORMAL]!) * felt[ALONG]!;
			const px = twice * (evenly * x + lengthwise * axisX);
			const py = twice * (evenly * y + lengthwise * axisY);
			fx += px;
			fy += py;
			moment += rx * py - ry * px;
			if (z === 0) continue;
			const pz = evenly * z + lengthwise * axisZ;
			fz += pz;
			lever += pz * (rx * up.x + ry * up.y);
		}
		// Munk's moment: ideal flow turns a slender body across the stream.
		if (kind[i] === STRIP) moment -= row[r + TURNING]! * felt[ALONG]! * felt[TURNED]!;
	}
	out.x = fx;
	out.y = fy;
	out.z = fz;
	out.moment = moment;
	out.lever = lever;
}

/** The water past an element, along its axis and across. */
function meet(axisX: number, axisY: number, axisZ: number, z: number): void {
	const x = felt[UX]!;
	const y = felt[UY]!;
	const turned = axisX * y - axisY * x;
	felt[ALONG] = axisX * x + axisY * y + axisZ * z;
	felt[TURNED] = turned;
	felt[ACROSS] =
		axisZ === 0 && z === 0
			? Math.abs(turned)
			: math.hypot(axisY * z - axisZ * y, axisZ * x - axisX * z, turned);
}

function resist({ kind, row, cylinder }: Rows, i: number): void {
	felt[NORMAL] = felt[AXIAL] = felt[WHOLE] = 0;
	const r = i * ROW;
	const along = felt[ALONG]!;
	switch (kind[i] as ElementKind) {
		case WIRE:
			resistWire(row, r, cylinder);
			break;
		case STRIP: {
			const re = row[r + REYNOLDS]! * felt[ACROSS]!;
			felt[NORMAL] = crossFlow(row, r, cylinder, re);
			felt[AXIAL] = Math.max(row[r + FRICTION]! * axialFriction(re), plateFriction(row, r));
			break;
		}
		case SPHERE: {
			// C_D(Re) ½ ρ |u| π d²/4, of which the body fills the wake as far as it lies behind the bead.
			const speed = felt[SPEED]!;
			const wake = 1 - row[r + LEE]! * Math.abs(along / speed);
			felt[WHOLE] = wake * sphereDrag(row[r + REYNOLDS]! * speed) * row[r + PRESSURE]! * speed;
			break;
		}
		case FIBRES:
			resistFibres(row, r, cylinder, false);
			break;
		case TRAIL:
			resistFibres(row, r, cylinder, true);
			break;
		case SHOULDER:
			// C_shoulder ½ ρ |u_t| π d²/4, where it meets the water.
			if (along < 0) felt[AXIAL] = row[r + PRESSURE]! * -along;
			break;
		case BASE:
			// Hoerner's base drag, 0.029/√(forebody friction on the base), from memory, where the water leaves it.
			if (along > 0) {
				const re = Math.max(1, row[r + RUN]! * felt[SPEED]!);
				felt[AXIAL] = row[r + PRESSURE]! * Math.sqrt(Math.sqrt(re)) * along;
			}
			break;
	}
}

function resistWire(row: Float64Array, r: number, cylinder: Rows['cylinder']): void {
	const across = felt[ACROSS]!;
	const re = row[r + REYNOLDS]! * across;
	let friction = row[r + FRICTION]! * axialFriction(re);
	// Plate friction, where there is hardly any cross-flow.
	if (across < WIRE_PLATE * Math.abs(felt[ALONG]!)) {
		friction = Math.max(friction, plateFriction(row, r));
	}
	const left = leeOf(row, r);
	felt[NORMAL] = left * crossFlow(row, r, cylinder, re);
	felt[AXIAL] = left * friction;
}

/**
 * A bundle of like fibres, of each a share that still stands as if rigid (Luhar & Nepf) and a rest swept along: round
 * the axis, averaged over the azimuth; or trailing, which stands across the flow only as far as that comes from the
 * side.
 */
function resistFibres(
	row: Float64Array,
	r: number,
	cylinder: Rows['cylinder'],
	trails: boolean
): void {
	const along = felt[ALONG]!;
	const across = felt[ACROSS]!;
	const re = row[r + REYNOLDS]! * felt[SPEED]!;
	const coefficient = cylinder(re);
	const share = effectiveLength(row[r + CAUCHY]! * coefficient * felt[SQUARE]!);
	/** What stands square to the flow, over the speed's square. */
	const standing = row[r + PRESSURE]! * coefficient * share;
	const sweeping = row[r + FRICTION]! * axialFriction(SWEPT_ACROSS * re);
	if (trails) {
		felt[NORMAL] = standing * across;
		felt[WHOLE] = sweeping * (1 - (across / felt[SPEED]!) * share);
		return;
	}
	let normal = 0;
	let axial = 0;
	for (let k = 0; k < RING.length; k++) {
		const sin2 = RING[k]!;
		const seen = Math.sqrt(along * along + across * across * sin2);
		axial += seen;
		normal += seen * sin2;
	}
	felt[AXIAL] = (standing / RING.length) * axial;
	felt[NORMAL] = (standing / RING.length) * normal;
	felt[WHOLE] = sweeping * (1 - share);
}

/** k C_D(Re) ½ ρ |u_n| d l, of a cylinder across the stream; Re of the cross-flow, from which it is. */
const crossFlow = (row: Float64Array, r: number, cylinder: Rows['cylinder'], re: number): number =>
	re <= 1e-9 ? 0 : row[r + PRESSURE]! * cylinder(re) * felt[ACROSS]!;

/** Laminar plate friction (Blasius) of a run on the surface of a cylinder: 1.328/√Re_run ½ ρ |u_t| π d l. */
function plateFriction(row: Float64Array, r: number): number {
	const tangent = Math.abs(felt[ALONG]!);
	return (row[r + PLATE]! * tangent) / Math.sqrt(Math.max(row[r + RUN]! * tangent, 1));
}

/**
 * Drag that a piece of wire keeps of what it would have in the open stream: 1 − (1 − f) c², c the cosine
 * between the stream and the way to it from what shelters it. Before a bead and behind it alike; in the wake
 * of the body, and on a ring's far side, only downstream.
 */
function leeOf(row: Float64Array, r: number): number {
	const x = felt[UX]! / felt[SPEED]!;
	const y = felt[UY]! / felt[SPEED]!;
	let left = 1;
	const lee = row[r + LEE]!;
	if (lee !== 0) {
		const c = row[r + LEE_X]! * x + row[r + LEE_Y]! * y;
		if (c > 0 || row[r + DOWNSTREAM] === 0) left -= lee * c * c;
	}
	const far = row[r + RIM_X]! * x + row[r + RIM_Y]! * y;
	if (far > 0) left *= 1 - row[r + RIM]! * far * far;
	return left;
}

const area = (diameter: number) => (Math.PI / 4) * diameter * diameter;
