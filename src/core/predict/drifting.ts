import { learnedAbout, prior, type Distribution, type Learned } from '../parameter/index';
import {
	bandDistances,
	bandOf,
	bandRuns,
	chanceError,
	drift,
	SMOOTH,
	USUAL_WANTED,
	type Band,
	type Drift,
	type DriftCase,
	type Run,
	type SeededCase,
	type Wanted
} from '../drift/index';
import { mixturesFor, type Recipe } from '../fly/index';
import { seedOf } from '../quantity/index';
import type { Rig } from '../rig/index';
import type { Towed } from '../sink/index';
import { mixturesIn, type Lie } from '../water/index';
import { CAREFUL, findHand } from './hand';
import type { Hand, HandCare } from './hand-sample';
import { caseIn, worldsOf, type DrawnWorld } from './worlds';

/** A fly, a rig, a lie and what is believed of them: all that a chance of a good drift depends on. */
export interface DriftQuestion {
	readonly recipe: Recipe;
	readonly rig: Rig;
	readonly lie: Lie;
	/** °C */
	readonly celsius: number;
	/** The priors where it is not said. */
	readonly distribution?: Distribution;
	/** Or the priors with this: less to hand round. */
	readonly learned?: Learned;
	/** What makes a drift a good one; the usual where it is not said. */
	readonly wanted?: Wanted;
	/** How the rod is held, where that was found already; it is looked for otherwise. */
	readonly hand?: Hand;
}

/** What is believed in a question. */
export const distributionIn = ({
	distribution,
	learned
}: Pick<DriftQuestion, 'distribution' | 'learned'>): Distribution =>
	distribution ?? (learned ? { ...prior, learned } : prior);

/** Of all that was learned what bears on a lie and on the flies that are fished there: less to hand round. */
export const learnedHere = (
	learned: Learned,
	{ recipe, cast = [], lie }: Pick<DriftQuestion, 'recipe' | 'lie'> & Pick<Rig, 'cast'>
): Learned =>
	learnedAbout(learned, [
		...[recipe, ...cast.map((one) => one.recipe)].map(mixturesFor),
		mixturesIn(lie)
	]);

/** What a question comes to, at the medians and anywhere else in the parameters. */
export interface Drifting {
	readonly hand: Hand;
	readonly wanted: Wanted;
	/** Everything at its median. */
	readonly median: DriftCase;
	/** One world that may be the true one, with the line in it. */
	sample(seed: number, k: number): World;
}

/** A world that may be the true one, with the scores of the parameters that were drawn for it. */
export type World = DriftCase & Pick<DrawnWorld, 'scores'>;

/**
 * The way from a fly, a rig and a lie to what the drift follows; what the person did not set of the hand
 * is found first.
 *
 * @param known table of the fly's drag, where the fly and the temperature are as they were when it was made
 * @param care how closely the hand is looked for
 */
export function drifting(
	question: DriftQuestion,
	known?: Towed,
	care: HandCare = CAREFUL
): Drifting {
	const { recipe, rig, lie, celsius, wanted = USUAL_WANTED } = question;
	const worlds = worldsOf(recipe, lie, celsius, distributionIn(question), known, rig.cast);
	const hand = question.hand ?? findHand(worlds, rig, wanted, care);
	return {
		hand,
		wanted,
		median: caseIn(worlds.median, hand.rig),
		sample(seed, k) {
			const world = worlds.sample(seed, k);
			return { ...caseIn(world, hand.rig), scores: world.scores };
		}
	};
}

/** The single path, for a picture: everything at its median, the water running smoothly. */
export function smoothDrift({ median, wanted }: Drifting): Drift {
	const { flies, column, line } = median;
	return drift(flies, column, line, 0, { smooth: true, fineness: SMOOTH, wanted });
}

/** Whoever asks for the k-th drift of a band without a seed of their own meets the same world and eddies. */
export const USUAL_SEED = 1;

/** Some of many worlds, each with a seed for its eddies: common random numbers for all who ask. */
export function* worldsFrom(
	ready: Pick<Drifting, 'sample'>,
	from: number,
	to: number,
	seed = USUAL_SEED
): Generator<World & SeededCase> {
	for (let k = from; k < to; k++) yield { ...ready.sample(seed, k), seed: seedOf(seed, 2 * k + 1) };
}

/** Some of many drifts, from the `from`-th to the one before the `to`-th. */
export const worldRuns = (
	ready: Drifting,
	[from, to]: readonly [number, number],
	distances: Float32Array,
	seed = USUAL_SEED
): Run[] => bandRuns(worldsFrom(ready, from, to, seed), distances, { wanted: ready.wanted });

/** This many drifts are behind a claim: of a list, of a first answer, and of a band at most (our choice). */
export const DRIFTS = { listed: 60, first: 150, whole: 300 } as const;

/** After how many drifts it is looked at whether they are enough (our choice). */
const STAGES = [DRIFTS.first, DRIFTS.whole] as const;
/** The standard error of a chance that is sure enough: 0.2 of 10 (our choice). */
const SURE = 0.02;

/**
 * How far a band goes on.
 *
 * @param good drifts of the first `drifts`
 * @returns up to how many drifts; `drifts` itself where the chance is sure enough, or no more are followed
 */
export function nextStage(good: number, drifts: number): number {
	if (drifts >= DRIFTS.first && chanceError(good, drifts) <= SURE) return drifts;
	return STAGES.find((stage) => stage > drifts) ?? drifts;
}

/** The whole band of a question. */
export function bandFor(ready: Drifting, drifts: number): Band {
	const distances = bandDistances(ready.median.column);
	return bandOf(worldRuns(ready, [0, drifts], distances), distances);
}
