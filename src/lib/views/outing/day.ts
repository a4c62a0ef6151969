import { evaluate, type BoxFly, type Place } from '$core/match/index';
import type { Distribution } from '$core/parameter/index';
import type { Wanted } from '$core/drift/index';
import { fluidAt } from '$core/water/index';
import type { BoxKind } from '$lib/documents/batch/box';
import { recipeFromDocument, type RecipeDocument } from '$lib/documents/fly/recipe';
import { lieFromDocument, lieKey } from '$lib/documents/lie/body';
import { lieToday } from '$lib/documents/lie/today';
import type { LieRow, RigRow, RiverRow } from '$lib/documents/kinds';
import type { OutingBodyDocument } from '$lib/documents/outing/body';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { NamedPlace } from '$lib/state/outing.svelte';

/** Flows at which a day is looked at, as times what is expected: a low river, and one that is up by half (our choice). */
export const scenarios = {
	low: { words: 'low', times: 0.6 },
	expected: { words: 'as expected', times: 1 },
	high: { words: 'up by half', times: 1.5 }
} as const satisfies Record<string, { words: string; times: number }>;
export type Scenario = keyof typeof scenarios;
export const otherScenarios = (Object.keys(scenarios) as Scenario[]).filter(
	(one) => one !== 'expected'
);

/** What is expected of the river on that day. */
export const waterOn = (
	{ flowM3s, temperatureC }: OutingBodyDocument,
	{ body }: RiverRow
): { readonly flow: number | undefined; readonly celsius: number } => ({
	flow: flowM3s ?? body.flowM3s,
	celsius: temperatureC ?? body.temperatureC
});

/** What else a drift is asked with. */
export interface Asked {
	readonly wanted: Wanted;
	readonly distribution: Distribution;
}

/** A lie as it is at a flow of that day. */
export function lieOn(
	outing: OutingBodyDocument,
	river: RiverRow,
	lie: LieRow,
	scenario: Scenario
) {
	const { flow } = waterOn(outing, river);
	const asKept = { ...lieFromDocument(lie.body), key: lieKey(lie) };
	if (flow === undefined) return asKept;
	return lieToday(asKept, { ...river.body, flowM3s: flow * scenarios[scenario].times });
}

export function placeOn(
	outing: OutingBodyDocument,
	river: RiverRow,
	lie: LieRow,
	rig: RigRow,
	scenario: Scenario,
	asked: Asked
): NamedPlace<Scenario> {
	const place: Place = {
		rig: rigFromDocument(rig.body),
		lie: lieOn(outing, river, lie, scenario),
		celsius: waterOn(outing, river).celsius,
		...asked
	};
	return { lieId: lie.id, rigId: rig.id, scenario, place };
}

/** A kind in the box with what decides its chances. */
export interface OutingFly extends Omit<BoxKind, 'recipe'>, BoxFly {
	/** As it is kept. */
	readonly document: RecipeDocument;
}

export function outingFly(
	{ recipe: document, ...kind }: BoxKind,
	celsius: number,
	distribution: Distribution
): OutingFly {
	const recipe = recipeFromDocument(document);
	const { speed, weight } = evaluate(recipe, fluidAt(celsius), distribution);
	return { ...kind, document, recipe, speed, weight };
}
