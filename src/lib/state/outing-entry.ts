import type { Outing } from '$core/learn/index';
import type { EntryBodyDocument, OutingDocument } from '$lib/documents/entry/body';
import { recipeToDocument } from '$lib/documents/fly/recipe';
import { lieToDocument } from '$lib/documents/lie/body';
import { rigToDocument } from '$lib/documents/rig/body';

/** What was seen of a fly at a lie, and how it is kept. */
export interface SeenAtLie
	extends
		Pick<Outing, 'recipe' | 'rig' | 'lie' | 'celsius' | 'saw'>,
		Pick<OutingDocument, 'lieName' | 'lieKey' | 'rigName' | 'fish' | 'lost' | 'flowM3s'> {}

/**
 * The entry of it, with what was expected and what it says of the parameters.
 *
 * @param fit works that out: half a second's work
 */
export async function outingEntry(
	{ recipe, rig, lie, celsius, saw, ...kept }: SeenAtLie,
	fit: (
		asked: Pick<Outing, 'recipe' | 'rig' | 'lie' | 'celsius' | 'saw'>
	) => Promise<NonNullable<Outing['fit']>>
): Promise<Pick<EntryBodyDocument, 'outing' | 'expected'>> {
	const found = await fit({ recipe, rig, lie, celsius, saw });
	const odds = 1 / (1 + Math.exp(-found.logOdds));
	const chance = Number((saw === 'untouched' ? 1 - odds : odds).toFixed(3));
	return {
		outing: {
			...kept,
			recipe: recipeToDocument(recipe),
			lie: lieToDocument(lie),
			rig: rigToDocument(rig),
			temperatureC: celsius,
			saw,
			fit: { ...found, slopes: found.slopes.map((one) => ({ ...one })) }
		},
		expected: { value: chance, low: chance, high: chance }
	};
}
