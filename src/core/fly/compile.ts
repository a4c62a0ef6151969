import type { BeliefValues } from '../belief/index';
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
import { buildFly, type Build } from './build';
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
	const build = buildFly(recipe, values);
	const parts = partsOf(build);
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
		body: {
			mass,
			volume,
			centreOfMass: { x: massX / mass, y: massY / mass },
			centreOfBuoyancy: { x: volumeX / volume, y: volumeY / volume },
			elements: elementsOf(build)
		},
		parts
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

/**
 * Lays rows out as the parallel columns of the door: all in one piece of memory, since ten
 * allocations would cost more than the physics.
 */
class ElementRows {
	private readonly kinds: number[] = [];
	private readonly numbers: number[] = [];

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
		this.kinds.push(kind);
		this.numbers.push(at.x, at.y, axis.x, axis.y);
		this.numbers.push(length, diameter, slenderness, number, stiffness);
	}

	columns(): DragElements {
		const count = this.kinds.length;
		const memory = new ArrayBuffer(count * (COLUMNS * 8 + 1));
		const column = (c: number) => new Float64Array(memory, c * count * 8, count);
		const all = new Float64Array(memory, 0, COLUMNS * count);
		for (let i = 0; i < count; i++) {
			for (let c = 0; c < COLUMNS; c++) all[c * count + i] = this.numbers[i * COLUMNS + c]!;
		}
		const kind = new Uint8Array(memory, COLUMNS * 8 * count, count);
		kind.set(this.kinds);
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
		const dx = piece.to.x - piece.from.x;
		const dy = piece.to.y - piece.from.y;
		const at = { x: piece.from.x + dx / 2, y: piece.from.y + dy / 2 };
		if (bead && Math.hypot(at.x - bead.seat, at.y) < bead.radius) continue;
		const chord = Math.hypot(dx, dy);
		rows.add(WIRE, at, { x: dx / chord, y: dy / chord }, piece.length, hook.wire);
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
