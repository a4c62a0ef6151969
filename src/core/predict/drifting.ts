import {
	priorBeliefs,
	scoresTogether,
	valuesAt,
	type BeliefName,
	type Beliefs,
	type BeliefValues,
	type Learned
} from '../belief/index';
import type { Line } from '../body/index';
import {
	bandRun,
	drift,
	ROUGH,
	SMOOTH,
	type Drift,
	type DriftCase,
	type Hung,
	type Run,
	type Wanted
} from '../drift/index';
import { beliefsAbout, beliefsFor, compileFly, type Recipe } from '../fly/index';
import { normalsFrom, randomFrom, seedOf } from '../quantity/index';
import { compileLine, type Rig } from '../rig/index';
import { settle, towed, towedAlike, type Towed } from '../sink/index';
import { beliefsIn, compileColumn, fluidAt, type Fluid, type Lie } from '../water/index';

const beliefNames = Object.keys(priorBeliefs) as BeliefName[];

/** A fly, a rig, a lie and what is believed of them, ready to drift. */
export interface DriftQuestion {
	readonly recipe: Recipe;
	readonly rig: Rig;
	readonly lie: Lie;
	/** °C */
	readonly celsius: number;
	/** The priors where it is not said. */
	readonly believed?: Beliefs;
	/** Or the priors with this: less to hand round. */
	readonly learned?: Learned;
}

/** What a question comes to, at the medians and anywhere else in the beliefs. */
export interface Drifting {
	/** Everything at its median. */
	readonly median: DriftCase;
	/**
	 * One world that may be the true one: every belief drawn from its distribution. Mirrored, each lies as
	 * far on the other side of its median.
	 */
	sample(seed: number, mirrored?: boolean): World;
}

/** A world that may be the true one, with the scores of the beliefs that were drawn for it. */
export interface World extends DriftCase {
	readonly scores: Readonly<Partial<Record<BeliefName, number>>>;
}

/**
 * The way from a fly, a rig and a lie to what the drift follows.
 *
 * The fly's drag on the tippet is tabulated once, at the medians; in another world it is scaled to the
 * weight and sink rate that the fly has there.
 *
 * @param known that table, where the fly and the temperature are as they were when it was made
 */
export function drifting(
	{ recipe, rig, lie, celsius, learned, believed = withThis(learned) }: DriftQuestion,
	known?: Towed
): Drifting {
	const beliefs = beliefsFor(recipe, beliefsIn(lie, believed));
	const about = new Set<BeliefName>([...beliefsAbout(recipe, beliefs), 'rig.lead', 'rig.reach']);
	const fluid = fluidAt(celsius);
	const line = compileLine(rig);
	const median = valuesAt(beliefs);
	const table = known ?? tabled(recipe, fluid, median);
	const caseOf = (fly: Towed, values: BeliefValues): DriftCase => ({
		flies: [{ fly, above: 0 }],
		column: compileColumn(lie, celsius, values),
		line: handled(line, values)
	});
	return {
		median: caseOf(table, median),
		sample(seed, mirrored = false) {
			const normal = normalsFrom(randomFrom(seed));
			// A draw for every belief there is, so that two flies of other parts still meet the same water.
			const draws: Partial<Record<BeliefName, number>> = {};
			for (const name of beliefNames) draws[name] = mirrored ? -normal() : normal();
			const z = scoresTogether(beliefs, draws);
			for (const name of beliefNames) if (!about.has(name)) delete z[name];
			const values = valuesAt(beliefs, z);
			const other = compileFly(recipe, values).body;
			const { submergedWeight, speed } = settle(other, fluid, values);
			const fly = towedAlike(table, other.mass, submergedWeight, speed);
			return { ...caseOf(fly, values), scores: z };
		}
	};
}

const withThis = (learned: Learned | undefined): Beliefs =>
	learned ? { ...priorBeliefs, learned } : priorBeliefs;

function tabled(recipe: Recipe, fluid: Fluid, values: BeliefValues): Towed {
	const { body } = compileFly(recipe, values);
	return towed(body, fluid, values, settle(body, fluid, values));
}

/** A hand leads and casts only about as it means to. */
function handled(line: Line, values: BeliefValues): Line {
	const { top, landing } = line;
	const reach = Math.min(0.995, landing.reach * values['rig.reach']);
	return {
		...line,
		top: top.kind === 'tip' ? { ...top, lead: top.lead * values['rig.lead'] } : top,
		landing: { ...landing, reach }
	};
}

/** The single path's answer: everything at its median, the water running smoothly. */
export function smoothDrift({ median }: Drifting, wanted?: Wanted): Drift {
	const { flies, column, line } = median;
	return drift(flies, column, line, 0, {
		...{ smooth: true, fineness: SMOOTH },
		...(wanted && { wanted })
	});
}

/** Whoever asks for the k-th drift of a band without a seed of their own meets the same world and eddies. */
const USUAL_SEED = 1;

/**
 * The k-th of many worlds, and the seed of the eddies in it. Worlds come in pairs, the second the mirror
 * of the first (antithetic draws), so that even a few of them lie evenly about the medians.
 */
export function worldOf(
	ready: Drifting,
	k: number,
	seed = USUAL_SEED
): { readonly world: World; readonly eddies: number } {
	const pair = k - (k % 2);
	return {
		world: ready.sample(seedOf(seed, 2 * pair), k !== pair),
		eddies: seedOf(seed, 2 * k + 1)
	};
}

/** The k-th of many drifts, each in its own world with its own eddies: common random numbers for all who ask. */
export function worldRun(
	ready: Drifting,
	k: number,
	distances: Float32Array,
	wanted?: Wanted,
	seed = USUAL_SEED
): Run {
	const { world, eddies } = worldOf(ready, k, seed);
	return bandRun(world, eddies, distances, wanted && { wanted });
}

/** How much faster and slower flies are tried, as a factor. */
const TRIED_SPEEDS = 4;
/** The answer is good to about this share. */
const CLOSE = 0.03;

/**
 * The sink rate in still water that a fly like this one needs on this line to be in the zone in time and
 * long enough, m/s: at the medians, in smooth water, by halving.
 *
 * @returns null where even four times the fly's own is not enough, or it floats
 */
export function speedAskedFor({ median }: Drifting, wanted: Wanted): number | null {
	const [{ fly }] = median.flies as [Hung];
	if (!(fly.speed > 0)) return null;
	const enough = (factor: number) => {
		const grow = factor * factor;
		const other = towedAlike(fly, fly.mass * grow, fly.weight * grow, fly.speed * factor);
		const { column, line } = median;
		const care = { smooth: true, fineness: ROUGH, wanted };
		const { fault } = drift([{ fly: other, above: 0 }], column, line, 0, care);
		// Too heavy for the bed or the float is another matter.
		return fault === null || fault === 'bed' || fault === 'under';
	};
	let low = 1 / TRIED_SPEEDS;
	let high = TRIED_SPEEDS;
	if (!enough(high)) return null;
	if (enough(low)) return low * fly.speed;
	while (high / low > 1 + CLOSE) {
		const middle = Math.sqrt(low * high);
		if (enough(middle)) high = middle;
		else low = middle;
	}
	return high * fly.speed;
}
