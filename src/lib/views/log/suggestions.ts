import { prior } from '$core/parameter/index';
import { mediansFor, starterRecipe, type Recipe } from '$core/fly/index';
import { gains, massOf as massOfThing, timeOf, type NextMeasurement } from '$core/learn/index';
import { GRAM } from '$core/quantity/index';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { LotRow } from '$lib/documents/kinds';
import type { WeighedThing } from '$lib/documents/entry/body';
import { withLot } from '$lib/documents/lot/from-stock';
import { materialOf } from '$lib/documents/lot/body';
import { weighedOf } from '$lib/evidence/observations';
import type { Workspace } from '$lib/state/workspace.svelte';

/** What is to be surer of the fly on the strip. */
export type Target = 'speed' | 'mass';

/** Something to measure, and by how much it would narrow what matters of the fly on the strip. */
export interface Suggestion {
	readonly words: string;
	/** Width of the interval after it over that before. */
	readonly narrower: number;
	readonly form:
		| { readonly kind: 'drop' }
		| {
				readonly kind: 'weighing';
				readonly of: WeighedThing;
				readonly lotId: string | null;
				readonly count: number;
		  };
}

/** A usual scale and a usual drop: half a metre, three runs, a tenth of a second either way. */
const STEP = 0.01 * GRAM;
const DROP = { distance: 0.5, celsius: 15, reaction: 0.1, runs: 3 };

/** What could be measured next, what gains most first. */
export function suggestions(
	{
		strip,
		answer,
		parameters,
		documents,
		selection
	}: Pick<Workspace, 'strip' | 'answer' | 'parameters' | 'documents' | 'selection'>,
	aim: Target
): Suggestion[] {
	const { recipe } = strip;
	const { prediction } = answer;
	const { distribution, learning } = parameters;
	const { fly } = selection;
	const lots = documents.all('lot');
	if (!recipe || !prediction?.speed) return [];
	const target =
		aim === 'mass'
			? massOfThing(weighedOf('fly', recipe), prior)
			: timeOf({ recipe, wet: 'soaked', celsius: DROP.celsius, distance: 1, gates: true }, prior);
	const found: { candidate: NextMeasurement; suggestion: Omit<Suggestion, 'narrower'> }[] = [];
	const noted = { key: '', on: '' };
	const weigh = (of: WeighedThing, count: number, words: string, lot: LotRow | null, its: Recipe) =>
		found.push({
			candidate: {
				kind: 'weighing',
				...noted,
				of: weighedOf(of, its, 0.5),
				count,
				step: STEP,
				mass: massOf(of, its) * count
			},
			suggestion: { words, form: { kind: 'weighing', of, lotId: lot?.id ?? null, count } }
		});
	const massOf = (of: WeighedThing, its: Recipe) => {
		const { parts, mass } = prediction;
		const part = parts.find(
			(one) => one.part === ({ beads: 'bead', hooks: 'hook' } as const)[of as 'beads']
		);
		if (of === 'fly') return mass.value;
		if (of === 'wire') {
			const { metal, wire } = its.coil!;
			const values = mediansFor(its, distribution);
			return 0.5 * values[`coil.${metal}.density`] * Math.PI * (wire / 2) ** 2;
		}
		return part?.mass ?? 0.05 * GRAM;
	};
	const lotOf = (id: string | undefined) => lots.find((row) => row.id === id) ?? null;
	const ofLot = (lot: LotRow | null) => {
		const material = lot && materialOf(lot.body);
		return lot && (material === 'bead' || material === 'hook' || material === 'coil')
			? recipeFromDocument(withLot(recipeToDocument(starterRecipe), lot, material))
			: recipe;
	};
	const named = (lot: LotRow | null, what: string) => (lot ? `of “${lot.name}”` : what);
	if (recipe.bead && recipe.bead.weighed === undefined) {
		const lot = lotOf(recipe.bead.lot);
		weigh('beads', 10, `Weigh ten beads ${named(lot, 'of its size')}`, lot, ofLot(lot));
	}
	if (recipe.hook.measured?.mass === undefined) {
		const lot = lotOf(recipe.hook.lot);
		weigh('hooks', 10, `Weigh ten hooks ${named(lot, 'like its own')}`, lot, ofLot(lot));
	}
	if (recipe.coil) {
		const lot = lotOf(recipe.coil.lot);
		weigh('wire', 1, `Weigh half a metre of wire ${named(lot, 'like its own')}`, lot, ofLot(lot));
	}
	weigh('fly', 1, `Weigh ${fly?.name ?? 'the fly'}, tied`, null, recipe);
	found.push({
		candidate: {
			kind: 'drop',
			...noted,
			recipe,
			wet: 'soaked',
			celsius: DROP.celsius,
			distance: DROP.distance,
			reaction: DROP.reaction,
			seconds: Array.from({ length: DROP.runs }, () => 1)
		},
		suggestion: {
			words: `Time ${fly?.name ?? 'the fly'} over half a metre, three times`,
			form: { kind: 'drop' }
		}
	});
	const gained = gains(
		target,
		found.map(({ candidate }) => candidate),
		learning.learned
	);
	return found
		.map(({ suggestion }, k) => ({ ...suggestion, narrower: gained[k]!.narrower }))
		.filter(({ narrower }) => narrower < 0.995)
		.sort((a, b) => a.narrower - b.narrower);
}
