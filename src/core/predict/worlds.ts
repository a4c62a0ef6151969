import {
	prior,
	scoresTogether,
	valuesAt,
	type ParameterName,
	type Distribution,
	type ParameterValues
} from '../parameter/index';
import type { Column, Line } from '../body/index';
import type { DriftCase, Hung } from '../drift/index';
import { parametersAbout, parametersFor, compileFly, type Recipe } from '../fly/index';
import { evenPoint, math, normalScore, normalsFrom, randomFrom, seedOf } from '../quantity/index';
import { compileLine, hangsBy, hangsOnFloat, type FlyAbove, type Rig } from '../rig/index';
import { settle, settleNear, towed, towedAlike, type Towed } from '../sink/index';
import { parametersIn, compileColumn, fluidAt, type Fluid, type Lie } from '../water/index';

const parameterNames = Object.keys(prior) as ParameterName[];
/** What is uncertain about a hand, whatever it does. */
const ofTheHand: readonly ParameterName[] = ['rig.lead', 'rig.reach', 'rig.hand'];

/** What moves a drift most, the first the most: these are drawn evenly, so that even a few worlds say much. */
const evenly: readonly ParameterName[] = [
	'water.depth',
	'water.speed',
	'rig.hand',
	'water.roughness',
	'rig.lead',
	'rig.reach',
	'dressing.drag',
	'tied.drag',
	'tied.mass',
	'dressing.mass',
	'dressing.girth',
	'bead.diameter'
];

/**
 * The k-th draw of all parameters' scores: those that move a drift most evenly, the others at random in pairs of
 * which the second is the mirror of the first. There is a draw for every parameter there is, so that two flies
 * of other parts still meet the same water.
 */
function drawn(seed: number, k: number): Partial<Record<ParameterName, number>> {
	const pair = k - (k % 2);
	const normal = normalsFrom(randomFrom(seedOf(seed, 2 * pair)));
	const point = evenPoint(k, evenly.length, seed);
	const draws: Partial<Record<ParameterName, number>> = {};
	for (const name of parameterNames) {
		const random = normal();
		const place = evenly.indexOf(name);
		draws[name] = place >= 0 ? normalScore(point[place]!) : k === pair ? random : -random;
	}
	return draws;
}

/** Fly and water as they may truly be; the line is still open. */
export interface DrawnWorld {
	readonly flies: readonly Hung[];
	readonly column: Column;
	readonly values: ParameterValues;
	/** Scores of the parameters that were drawn for it. */
	readonly scores: Readonly<Partial<Record<ParameterName, number>>>;
}

/** A fly in a lie with all that is uncertain about them. */
export interface Worlds {
	/** Everything at its median. */
	readonly median: DrawnWorld;
	/** The k-th world of a seed that may be the true one: every parameter drawn from its distribution. */
	sample(seed: number, k: number): DrawnWorld;
}

/**
 * The fly's drag on the tippet is tabulated once, at the medians; in another world it is scaled to the
 * weight and sink rate that the fly has there.
 *
 * @param celsius water temperature
 * @param known that table, where the fly and the temperature are as they were when it was made
 * @param cast the flies above it
 */
export function worldsOf(
	recipe: Recipe,
	lie: Lie,
	celsius: number,
	distribution: Distribution,
	known?: Towed,
	cast: readonly FlyAbove[] = []
): Worlds {
	const there = parametersIn(lie, distribution);
	const fluid = fluidAt(celsius);
	const point = flyInWorlds(recipe, there, fluid, known);
	const others = cast.map((one) => ({
		fly: flyInWorlds(one.recipe, there, fluid),
		...hangsBy(one)
	}));
	const world = ({ fly, values, scores }: DrawnFly, above: readonly Hung[]): DrawnWorld => ({
		flies: [{ fly, above: 0 }, ...above],
		column: compileColumn(lie, celsius, values),
		values,
		scores
	});
	return {
		median: world(
			point.median,
			others.map(({ fly, ...where }) => ({ fly: fly.median.fly, ...where }))
		),
		sample: keptFew((seed, k) => {
			// The same draws for all: what is uncertain about a kind of bead or hackle is so of every fly of it.
			const scores = drawn(seed, k);
			return world(
				point.at(scores),
				others.map(({ fly, ...where }) => ({ fly: fly.at(scores).fly, ...where }))
			);
		})
	};
}

/** The first worlds of each seed are asked for time and again, with another hand or at another sink rate. */
const KEPT = 64;
function keptFew(sample: Worlds['sample']): Worlds['sample'] {
	const known = new Map<number, DrawnWorld>();
	return (seed, k) => {
		if (k >= KEPT) return sample(seed, k);
		const place = KEPT * seed + k;
		let world = known.get(place);
		if (!world) known.set(place, (world = sample(seed, k)));
		return world;
	};
}

interface DrawnFly extends Pick<DrawnWorld, 'values' | 'scores'> {
	readonly fly: Towed;
}

/**
 * A fly at the medians, and as it is in a world of these draws: it hangs there as it does at the medians, for that
 * is what the table is of.
 */
function flyInWorlds(recipe: Recipe, there: Distribution, fluid: Fluid, known?: Towed) {
	const parameters = parametersFor(recipe, there);
	const about = new Set<ParameterName>([...parametersAbout(recipe, parameters), ...ofTheHand]);
	const values = valuesAt(parameters);
	const { body } = compileFly(recipe, values);
	const sink = settle(body, fluid, values);
	const table = known ?? towed(body, fluid, values, sink);
	return {
		median: { fly: table, values, scores: {} } satisfies DrawnFly,
		at(draws: Partial<Record<ParameterName, number>>): DrawnFly {
			const scores = scoresTogether(parameters, draws);
			for (const name of parameterNames) if (!about.has(name)) delete scores[name];
			const here = valuesAt(parameters, scores);
			const other = compileFly(recipe, here).body;
			const { submergedWeight, speed } = settleNear(other, fluid, here, sink, SPEED_ENOUGH);
			return {
				fly: towedAlike(table, other.mass, submergedWeight, speed),
				values: here,
				scores
			};
		}
	};
}

/** Relative error of a fly's sink rate in one of many worlds, as little as it is worth there (our choice). */
const SPEED_ENOUGH = 2e-3;

/** A world with a line in it. @param rig with every control of the hand in place */
export function caseIn({ flies, column, values }: DrawnWorld, rig: Rig): DriftCase {
	return { flies, column, line: handled(compileLine(rig), values, rig) };
}

/** A line that the hand has out is no shorter than this, m (our choice). */
const SHORTEST = 0.05;

/** A hand leads, casts and measures off line only about as it means to. */
function handled(line: Line, values: ParameterValues, rig: Rig): Line {
	const { top, landing, pieces } = line;
	const reach = Math.min(0.995, landing.reach * values['rig.reach']);
	const [first, ...rest] = pieces;
	/** m; the piece at the upper end gives way. */
	const off = top.kind === 'tip' || hangsOnFloat(rig) ? math.log(values['rig.hand']) : 0;
	return {
		...line,
		pieces:
			first && off !== 0
				? [{ ...first, length: Math.max(SHORTEST, first.length + off) }, ...rest]
				: pieces,
		top: top.kind === 'tip' ? { ...top, lead: top.lead * values['rig.lead'] } : top,
		landing: { ...landing, reach }
	};
}
