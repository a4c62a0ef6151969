import { math } from '../quantity/index';
import {
	BASE,
	BEHIND_BODY,
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
import type { Build } from './build';
import type { Bundle } from './bundles';
import { onShank, type ShankPoint } from './hook';
import { partNames, type PartName } from './parts';
import { girthOf } from './profile';

/** Float64 columns of DragElements, in the order in which they lie in memory. */
const COLUMNS = 14;
/** And bytes. */
const BYTES = 3;
/** More than hook, body, bead and fibres of any fly give. */
const MOST_ELEMENTS = 64;
/** Filled row by row, then copied out; kept, since a compile happens many times for each key press. */
const scratch = new Float64Array(MOST_ELEMENTS * COLUMNS);
const scratchKind = new Uint8Array(MOST_ELEMENTS);
const scratchPart = new Uint8Array(MOST_ELEMENTS);
const scratchShelter = new Uint8Array(MOST_ELEMENTS);

/** What a piece of wire, or what forks, has besides. */
interface Wire {
	readonly axisZ: number;
	readonly shelter: number;
	readonly lee: Point;
	readonly rim: Point;
}
const NO_WAY: Point = { x: 0, y: 0 };
const IN_PLANE: Wire = { axisZ: 0, shelter: OPEN, lee: NO_WAY, rim: NO_WAY };

/** One element, as DragElements says of its columns. */
interface Element {
	readonly kind: ElementKind;
	readonly part: PartName;
	readonly at: Point;
	readonly axis: Point;
	readonly length: number;
	readonly diameter: number;
	readonly slenderness?: number;
	readonly number?: number;
	readonly stiffness?: number;
	readonly wire?: Wire;
}

/** Lays rows out as the parallel columns of the door, all in one piece of memory. */
class ElementRows {
	private count = 0;

	add({
		kind,
		part,
		at,
		axis,
		length,
		diameter,
		slenderness = 0,
		number = 1,
		stiffness = 0,
		wire = IN_PLANE
	}: Element): void {
		if (this.count === MOST_ELEMENTS) {
			throw new Error('compileFly: a fly has more drag elements than are reserved for it');
		}
		scratchKind[this.count] = kind;
		scratchPart[this.count] = partNames.indexOf(part);
		scratchShelter[this.count] = wire.shelter;
		const row = this.count++ * COLUMNS;
		scratch[row] = at.x;
		scratch[row + 1] = at.y;
		scratch[row + 2] = axis.x;
		scratch[row + 3] = axis.y;
		scratch[row + 4] = length;
		scratch[row + 5] = diameter;
		scratch[row + 6] = slenderness;
		scratch[row + 7] = number;
		scratch[row + 8] = stiffness;
		scratch[row + 9] = wire.axisZ;
		scratch[row + 10] = wire.lee.x;
		scratch[row + 11] = wire.lee.y;
		scratch[row + 12] = wire.rim.x;
		scratch[row + 13] = wire.rim.y;
	}

	/** @param into columns to fill in place of new ones, if they are long enough */
	columns(into: DragElements | null): DragElements {
		const { count } = this;
		const found =
			into && into.kind.length >= count
				? { ...into, count }
				: emptyColumns(into ? MOST_ELEMENTS : count, count);
		const { x, y, axisX, axisY, length, diameter, slenderness, number, stiffness } = found;
		const { axisZ, leeX, leeY, rimX, rimY } = found;
		for (let i = 0, row = 0; i < count; i++, row += COLUMNS) {
			found.kind[i] = scratchKind[i]!;
			found.part[i] = scratchPart[i]!;
			found.shelter[i] = scratchShelter[i]!;
			x[i] = scratch[row]!;
			y[i] = scratch[row + 1]!;
			axisX[i] = scratch[row + 2]!;
			axisY[i] = scratch[row + 3]!;
			length[i] = scratch[row + 4]!;
			diameter[i] = scratch[row + 5]!;
			slenderness[i] = scratch[row + 6]!;
			number[i] = scratch[row + 7]!;
			stiffness[i] = scratch[row + 8]!;
			axisZ[i] = scratch[row + 9]!;
			leeX[i] = scratch[row + 10]!;
			leeY[i] = scratch[row + 11]!;
			rimX[i] = scratch[row + 12]!;
			rimY[i] = scratch[row + 13]!;
		}
		return found;
	}
}

/** Outside all along: what is before the end, and nothing after it. */
const NOWHERE = [1, 1] as const;

/** Which part of a line from a to b lies within a ball, as shares of its way; [1, 1] where none does. */
function insideOf(
	a: ShankPoint,
	b: ShankPoint,
	ball: { readonly x: number; readonly y: number; readonly radius: number }
): readonly [enters: number, leaves: number] {
	// |a + t (b − a) − centre|² = radius²
	const [dx, dy, dz] = [b.x - a.x, b.y - a.y, b.z - a.z];
	const [x, y, z] = [a.x - ball.x, a.y - ball.y, a.z];
	const square = dx * dx + dy * dy + dz * dz;
	const half = dx * x + dy * y + dz * z;
	const root = half * half - square * (x * x + y * y + z * z - ball.radius * ball.radius);
	if (!(root > 0)) return NOWHERE;
	const enters = Math.max(0, (-half - Math.sqrt(root)) / square);
	const leaves = Math.min(1, (-half + Math.sqrt(root)) / square);
	return leaves > enters ? [enters, leaves] : NOWHERE;
}

/** The way from a place to another, as a share of a length. */
const scaled = (to: Point, from: Point, length: number): Point => ({
	x: (to.x - from.x) / length,
	y: (to.y - from.y) / length
});
const unit = (to: Point, from: Point) =>
	scaled(to, from, Math.max(1e-9, math.hypot(to.x - from.x, to.y - from.y)));

/** Columns side by side in one piece of memory. */
function emptyColumns(length: number, count: number): DragElements {
	const memory = new ArrayBuffer(length * (COLUMNS * 8 + BYTES));
	const column = (c: number) => new Float64Array(memory, c * length * 8, length);
	return {
		count,
		kind: new Uint8Array(memory, COLUMNS * 8 * length, length),
		part: new Uint8Array(memory, (COLUMNS * 8 + 1) * length, length),
		shelter: new Uint8Array(memory, (COLUMNS * 8 + 2) * length, length),
		x: column(0),
		y: column(1),
		axisX: column(2),
		axisY: column(3),
		length: column(4),
		diameter: column(5),
		slenderness: column(6),
		number: column(7),
		stiffness: column(8),
		axisZ: column(9),
		leeX: column(10),
		leeY: column(11),
		rimX: column(12),
		rimY: column(13)
	};
}

/**
 * What the water meets: bead, bare wire, dressed body, fibres. A cone counts as a ball of its width.
 *
 * @param into elements that are wanted no more: their memory is used where it is long enough, and the
 *   columns may then be longer than `count`
 */
export function elementsOf(build: Build, into: DragElements | null = null): DragElements {
	const rows = new ElementRows();
	const ball = ballOf(build);
	if (ball) {
		rows.add({
			kind: SPHERE,
			part: 'bead',
			at: { x: ball.x, y: ball.y },
			axis: FORWARD,
			length: 0,
			diameter: 2 * ball.radius
		});
	}
	addWire(rows, build, ball);
	addBody(rows, build);
	for (const bundle of build.dressed.bundles) addBundle(rows, build, bundle);
	return rows.columns(into);
}

const FORWARD: Point = { x: -1, y: 0 };

interface Ball extends Point {
	readonly radius: number;
}

/** The bead, or a ball of a cone's width; where it sits. */
function ballOf({ bead }: Build): Ball | null {
	return bead && { x: bead.seat, y: bead.lift * math.cos(bead.turn), radius: bead.radius };
}

/** Bare wire: everything but the shank, which the dressing covers, cut off where it goes into the bead. */
function addWire(rows: ElementRows, { hook, dressed }: Build, ball: Ball | null): void {
	const { cuts } = dressed.outline;
	const ring = hook.eye.radius - hook.wire / 2;
	const tail = onShank(hook, cuts[cuts.length - 1]!).at;
	for (const { region, from: a, to: b, direction, length, twin } of hook.pieces) {
		if (region === 'shank') continue;
		const fore = region === 'eye' || region === 'neck';
		const by = fore ? ball : tail;
		const [enters, leaves] = ball ? insideOf(a, b, ball) : NOWHERE;
		for (const [start, end] of [
			[0, enters],
			[leaves, 1]
		] as const) {
			if (end <= start) continue;
			const middle = (start + end) / 2;
			const at = { x: a.x + middle * (b.x - a.x), y: a.y + middle * (b.y - a.y) };
			rows.add({
				kind: WIRE,
				part: 'hook',
				at,
				axis: direction,
				length: (end - start) * length,
				diameter: hook.wire,
				number: twin ? 2 : 1,
				wire: {
					axisZ: direction.z,
					shelter: !by ? OPEN : fore ? BY_BEAD : BEHIND_BODY,
					lee: by ? unit(at, by) : NO_WAY,
					rim: region === 'eye' ? scaled(at, hook.eye.centre, ring) : NO_WAY
				}
			});
		}
	}
}

/** The dressed body: a strip for each run of its outline, and the faces at its ends. */
function addBody(rows: ElementRows, build: Build): void {
	const { hook, bead, dressed } = build;
	const { met } = dressed;
	const { cuts, from, to } = met;
	/** Seen from the side, m². */
	let side = 0;
	let widest = 0;
	for (let i = 0; i < from.length; i++) {
		side += ((from[i]! + to[i]!) / 2) * (cuts[i + 1]! - cuts[i]!);
		const wide = Math.max(from[i]!, to[i]!);
		if (wide > Math.max(from[widest]!, to[widest]!)) widest = i;
	}
	const run = cuts[cuts.length - 1]! - cuts[0]!;
	const slenderness = (run * run) / side;
	for (let i = 0; i < from.length; i++) {
		const { at, direction } = onShank(hook, (cuts[i]! + cuts[i + 1]!) / 2);
		rows.add({
			kind: STRIP,
			part: outermost(build, i),
			at,
			axis: direction,
			length: cuts[i + 1]! - cuts[i]!,
			diameter: (from[i]! + to[i]!) / 2,
			slenderness
		});
	}
	// A body wider than the head meets the water with the part that stands out.
	const head = bead ? 2 * bead.radius : hook.wire;
	const girth = girthOf(met);
	if (girth > head) {
		rows.add({
			kind: SHOULDER,
			part: outermost(build, widest),
			at: onShank(hook, cuts[0]!).at,
			axis: FORWARD,
			length: 0,
			diameter: Math.sqrt(math.square(girth) - math.square(head))
		});
	}
	const end = onShank(hook, cuts[cuts.length - 1]!);
	const last = to[to.length - 1]!;
	rows.add({
		kind: BASE,
		part: outermost(build, from.length - 1),
		at: end.at,
		axis: end.direction,
		length: 0,
		diameter: last,
		slenderness: (Math.PI * side) / ((Math.PI / 4) * math.square(last))
	});
}

/** A bundle of fibres: trailing along the shank, hanging to the point's side as legs and wings do, or standing round it. */
function addBundle(
	rows: ElementRows,
	{ hook }: Build,
	{ part, root, count, length, strand, tilt, lift, aside }: Bundle
): void {
	const { at, direction } = onShank(hook, root);
	const { fibres, of } = strand.fur ?? { fibres: 1, of: strand };
	const alike = {
		part,
		axis: direction,
		diameter: of.diameter,
		number: count * fibres,
		stiffness: of.stiffness
	};
	if (tilt === 0) {
		const lifted = turnedBy(direction, lift);
		const inPlane = aside === 0 ? 1 : math.cos(aside);
		const axis = { x: inPlane * lifted.x, y: inPlane * lifted.y };
		const middle = { x: at.x + (length / 2) * axis.x, y: at.y + (length / 2) * axis.y };
		// What stands out of the plane stands for its mirror image, too: half of it to each side.
		const wire = aside === 0 ? IN_PLANE : { ...IN_PLANE, axisZ: math.sin(aside) };
		rows.add({ ...alike, axis, kind: TRAIL, at: middle, length, wire });
		return;
	}
	// What stands across the flow of a fibre that is tied in at an angle.
	const across = length * math.sin(tilt);
	const out = part === 'legs' || part === 'wings' ? across / 2 : 0;
	const centre = { x: at.x + out * direction.y, y: at.y - out * direction.x };
	rows.add({ ...alike, kind: FIBRES, at: centre, length: across });
}

/** @param angle radians, away from the point */
function turnedBy({ x, y }: Point, angle: number): Point {
	if (angle === 0) return { x, y };
	const [c, s] = [math.cos(angle), math.sin(angle)];
	return { x: c * x - s * y, y: c * y + s * x };
}

/** The part that the water meets on a run of the dressed body. */
function outermost({ recipe, dressed, coil }: Build, run: number): PartName {
	for (let i = dressed.layers.length - 1; i >= 0; i--) {
		const { part, under, over } = dressed.layers[i]!;
		if (over.from[run] !== under.from[run] || over.to[run] !== under.to[run]) return part;
	}
	const at = dressed.outline.cuts[run]!;
	return coil && recipe.coil && at >= coil.start - 1e-9 && at < coil.end ? 'coil' : 'hook';
}
