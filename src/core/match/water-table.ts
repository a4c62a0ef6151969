import { COARSE_CURVE } from '../predict/index';
import { math, without } from '../quantity/index';
import { controlOf, openControls } from '../rig/index';
import type { Lie } from '../water/index';
import { chanceOnMap, type MapCurves } from './box-map';
import { waterAt, type MapSpan } from './map-surface';
import { middleOf, type BoxFly, type Place } from './outing';
import type { SearchChannel } from './tasks';

/** Nodes along each side of a table (our choice). */
const TABLE_NODES = 4;
/** From so much of a lie's depth and current to so many times of it: a river falls and rises (our choice). */
const SPAN = [0.6, 1.5] as const;
/** Water that stands still is tabled up to this current, m/s. */
const LEAST_SPEED = 0.1;

/** What the flies of a box do in the waters round a lie, at a few nodes: small, and read at once. */
export interface WaterTable {
	readonly span: MapSpan;
	/** Of each fly of the box, 0 to 1, at each node: shallow and slow first. */
	readonly chances: readonly (readonly number[])[];
	/** The controls that are found for the best fly there, in the order in which the rig's way has them. SI. */
	readonly held: readonly (readonly number[])[];
}

/** The waters round a lie. */
const spanRound = ({ depth, surfaceSpeed }: Lie): MapSpan => ({
	depths: [SPAN[0] * depth, SPAN[1] * depth],
	speeds: [SPAN[0] * surfaceSpeed, Math.max(LEAST_SPEED, SPAN[1] * surfaceSpeed)]
});

/**
 * Tables for some places, shared between channels: at each node a curve for all flies, and a hand for the best.
 *
 * @param report called with the share that is done
 * @returns null when it was stopped, or the box has nothing that sinks
 */
export async function waterTables(
	places: readonly Place[],
	box: readonly BoxFly[],
	channels: readonly SearchChannel[],
	report: (share: number) => void,
	stopped: () => boolean = () => false
): Promise<WaterTable[] | null> {
	const pattern = middleOf(box);
	if (!pattern) return null;
	const side = TABLE_NODES;
	const spans = places.map(({ lie }) => spanRound(lie));
	const tables = places.map(() => ({ chances: [] as number[][], held: [] as number[][] }));
	const open = places.flatMap((_, k) =>
		Array.from({ length: side * side }, (__, node) => ({ k, node }))
	);
	const all = open.length;
	let done = 0;
	await Promise.all(
		channels.map(async (channel) => {
			for (let next = open.shift(); next && !stopped(); next = open.shift()) {
				const { k, node } = next;
				const place = places[k]!;
				const [across, down] = [(node % side) / (side - 1), Math.floor(node / side) / (side - 1)];
				// Of another depth or speed nothing was learned.
				const lie = { ...without(place.lie, 'key'), ...waterAt(spans[k]!, across, down) };
				const here = { ...place, lie: { ...lie, zoneTop: Math.min(lie.zoneTop, lie.depth) } };
				const curve = await channel.ask({
					kind: 'curve',
					question: { ...here, recipe: pattern.recipe },
					logs: COARSE_CURVE.logs(),
					worlds: COARSE_CURVE.worlds
				});
				const curves: MapCurves = [curve, curve, curve, curve];
				const chances = box.map((fly) => chanceOnMap(curves, fly, 0, 0) ?? 0);
				const { recipe } = box[bestIn(chances)] ?? pattern;
				const hand = await channel.ask({ kind: 'hold', question: { ...here, recipe } });
				if (stopped()) return;
				tables[k]!.chances[node] = chances.map(rounded);
				tables[k]!.held[node] = openControls(place.rig).map((control) =>
					rounded(controlOf(hand.rig, control))
				);
				report(++done / all);
			}
		})
	);
	return stopped() ? null : tables.map((table, k) => ({ span: spans[k]!, ...table }));
}

const rounded = (value: number) => Math.round(1000 * value) / 1000;

/** The best of some chances; −1 of none. */
const bestIn = (chances: readonly number[]): number =>
	chances.reduce((best, chance, k) => (chance > (chances[best] ?? -1) ? k : best), -1);

/**
 * What a table says of a water: straight between its nodes, at the edge beyond them.
 *
 * @param depth m @param surfaceSpeed m/s
 */
export function readTable(
	{ span, chances, held }: WaterTable,
	depth: number,
	surfaceSpeed: number
): {
	readonly chances: readonly number[];
	readonly held: readonly number[];
	readonly inside: boolean;
} {
	const share = ([from, to]: readonly [number, number], value: number) =>
		to > from ? (value - from) / (to - from) : 0;
	const [across, down] = [share(span.speeds, surfaceSpeed), share(span.depths, depth)];
	const side = Math.round(Math.sqrt(chances.length));
	const clamp = (x: number) => Math.max(0, Math.min(1, x));
	const [x, y] = [clamp(across) * (side - 1), clamp(down) * (side - 1)];
	const [i, j] = [Math.min(side - 2, Math.floor(x)), Math.min(side - 2, Math.floor(y))];
	const between = (rows: readonly (readonly number[])[]) =>
		rows[0]!.map((_, k) => {
			const at = (u: number, v: number) => rows[v * side + u]![k]!;
			const top = at(i, j) + (x - i) * (at(i + 1, j) - at(i, j));
			const below = at(i, j + 1) + (x - i) * (at(i + 1, j + 1) - at(i, j + 1));
			return top + (y - j) * (below - top);
		});
	return {
		chances: between(chances),
		held: between(held),
		inside: math.hypot(across - clamp(across), down - clamp(down)) === 0
	};
}
