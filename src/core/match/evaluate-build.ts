import { prior, spreadOf, valuesAt, type Distribution } from '../parameter/index';
import {
	parametersAbout,
	parametersFor,
	buildFly,
	chunkiness,
	compileBuild,
	fitOf,
	gapLeft,
	type Recipe
} from '../fly/index';
import { nearbyFlies } from '../predict/index';
import type { Interval } from '../quantity/index';
import { settle, type Attitude } from '../sink/index';
import type { Fluid } from '../water/index';
import type { Counts } from './rank';
import { priceOf } from './price';
import type { Shelf } from './shelf';
import { liesApart } from './space';

/** A build looked at in full: plain data, so that it can go to and fro between threads. SI. */
export interface EvaluatedBuild extends Counts {
	readonly recipe: Recipe;
	/** N in water. */
	readonly weight: number;
	readonly attitude: Attitude;
	/** The sink rate with its range; null when it floats. */
	readonly range: Interval | null;
	/** m of hook gap left. */
	readonly gapLeft: number;
	/** It can be tied so. */
	readonly fits: boolean;
	/** What will be regretted about it, in a few words each. */
	readonly regrets: readonly string[];
}

/**
 * A build in full: its figures by the model itself, and how unsure they are from all parameters.
 *
 * @param departures steps away from the pattern's look
 */
export function evaluateBuild(
	recipe: Recipe,
	departures: number,
	fluid: Fluid,
	shelf: Shelf,
	distribution: Distribution = prior
): EvaluatedBuild {
	const parameters = parametersFor(recipe, distribution);
	const medians = valuesAt(parameters);
	const build = buildFly(recipe, medians);
	const fly = compileBuild(build, medians);
	const sink = settle(fly.body, fluid, medians);
	const notes = fitOf(build, medians);
	const about = parametersAbout(recipe, parameters).filter((name) => !name.startsWith('water.'));
	const nearby = nearbyFlies(build, fly, sink, fluid);
	const [speed] = spreadOf(
		(values, moved) => [nearby(values, moved).sink.speed],
		parameters,
		about
	);
	const { hook, bead } = build;
	return {
		recipe,
		mass: fly.body.mass,
		weight: sink.submergedWeight,
		speed: sink.speed,
		pitch: sink.pitch,
		attitude: sink.attitude,
		range: speed!.interval,
		bulk: chunkiness(build),
		gap: gapLeft(build) / hook.gape,
		gapLeft: gapLeft(build),
		head: bead ? (2 * bead.radius) / hook.gape : 0,
		tungsten: recipe.bead?.metal === 'tungsten',
		troubles: notes.filter(({ severity }) => severity === 'trouble').length,
		fits: !notes.some(({ severity }) => severity === 'stop'),
		regrets: notes.filter(({ severity }) => severity === 'trouble').map(({ figure }) => figure),
		departures,
		apart: liesApart(recipe.bead, recipe.coil),
		price: priceOf(build, shelf)
	};
}
