import { math } from '../quantity/index';
import type { Column, Line } from '../body/index';
import { GRAVITY } from '../material/index';
import { cut, landed } from './cut';
import { isEnd, type ChainParts } from './chain-parts';
import { loaderOf } from './load';
import { tensionOf } from './segment';
import type { Eddies } from './eddies';
import type { Hung, Load, State } from './state';
import { heldEnd } from './upper-end';

/** Stretch of the line where it carries the heaviest thing that hangs on it; real nylon gives less (our choice). */
const STRETCH = 5e-4;
/** The bed, as a spring under whatever sinks into it: this deep under the flies' weight, m (our choice). */
const BED_GIVES = 5e-4;

/**
 * Fly and line as a chain in the vertical plane of the current: nodes with mass, between them
 * segments that pull when they are stretched and go slack otherwise.
 *
 * A dropper is a branch of it: one more node, with the fly on it, that a segment joins to its knot.
 *
 * x runs downstream from where the fly touches the water, z up from the bed's datum. Node 0 is the
 * line's upper end, node n the lower. Segments weigh, in water less, take drag across (cylinder) and
 * friction along their length from the water at their middle, and move water along across themselves.
 * Out of the plane nothing happens: the rod is taken to be held over the drift.
 */
export interface Chain extends ChainParts {
	/** Segments; segment i lies between nodes i and `to[i]`. */
	readonly n: number;
	/** Which node each fly sits on. */
	readonly flyAt: readonly number[];
	/** The segment on which each fly hangs; −1 at the upper end. */
	readonly heldBy: readonly number[];
	/** As the cast leaves it; the caller's own. */
	readonly start: State;
	/** Of all flies in water, N. */
	readonly weight: number;
	/** Forces and their derivatives. @param gh γh of the implicit stage, s; 0 for the forces alone */
	load(state: State, gh: number, eddies: Eddies, out: Load): void;
	/** Tension of a segment, N. */
	tension(state: State, i: number): number;
}

/**
 * @param flies from the line's lower end up
 * @param segments about how many the line is cut into
 */
export function chainOf(
	flies: readonly Hung[],
	column: Column,
	line: Line,
	segments: number
): Chain {
	const pieces = cut(flies, line, segments);
	const { to, rest, diameter, density, flyAt } = pieces;
	const start = landed(line, column, pieces);
	const top = heldEnd(line.top, column, start.x[0]!);
	const weight = flies.reduce((sum, { fly }) => sum + Math.max(0, fly.weight), 0);
	// What pulls most: the flies' weight, the line's own in the air, or its drag in the surface's stream.
	let lineInAir = 0;
	let dragged = 0;
	rest.forEach((l, i) => {
		lineInAir += GRAVITY * l * (Math.PI / 4) * math.square(diameter[i]!) * density[i]!;
		dragged +=
			0.5 * column.density * 1.5 * diameter[i]! * l * math.square(0.3 * column.surfaceSpeed);
	});
	const stiffness = Math.max(weight, lineInAir, dragged, 1e-5) / STRETCH;
	const area = (i: number) => (Math.PI / 4) * math.square(diameter[i]!);
	const parts: ChainParts = {
		column,
		to,
		rest,
		diameter,
		stiffness,
		top,
		halfMass: rest.map((l, i) => (l * area(i) * density[i]!) / 2),
		halfWater: rest.map((l, i) => (l * area(i) * column.density) / 2),
		bedSpring: Math.max(weight, 1e-5) / BED_GIVES,
		hung: flies.map(({ fly }, k) => ({ fly, at: flyAt[k]! }))
	};
	// Made when it is asked for: the compiled kernel does without.
	let loader: ReturnType<typeof loaderOf> | null = null;
	return {
		...parts,
		n: rest.length,
		flyAt,
		heldBy: flyAt.map((at) =>
			isEnd(to, at) ? at : at === 0 ? -1 : isEnd(to, at - 1) ? at - 2 : at - 1
		),
		start,
		weight,
		load: (state, gh, eddies, out) => (loader ??= loaderOf(parts))(state, gh, eddies, out),
		tension: ({ x, z }, i) =>
			tensionOf(stiffness, math.hypot(x[to[i]!]! - x[i]!, z[to[i]!]! - z[i]!) / rest[i]! - 1)
	};
}
