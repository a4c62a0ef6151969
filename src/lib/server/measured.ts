import { createHash } from 'node:crypto';
import type { Measured } from '$lib/api/answers';
import {
	recipeFromDocument,
	recipeToDocument,
	type RecipeDocument
} from '$lib/documents/fly/recipe';
import type { Evidence } from '$lib/evidence/observations';

/** SHA-256 of a value as JSON, in hexadecimal digits. */
export const hashOf = (what: unknown): string =>
	createHash('sha256').update(JSON.stringify(what)).digest('hex');

/** How often each build was weighed and timed, by `measuredKey`; only those that were. */
export type MeasuredBuilds = Readonly<Record<string, Measured>>;

/** Of one build, however it is written: two recipes that are read as the same have the same. */
export const measuredKey = (recipe: RecipeDocument): string =>
	hashOf(recipeToDocument(recipeFromDocument(recipe))).slice(0, 24);

/** How often each build was weighed and timed. */
export function measuredIn({ observations }: Evidence): MeasuredBuilds {
	const builds: Record<string, { weighed: number; timed: number }> = {};
	for (const one of observations) {
		const recipe =
			one.kind === 'drop'
				? one.recipe
				: one.kind === 'weighing' && one.of.kind === 'fly'
					? one.of.recipe
					: null;
		if (!recipe) continue;
		const its = (builds[measuredKey(recipeToDocument(recipe))] ??= { weighed: 0, timed: 0 });
		its[one.kind === 'drop' ? 'timed' : 'weighed']++;
	}
	return builds;
}
