import type { BeliefName, BeliefValues } from '../belief/index';
import {
	BASE,
	FIBRES,
	SHOULDER,
	SPHERE,
	STRIP,
	WIRE,
	type DragElements,
	type FlyBody,
	type Point
} from '../body/index';
import { buildFly, rebuildFly, type Build } from './build';
import { onShank } from './hook';
import type { Recipe } from './recipe';

export type PartName = 'hook' | 'bead' | 'coil' | 'dressing';

/** One part's share of the fly: kg, m³, centre in the fly's frame. */
export interface PartMass {
	readonly part: PartName;
	readonly mass: number;
	readonly volume: number;
	readonly centre: Point;
}

export interface CompiledFly {
	readonly body: FlyBody;
	/** In tie-on order; parts that the recipe leaves out are not listed. */
	readonly parts: readonly PartMass[];
}

/** recipe + beliefs → FlyBody. Lengths in metres, masses in kg. */
export function compileFly(recipe: Recipe, values: BeliefValues): CompiledFly {
	return compileBuild(buildFly(recipe, values));
}

/** The FlyBody of a built fly, with its parts. */
export function compileBuild(build: Build): CompiledFly {
	const parts = partsOf(build);
	return { body: bodyOf(parts, elementsOf(build)), parts };
}

/**
 * The FlyBody with one belief moved off the point at which `build` was made: the same as compileFly
 * at `values`, keeping what that belief does not touch.
 */
export function compileNear(
	build: Build,
	body: FlyBody,
	values: BeliefValues,
	moved: BeliefName
): FlyBody {
	const near = rebuildFly(build, values, moved);
	if (near === build) return body;
	return bodyOf(partsOf(near), weightOnly(moved) ? body.elements : elementsOf(near));
}

const weightOnly = (moved: BeliefName) => moved.endsWith('.density') || moved === 'dressing.mass';

function bodyOf(parts: readonly PartMass[], elements: DragElements): FlyBody {
	let mass = 0;
	let volume = 0;
	let massX = 0;
	let massY = 0;
	let volumeX = 0;
	let volumeY = 0;
	for (const part of parts) {
		mass += part.mass;
		volume += part.volume;
		massX += part.mass * part.centre.x;
		massY += part.mass * part.centre.y;
		volumeX += part.volume * part.centre.x;
		volumeY += part.volume * part.centre.y;
	}
	return {
		mass,
		volume,
		centreOfMass: { x: massX / mass, y: massY / mass },
		centreOfBuoyancy: { x: volumeX / volume, y: volumeY / volume },
		elements
	};
}

function partsOf(build: Build): PartMass[] {
	const { hook, bead, coil, dressing } = build;
	const parts: PartMass[] = [
		{ part: 'hook', mass: hook.mass, volume: hook.volume, centre: hook.centre }
	];
	if (bead) {
		parts.push({
			part: 'bead',
			mass: bead.mass,
			volume: bead.volume,
			centre: { x: bead.seat + bead.centroid.s, y: bead.centroid.y }
		});
	}
	if (coil) {
		parts.push({
			part: 'coil',
			mass: coil.mass,
			volume: coil.volume,
			centre: onShank(hook, (coil.start + coil.end) / 2).at
		});
	}
	parts.push({
		part: 'dressing',
		mass: dressing.mass,
		volume: dressing.volume,
		centre: onShank(hook, dressing.centre).at
	});
	return parts;
}

/** Float64 columns of DragElements, in the order in which they lie in memory. */
const COLUMNS = 9;
/** More than hook, body and bead of any fly give. */
const MOST_ELEMENTS = 64;
/** Filled row by row, then copied out; kept, since a compile happens many times for each key press. */
const scratch = new Float64Array(MOST_ELEMENTS * COLUMNS);
const scratchKind = new Uint8Array(MOST_ELEMENTS);

/** Lays rows out as the parallel columns of the door, all in one piece of memory. */
class ElementRows {
	private count = 0;

	add(
		kind: number,
		at: Point,
		axis: Point,
		length: number,
		diameter: number,
		slenderness = 0,
		number = 1,
		stiffness = 0
	): void {
		if (this.count === MOST_ELEMENTS) {
			throw new Error('compileFly: a fly has more drag elements than are reserved for it');
		}
		scratchKind[this.count] = kind;
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
	}

	columns(): DragElements {
		const { count } = this;
		const memory = new ArrayBuffer(count * (COLUMNS * 8 + 1));
		const column = (c: number) => {
			const values = new Float64Array(memory, c * count * 8, count);
			for (let i = 0; i < count; i++) values[i] = scratch[i * COLUMNS + c]!;
			return values;
		};
		const kind = new Uint8Array(memory, COLUMNS * 8 * count, count);
		for (let i = 0; i < count; i++) kind[i] = scratchKind[i]!;
		return {
			count,
			kind,
			x: column(0),
			y: column(1),
			axisX: column(2),
			axisY: column(3),
			length: column(4),
			diameter: column(5),
			slenderness: column(6),
			number: column(7),
			stiffness: column(8)
		};
	}
}

function elementsOf(build: Build): DragElements {
	const { hook, bead, dressing } = build;
	const rows = new ElementRows();
	const stations = dressing.stations;
	const first = stations[0]!;
	const last = stations[stations.length - 1]!;
	const forward = { x: -1, y: 0 };

	if (bead) rows.add(SPHERE, { x: bead.seat, y: 0 }, forward, 0, 2 * bead.radius);

	// Bare wire: everything but the shank, which the dressing covers, less what is inside the bead.
	for (const piece of hook.pieces) {
		if (piece.region === 'shank') continue;
		const at = { x: (piece.from.x + piece.to.x) / 2, y: (piece.from.y + piece.to.y) / 2 };
		if (bead && (at.x - bead.seat) ** 2 + at.y ** 2 < bead.radius ** 2) continue;
		rows.add(WIRE, at, piece.direction, piece.length, hook.wire);
	}

	const run = last.s - first.s;
	let side = 0;
	for (let i = 1; i < stations.length; i++) {
		const a = stations[i - 1]!;
		const b = stations[i]!;
		side += ((a.diameter + b.diameter) / 2) * (b.s - a.s);
	}
	const slenderness = (run * run) / side;
	for (let i = 1; i < stations.length; i++) {
		const a = stations[i - 1]!;
		const b = stations[i]!;
		const { at, direction } = onShank(hook, (a.s + b.s) / 2);
		rows.add(STRIP, at, direction, b.s - a.s, (a.diameter + b.diameter) / 2, slenderness);
	}
	// A body wider than the head meets the water with the part that stands out.
	const head = bead ? 2 * bead.radius : hook.wire;
	const girth = Math.max(...stations.map((station) => station.diameter));
	if (girth > head) {
		const annulus = Math.sqrt(girth ** 2 - head ** 2);
		rows.add(SHOULDER, onShank(hook, first.s).at, forward, 0, annulus);
	}
	const end = onShank(hook, last.s);
	const base = (Math.PI / 4) * last.diameter ** 2;
	rows.add(BASE, end.at, end.direction, 0, last.diameter, (Math.PI * side) / base);

	const { root, count, length, diameter, stiffness } = dressing.fibres;
	const tied = onShank(hook, root);
	rows.add(FIBRES, tied.at, tied.direction, length, diameter, 0, count, stiffness);
	return rows.columns();
}
