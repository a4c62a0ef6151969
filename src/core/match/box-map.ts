import {
	chanceAt,
	COARSE_CURVE,
	standOn,
	type ChanceCurve,
	type DriftQuestion
} from '../predict/index';
import { math, without } from '../quantity/index';
import type { Lie } from '../water/index';
import { smoothed, waterAt, type MapSpan } from './map-surface';
import type { SearchChannel } from './tasks';

/** Nodes of a map along each side: between them chances are drawn straight (our choice). */
export const MAP_NODES = 6;
/** Worlds of each point of a node's curve (our choice). */
const WORLDS = 16;

/** A fly that is carried, by what decides its chances in a water. */
export interface Carried {
	/** Sink rate in still water, m/s; 0 when it floats. */
	readonly speed: number;
	/** In water, N. */
	readonly weight: number;
}

/** What is known of a map: a curve at each node that was worked out, row by row of depth, shallow and slow first. */
export type MapCurves = readonly (ChanceCurve | null)[];

/** Places of some equal cells' middles along a side, 0 to 1. */
const middles = (cells: number): number[] =>
	Array.from({ length: cells }, (_, k) => (k + 0.5) / cells);

/** The order in which nodes are worked out: the corners first, then whatever is farthest from all that are there. */
export function nodeOrder(nodes: number = MAP_NODES): number[] {
	const place = (node: number) => [node % nodes, Math.floor(node / nodes)] as const;
	const order = [0, nodes * nodes - 1, nodes - 1, nodes * (nodes - 1)];
	const apart = (a: number, b: number) => {
		const [[x, y], [u, v]] = [place(a), place(b)];
		return math.hypot(x - u, y - v);
	};
	while (order.length < nodes * nodes) {
		let best = -1;
		let far = -1;
		for (let node = 0; node < nodes * nodes; node++) {
			const near = Math.min(...order.map((other) => apart(node, other)));
			if (near > far) [best, far] = [node, near];
		}
		order.push(best);
	}
	return order;
}

/**
 * The curves of a map, shared between channels; each point meets worlds of its own, and when all are there a smooth
 * surface is laid through them.
 *
 * @param question whose own depth and speed do not count; flies of its pattern's shape stand for all
 * @param found called with all curves after each, then with those of the surface, which has twice as many nodes less one
 *   along each side
 * @param nodes along each side
 * @returns whether it was not stopped
 */
export async function surveyed(
	question: DriftQuestion,
	span: MapSpan,
	channels: readonly SearchChannel[],
	found: (curves: MapCurves) => void,
	stopped: () => boolean = () => false,
	nodes: number = MAP_NODES
): Promise<boolean> {
	const logs = COARSE_CURVE.logs();
	// Of another depth or speed nothing was learned.
	const place: Lie = without(question.lie, 'key');
	const open = nodeOrder(nodes);
	let curves: MapCurves = open.map(() => null);
	await Promise.all(
		channels.map(async (channel) => {
			for (let node = open.shift(); node !== undefined && !stopped(); node = open.shift()) {
				const side = nodes - 1;
				const water = waterAt(span, (node % nodes) / side, Math.floor(node / nodes) / side);
				const here = { ...question, lie: { ...place, ...water } };
				const curve = await channel.ask({
					kind: 'curve',
					question: here,
					logs,
					worlds: WORLDS,
					apart: node
				});
				if (stopped()) return;
				curves = curves.with(node, curve);
				found(curves);
			}
		})
	);
	if (stopped()) return false;
	found(smoothed(curves as readonly ChanceCurve[], span, 2 * nodes - 1));
	return true;
}

/** The chance of a fly by one node's curve. */
const chanceOn = (curve: ChanceCurve, { speed, weight }: Carried): number =>
	speed > 0 && weight > 0 ? chanceAt(curve, standOn(curve, math.log(speed), math.log(weight))) : 0;

/**
 * The chance of a fly anywhere on a map: straight between the four nodes round it, each by its own curve, or the
 * nearest that is known while it is not.
 *
 * @param across of currents, 0 to 1 @param down of depths
 * @returns null while nothing is known
 */
export function chanceOnMap(
	curves: MapCurves,
	fly: Carried,
	across: number,
	down: number
): number | null {
	const side = Math.round(Math.sqrt(curves.length));
	const [x, y] = [across * (side - 1), down * (side - 1)];
	const [i, j] = [Math.min(side - 2, Math.floor(x)), Math.min(side - 2, Math.floor(y))];
	let sum = 0;
	for (const [u, v] of [
		[i, j],
		[i + 1, j],
		[i, j + 1],
		[i + 1, j + 1]
	] as const) {
		const curve = nearest(curves, side, u, v);
		if (!curve) return null;
		const weight = (1 - Math.abs(x - u)) * (1 - Math.abs(y - v));
		if (weight > 0) sum += weight * chanceOn(curve, fly);
	}
	return sum;
}

function nearest(curves: MapCurves, side: number, u: number, v: number): ChanceCurve | null {
	const own = curves[v * side + u];
	if (own) return own;
	let best: ChanceCurve | null = null;
	let near = Infinity;
	curves.forEach((curve, node) => {
		const far = math.hypot((node % side) - u, Math.floor(node / side) - v);
		if (curve && far < near) [best, near] = [curve, far];
	});
	return best;
}

/** What a map says of a place. */
export interface MapCell {
	readonly across: number;
	readonly down: number;
	/** The lightest of the best there, in the order that they were given in; null while nothing is known, or none is ever good. */
	readonly best: number | null;
	/** Of each fly. */
	readonly chances: readonly number[];
}

/** A chance this much below the best is as good to whoever fishes, who then takes the lighter fly (our choice). */
const NEARLY = 0.05;

/** Every cell of a map, shallow and slow first. @param cells along each side */
export function cellsOf(curves: MapCurves, flies: readonly Carried[], cells: number): MapCell[] {
	return middles(cells).flatMap((down) =>
		middles(cells).map((across) => {
			const chances = flies.map((fly) => chanceOnMap(curves, fly, across, down) ?? 0);
			const most = Math.max(0, ...chances);
			let best: number | null = null;
			chances.forEach((chance, k) => {
				if (chance === 0 || chance < most - NEARLY) return;
				if (best === null || flies[k]!.weight < flies[best]!.weight) best = k;
			});
			return { across, down, chances, best };
		})
	);
}

/** Chances nearer than this are alike to whoever fishes (our choice). */
const ALIKE = 0.08;

/** Pairs of flies that do the same wherever either does the job. @param enough the chance that does it */
export function doublesIn(cells: readonly MapCell[], enough: number): [number, number][] {
	const count = cells[0]?.chances.length ?? 0;
	const pairs: [number, number][] = [];
	for (let a = 0; a < count; a++) {
		for (let b = a + 1; b < count; b++) {
			const where = cells.filter(({ chances }) => Math.max(chances[a]!, chances[b]!) >= enough);
			const same = where.every(({ chances }) => Math.abs(chances[a]! - chances[b]!) < ALIKE);
			if (where.length > 0 && same) pairs.push([a, b]);
		}
	}
	return pairs;
}
