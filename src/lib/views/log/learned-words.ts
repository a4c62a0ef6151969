import {
	parameterOf,
	mixture,
	prior,
	type ParameterName,
	type Learned
} from '$core/parameter/index';
import {
	beadMetalWords,
	beadPlace,
	coilMetalWords,
	dressingPlace,
	hookWords,
	mixturesFor,
	starterRecipe
} from '$core/fly/index';
import {
	summaryAbout,
	summaryOf,
	massOf,
	surely,
	worthAWord,
	type LearnedSummary
} from '$core/learn/index';
import { beadDiameterField } from '$core/quantity/index';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { FlyRow, LotRow } from '$lib/documents/kinds';
import { withLot } from '$lib/documents/lot/from-stock';
import { materialOf } from '$lib/documents/lot/body';
import { weighedOf } from '$lib/evidence/observations';

/** Something that was learned, in words. */
export interface Taught extends LearnedSummary {
	readonly words: string;
	/** What a reset of it names: a parameter, or a place after an @. */
	readonly score: string;
	readonly sure: boolean;
}

const BLANK = recipeToDocument(starterRecipe);
/** From here on a dressing that drags more is called over-dressed (our choice). */
const OVER = 1.15;

const per = (ratio: number) =>
	`${Math.abs(100 * (ratio - 1)).toFixed(Math.abs(ratio - 1) < 0.1 ? 1 : 0)} %`;

const share = (spread: number) => `${(100 * spread).toFixed(1)} %`;

/** How much one fly of this hand differs from the next, where flies were compared; null where none were. */
export function handWords({ tied = {} }: Learned): string | null {
	const said = [
		['tied.mass', 'mass'],
		['tied.drag', 'drag']
	] as const;
	const parts = said.flatMap(([parameter, what]) => {
		const found = tied[parameter];
		if (found === undefined) return [];
		return [`${what} by ${share(found)} (${share(prior[parameter].spread)} is usual)`];
	});
	return parts.length === 0
		? null
		: `From one of your flies to the next of the same recipe: ${parts.join(', ')}.`;
}

/** All that was learned and is worth a word, what is surest first. */
export function taught(
	learned: Learned,
	flies: readonly FlyRow[],
	lots: readonly LotRow[]
): Taught[] {
	const found: Taught[] = [];
	const places = new Set(learned.scores.flatMap((score) => score.split('@').slice(1)));
	const add = (
		summary: LearnedSummary,
		score: string,
		words: (summary: LearnedSummary) => string
	) => {
		if (worthAWord(summary))
			found.push({ ...summary, score, words: words(summary), sure: surely(summary) });
	};
	const than = (summary: LearnedSummary, more: string, less: string, usual: string) => {
		const { value } = summary.ratio;
		if (Math.abs(value - 1) < 0.005) return `as ${usual}`;
		return `${per(value)} ${value > 1 ? more : less} than ${usual}`;
	};
	for (const lot of lots) {
		const material = materialOf(lot.body);
		if (!places.has(lot.id) || (material !== 'bead' && material !== 'hook' && material !== 'coil'))
			continue;
		const recipe = recipeFromDocument(withLot(BLANK, lot, material));
		const of = ({ bead: 'beads', hook: 'hooks', coil: 'wire' } as const)[material];
		const usual =
			material === 'bead'
				? `${beadMetalWords[recipe.bead!.metal]} should be`
				: material === 'hook'
					? 'the table says'
					: `${coilMetalWords[recipe.coil!.metal]} of that size should be`;
		add(
			summaryOf(massOf(weighedOf(of, recipe), prior), learned),
			`@${lot.id}`,
			(summary) => `Your “${lot.name}”: ${than(summary, 'heavier', 'lighter', usual)}`
		);
	}
	const seen = new Set<string>();
	for (const { name, body } of flies) {
		const recipe = recipeFromDocument(body.recipe);
		const { bead, hook } = recipe;
		if (bead && !bead.lot && places.has(beadPlace(bead)) && !seen.has(beadPlace(bead))) {
			seen.add(beadPlace(bead));
			const size = beadDiameterField.show(bead.diameter);
			add(
				summaryOf(massOf(weighedOf('beads', recipe), prior), learned),
				`@${beadPlace(bead)}`,
				(summary) =>
					`Your ${size} ${beadMetalWords[bead.metal]} beads (no packet named): ${than(summary, 'heavier', 'lighter', 'they should be')}`
			);
		}
		const hookPlace = `${hook.style} ${hook.size} ${hook.lengthX} ${hook.wireX}`;
		if (!hook.lot && places.has(hookPlace) && !seen.has(hookPlace)) {
			seen.add(hookPlace);
			add(
				summaryOf(massOf(weighedOf('hooks', recipe), prior), learned),
				`@${hookPlace}`,
				(summary) =>
					`Your hooks ${hookWords(hook)} (no packet named): ${than(summary, 'heavier', 'lighter', 'the table says')}`
			);
		}
		const dressing = dressingPlace(recipe);
		if (!places.has(dressing) || seen.has(dressing)) continue;
		seen.add(dressing);
		const alike = flies.filter(
			(other) => dressingPlace(recipeFromDocument(other.body.recipe)) === dressing
		).length;
		const whose = `“${name}”${alike > 1 ? ` and ${alike - 1} dressed like it` : ''}`;
		const about = (parameter: ParameterName) =>
			summaryAbout(parameter, learned, mixturesFor(recipe)(parameter)!);
		add(
			about('dressing.drag'),
			`@${dressing}`,
			(summary) =>
				`The dressing of ${whose} drags ${than(summary, 'more', 'less', 'assumed')}${summary.ratio.value > OVER ? ': it is over-dressed, or fuller than the recipe says' : ''}`
		);
		add(
			about('dressing.mass'),
			`@${dressing}`,
			(summary) => `The dressing of ${whose}: ${than(summary, 'heavier', 'lighter', 'assumed')}`
		);
	}
	for (const score of learned.scores) {
		if (score.includes('@')) continue;
		const parameter = parameterOf(score);
		add(
			summaryAbout(parameter, learned, mixture(parameter, 1, null)),
			score,
			(summary) =>
				`In general, ${prior[parameter].about.replace(/, kg\/m³$/, '')}: ${than(summary, 'more', 'less', 'assumed')}`
		);
	}
	const weight = ({ ratio }: Taught) =>
		Math.abs(Math.log(ratio.value)) / Math.log(ratio.high / ratio.low);
	return found.sort((a, b) => weight(b) - weight(a));
}
