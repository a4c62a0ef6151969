import type { LearningState } from './learning.svelte';
import type { ActionChange } from './client';
import type { Documents } from './documents.svelte';
import { localDay } from '$lib/contract/day';
import { clipped } from '$lib/contract/names';
import { inBox } from '$lib/documents/batch/body';
import type { CardNote } from '$lib/documents/entry/card-notes';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { BatchRow } from '$lib/documents/kinds';
import { lieFromDocument, lieKey } from '$lib/documents/lie/body';
import { rigFromDocument } from '$lib/documents/rig/body';
import { outingEntry, type SeenAtLie } from './outing-entry';

/** A note of a river card beside what is here. */
export interface LookedAt {
	readonly note: CardNote;
	/** In the log already. */
	readonly known: boolean;
	/** Why it cannot be taken in; null where it can. */
	readonly fault: string | null;
	/** What it becomes in the log. */
	readonly seen: SeenAtLie | null;
}

/** What of a card's notes can be taken in, and what not. The log and the box must be here. */
export function lookAt(documents: Documents, notes: readonly CardNote[]): LookedAt[] {
	return notes.map((note): LookedAt => {
		const no = (fault: string): LookedAt => ({ note, known: false, fault, seen: null });
		if (documents.find('entry', note.id)) return { note, known: true, fault: null, seen: null };
		const lie = documents.find('lie', note.lieId);
		if (!lie)
			return no(
				`its lie, ${note.lieName}, is not here: the card is of other data, or it was deleted`
			);
		const rig = documents.find('rig', note.rigId);
		if (!rig) return no(`its rig, ${note.rigName}, is not here any more`);
		const item = documents.find('batch', note.batchId)?.body.items[note.item];
		if (!item) return no(`the run that ${note.flyName} was tied in is not here any more`);
		const river = documents.find('river', lie.riverId);
		const asKept = lieFromDocument(lie.body);
		return {
			note,
			known: false,
			fault: null,
			seen: {
				recipe: recipeFromDocument(item.recipe),
				rig: rigFromDocument(rig.body),
				lie: {
					...asKept,
					depth: note.depthM,
					surfaceSpeed: note.speedMs,
					zoneTop: Math.min(asKept.zoneTop, note.depthM)
				},
				celsius: note.celsius ?? river?.body.temperatureC ?? 10,
				...(note.flowM3s !== undefined && { flowM3s: note.flowM3s }),
				saw: note.saw,
				fish: note.fish,
				...(note.lost && { lost: true }),
				lieName: lie.name,
				lieKey: lieKey(lie),
				rigName: rig.name
			}
		};
	});
}

/**
 * Takes notes in as one action: entries of the log under the notes' own ids, and what was lost leaves the box.
 *
 * @param report called with how many are worked out
 * @returns whether it was done
 */
export async function takeIn(
	documents: Documents,
	learning: LearningState,
	looked: readonly LookedAt[],
	report: (done: number) => void
): Promise<boolean> {
	const entries: ActionChange[] = [];
	for (const { note, seen } of looked) {
		if (!seen) continue;
		const body = await outingEntry(seen, (asked) => learning.fit(asked));
		entries.push({
			kind: 'entry',
			id: note.id,
			document: {
				name: clipped(`${note.flyName} at ${seen.lieName}`, 80),
				body: { at: note.at, ...body }
			}
		});
		report(entries.length);
	}
	const lost = looked.flatMap(({ note, seen }) => (seen && note.lost ? [note] : []));
	const label =
		entries.length === 1 ? 'One note of a river card' : `${entries.length} notes of a river card`;
	return documents.act(label, () => [
		...entries,
		...withoutLost(documents, lost).map(({ id, revision, name, body }) => ({
			kind: 'batch' as const,
			id,
			revision,
			document: { name, body }
		}))
	]);
}

/** The runs from which something was lost, each without it; what the box has no more of is not counted twice. */
function withoutLost(documents: Documents, lost: readonly CardNote[]): BatchRow[] {
	const changed: Record<string, BatchRow> = {};
	for (const { batchId, item, at } of lost) {
		const row = changed[batchId] ?? documents.find('batch', batchId);
		const gone = row && inBox(row.body, item)[0];
		if (!row || !gone) continue;
		const flies = row.body.flies.map((one) =>
			one === gone ? { ...one, out: 'lost' as const, outOn: localDay(new Date(at)) } : one
		);
		changed[batchId] = { ...row, body: { ...row.body, flies } };
	}
	return Object.values(changed);
}
