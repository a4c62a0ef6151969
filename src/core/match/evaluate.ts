import { prior, type Distribution } from '../parameter/index';
import {
	buildFly,
	chunkiness,
	compileBuild,
	fitOf,
	mediansFor,
	type Build,
	type Recipe
} from '../fly/index';
import { settle, type Attitude } from '../sink/index';
import type { Fluid } from '../water/index';

/** A recipe with what it comes to at the medians of the parameters. SI. */
export interface Candidate {
	readonly recipe: Recipe;
	readonly build: Build;
	/** kg */
	readonly mass: number;
	/** m/s; 0 when it floats. */
	readonly speed: number;
	/** N in water. */
	readonly weight: number;
	readonly attitude: Attitude;
	/** Mean thickness over the shank's length, as a share of it. */
	readonly bulk: number;
	/** It can be tied so. */
	readonly fits: boolean;
	/** What will be regretted about it, in a few words; null when nothing. */
	readonly trouble: string | null;
}

/** What a recipe comes to in still water. */
export function evaluate(
	recipe: Recipe,
	fluid: Fluid,
	distribution: Distribution = prior
): Candidate {
	const medians = mediansFor(recipe, distribution);
	const build = buildFly(recipe, medians);
	const { body } = compileBuild(build, medians);
	const { speed, attitude, submergedWeight: weight } = settle(body, fluid, medians);
	const notes = fitOf(build, medians);
	return {
		recipe,
		build,
		mass: body.mass,
		speed,
		weight,
		attitude,
		bulk: chunkiness(build),
		fits: !notes.some(({ severity }) => severity === 'stop'),
		trouble: notes.find(({ severity }) => severity === 'trouble')?.figure ?? null
	};
}
