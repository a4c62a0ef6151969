import type { Observation, Reset, OutingLikelihood, Weighed, Weighing } from '$core/learn/index';
import { starterRecipe, type Recipe } from '$core/fly/index';
import { GRAM, MILLIMETRE, without } from '$core/quantity/index';
import { fliesOf, itemOf } from '$lib/documents/batch/body';
import { lieFromDocument } from '$lib/documents/lie/body';
import {
	recipeFromDocument,
	recipeToDocument,
	type RecipeDocument
} from '$lib/documents/fly/recipe';
import { rigFromDocument } from '$lib/documents/rig/body';
import type { BatchRow, DocumentKind, DocumentRow, EntryRow, LotRow } from '$lib/documents/kinds';
import { withLot } from '$lib/documents/lot/from-stock';
import { materialOf } from '$lib/documents/lot/body';

/** Step of a scale of which nothing is said, g (common practice, no source: two figures behind the point). */
export const USUAL_STEP = 0.01;

/** The kinds of document that say what was found. */
export const taughtBy: readonly DocumentKind[] = ['entry', 'lot', 'batch'];

/** Everything that was found, from wherever it was entered, ready to be learned from. */
export interface Evidence {
	readonly observations: readonly Observation[];
	readonly resets: readonly Reset[];
}

const BLANK: RecipeDocument = recipeToDocument(starterRecipe);
const dayOf = (at: number) => new Date(at).toISOString();

/** What lay on the scale; of a lot by its trade values, whatever was weighed of it before. */
export function weighedOf(
	of: 'fly' | 'beads' | 'hooks' | 'wire',
	recipe: Recipe,
	length = 1
): Weighed {
	switch (of) {
		case 'fly':
			return { kind: 'fly', recipe };
		case 'beads':
			return { kind: 'beads', bead: without(recipe.bead!, 'weighed') };
		case 'hooks': {
			const { measured, ...hook } = recipe.hook;
			const kept = measured && without(measured, 'mass');
			return {
				kind: 'hooks',
				hook: { ...hook, ...(kept && Object.keys(kept).length > 0 && { measured: kept }) }
			};
		}
		case 'wire':
			return { kind: 'wire', coil: recipe.coil!, length };
	}
}

/**
 * All that is in the log, the weighings of the stock and those of the batches, without what is left out.
 *
 * @param all also what is left out
 */
export function evidenceOf(
	{
		entries,
		lots,
		batches
	}: {
		readonly entries: readonly EntryRow[];
		readonly lots: readonly LotRow[];
		readonly batches: readonly BatchRow[];
	},
	all = false
): Evidence {
	const left = new Set(
		entries.flatMap(({ body }) => (body.exclusion && !body.excluded ? [body.exclusion.of] : []))
	);
	const found = [
		...entries.flatMap((row) => (row.body.excluded && !all ? [] : fromEntry(row))),
		...lots.flatMap(fromLot),
		...batches.flatMap(fromBatch)
	];
	return {
		observations: all ? found : found.filter(({ key }) => !left.has(key)),
		resets: entries.flatMap(({ body }) =>
			body.reset && !body.excluded ? [{ score: body.reset.score, on: dayOf(body.at) }] : []
		)
	};
}

function fromEntry({ id, body }: EntryRow): Observation[] {
	const noted = { key: `entry:${id}`, on: dayOf(body.at) };
	const { weighing, drop, outing } = body;
	if (weighing) {
		const { of, recipe, count, massG, scaleStepG, lengthM } = weighing;
		return [
			{
				kind: 'weighing',
				...noted,
				count,
				mass: massG * GRAM,
				step: scaleStepG * GRAM,
				of: weighedOf(of, recipeFromDocument(recipe), lengthM)
			}
		];
	}
	if (drop) {
		const { recipe, wet, temperatureC, distanceM, runsS, reactionS, tippetMm, gates } = drop;
		return [
			{
				kind: 'drop',
				...noted,
				recipe: recipeFromDocument(recipe),
				wet,
				celsius: temperatureC,
				distance: distanceM,
				seconds: runsS,
				reaction: reactionS,
				...(tippetMm === undefined ? {} : { tippet: tippetMm * MILLIMETRE }),
				...(gates === undefined ? {} : { gates })
			}
		];
	}
	if (!outing) return [];
	return [
		{
			kind: 'outing',
			...noted,
			recipe: recipeFromDocument(outing.recipe),
			lie: { ...lieFromDocument(outing.lie), key: outing.lieKey },
			rig: rigFromDocument(outing.rig),
			celsius: outing.temperatureC,
			saw: outing.saw,
			...(outing.fit && { fit: outing.fit as OutingLikelihood })
		}
	];
}

/** What a document says was found, where it is an entry or a lot. */
export function foundIn(kind: DocumentKind, id: string, body: object): Observation[] {
	const row = { kind, id, name: '', revision: 1, body } as DocumentRow;
	if (row.kind === 'entry') return fromEntry(row);
	return row.kind === 'lot' ? fromLot(row) : [];
}

/** What was weighed of a lot, as learning reads it; none or one. */
export function fromLot(lot: LotRow): Weighing[] {
	const { measured } = lot.body;
	const material = materialOf(lot.body);
	if (measured?.togetherG === undefined || !measured.pieces) return [];
	if (material !== 'hook' && material !== 'bead') return [];
	const recipe = recipeFromDocument(withLot(BLANK, lot, material));
	return [
		{
			kind: 'weighing',
			key: `lot:${lot.id}`,
			on: '',
			of: weighedOf(material === 'hook' ? 'hooks' : 'beads', recipe),
			count: measured.pieces,
			mass: measured.togetherG * GRAM,
			step: USUAL_STEP * GRAM
		}
	];
}

/** Flies that lay on the scale together count once, as this many. */
function fromBatch({ id, body }: BatchRow): Observation[] {
	const found: Observation[] = [];
	const seen = new Map<string, number>();
	for (const { fly, on, massG, together = 1, scaleStepG = USUAL_STEP } of body.flies) {
		if (massG === undefined || fly >= fliesOf(body)) continue;
		const item = body.items[itemOf(body, fly)]!;
		const group = `${item.name} ${massG} ${together}`;
		const before = seen.get(group) ?? 0;
		seen.set(group, before + 1);
		if (before % together !== 0) continue;
		found.push({
			kind: 'weighing',
			key: `batch:${id}:${fly}`,
			on,
			of: { kind: 'fly', recipe: recipeFromDocument(item.recipe) },
			count: together,
			mass: massG * together * GRAM,
			step: scaleStepG * GRAM
		});
	}
	return found;
}
