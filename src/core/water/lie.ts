import {
	mixture,
	withLearned,
	type Parameter,
	type ParameterName,
	type Distribution,
	type Mixture
} from '../parameter/index';
import { math, without } from '../quantity/index';

/** What a lie's bed is made of. */
export const beds = ['sand', 'gravel', 'cobble', 'boulder'] as const;
export type Bed = (typeof beds)[number];

/** Roughness height k_s of each bed, m (our estimate, wide). */
export const ROUGHNESS: Readonly<Record<Bed, number>> = {
	sand: 0.005,
	gravel: 0.05,
	cobble: 0.15,
	boulder: 0.4
};

/** How far a fish is taken to hold unless it is said otherwise, m (our choice). */
export const USUAL_HOLD = 1.5;

/**
 * How far above the fish a fly is taken to land unless it is said otherwise: this many depths, and at
 * least so much, m. With it the lightest bead that does the job is the one that tiers use (common practice).
 */
const APPROACH_DEPTHS = 2.5;
const LEAST_APPROACH = 1.5;

/** Room to land the fly, m: as said, or the usual. */
export const approachOf = ({ approach, depth }: Pick<Lie, 'approach' | 'depth'>): number =>
	approach ?? Math.max(LEAST_APPROACH, APPROACH_DEPTHS * depth);

/** Below this depth in roughness heights the logarithmic law is a guess (our choice). */
export const LAW_HOLDS_FROM = 5;
/** And the roughness is believed so much less there (our estimate). */
const GUESS_SPREAD = 1.5;

/** A piece of water as it can be described from the bank. Metres, m/s. */
export interface Lie {
	/** Where a wading stick stops, between the stones. */
	readonly depth: number;
	readonly surfaceSpeed: number;
	readonly bed: Bed;
	/** Top of the zone in which fish take, above the bed. */
	readonly zoneTop: number;
	/** Room upstream of the fish in which the fly can land; the usual one where it is not said. */
	readonly approach?: number;
	/** Length of the piece in which the fish may take; the usual one where it is not said. */
	readonly hold?: number;
	/** How the depth was found; judged from the bank where it is not said. */
	readonly depthFrom?: DepthFrom;
	/** The floats that the surface speed comes from; typed where there are none. */
	readonly timed?: TimedFloats;
	readonly notes?: string;
	/** River's flow when depth and speed were found, m³/s. */
	readonly surveyedAt?: number;
	/** Depth that would stay if the river stopped running, m; a pool keeps one. */
	readonly residualDepth?: number;
	/** By which what was learned of it is found again. */
	readonly key?: string;
}

export const depthsFrom = ['measured', 'judged', 'guessed'] as const;
export type DepthFrom = (typeof depthsFrom)[number];

/** Standard deviation of the depth's logarithm (our estimates). */
const DEPTH_SPREAD: Readonly<Record<DepthFrom, number>> = {
	measured: 0.03,
	judged: 0.08,
	guessed: 0.15
};

/** A leaf or a float timed over a distance, several times. */
export interface TimedFloats {
	/** m */
	readonly over: number;
	/** s, each run. */
	readonly seconds: readonly number[];
}

/** However often it is timed, a line beside is faster or slower (our estimate). */
const LINE_SPREAD = 0.05;
/** What one run scatters while there is but one (our estimate: thumb and eye over a few seconds). */
const ONE_RUN = 0.1;

/**
 * Surface speed from timed floats: the mean of the runs' speeds.
 *
 * @returns m/s; the standard deviations of the logarithm of one run and of what is then believed
 */
export function speedOf({ over, seconds }: TimedFloats): {
	readonly speed: number;
	readonly scatter: number;
	readonly spread: number;
} {
	const logs = seconds.map((s) => math.log(over / s));
	const n = logs.length;
	const mean = logs.reduce((a, b) => a + b, 0) / n;
	const scatter =
		n > 1 ? Math.sqrt(logs.reduce((a, b) => a + math.square(b - mean), 0) / (n - 1)) : ONE_RUN;
	const speed = seconds.reduce((sum, s) => sum + over / s, 0) / n;
	return { speed, scatter, spread: math.hypot(scatter / Math.sqrt(n), LINE_SPREAD) };
}

/**
 * The parameters as they stand for this lie: what was measured there is believed more, where the law is a
 * guess less, and what was learned of the lie is taken in.
 */
export function parametersIn(lie: Lie, distribution: Distribution): Distribution {
	const here = surveyedIn(lie, distribution);
	if (!distribution.learned) return here;
	// How errors of the water go together with those of the fly is left out: each is its own.
	return without(withLearned(here, distribution.learned, mixturesIn(lie)), 'together');
}

/** How the parameters about a lie are made up, for learning: each is its own. */
export function mixturesIn({ key }: Lie): (parameter: ParameterName) => Mixture | null {
	return (parameter) =>
		parameter.startsWith('water.') ? mixture(parameter, 0, key ?? null) : null;
}

function surveyedIn(
	{ depthFrom, timed, depth, bed }: Lie,
	distribution: Distribution
): Distribution {
	const guess = depth < LAW_HOLDS_FROM * ROUGHNESS[bed];
	if (depthFrom === undefined && timed === undefined && !guess) return distribution;
	const spreads = {
		'water.depth': depthFrom && DEPTH_SPREAD[depthFrom],
		'water.speed': timed && speedOf(timed).spread,
		'water.roughness': guess ? GUESS_SPREAD * distribution['water.roughness'].spread : undefined
	} as const;
	const own: Partial<Record<ParameterName, Parameter>> = {};
	for (const [name, spread] of Object.entries(spreads) as [ParameterName, number | undefined][]) {
		if (spread !== undefined) own[name] = { ...distribution[name], spread };
	}
	return { ...distribution, ...own };
}
