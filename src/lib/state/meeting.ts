import type { DocumentChange } from '$lib/api/answers';
import { clipped } from '$lib/contract/names';
import { sameContent } from '$lib/documents/difference';
import type { DocumentRow } from '$lib/documents/kinds';
import type { Notice } from './notice';
import type { Shelves } from './shelves.svelte';

/** What two windows that meet over one document want of the window that finds it out. */
interface Window {
	notice: Notice | null;
	change(row: DocumentRow): void;
	takeOver(change: DocumentChange): void;
	createFrom(row: DocumentRow, name: string): Promise<unknown>;
}

/** Two windows changed one document: joined where they touched different parts, else the person decides. */
export async function meet(
	window: Window,
	shelves: Shelves,
	seen: DocumentRow,
	theirs: DocumentRow
): Promise<void> {
	// Seldom wanted, and large. Where it cannot be had the person decides without its words.
	const changes = await import('$lib/documents/changes').catch(() => null);
	const mine = shelves.find(seen.kind, seen.id) ?? seen;
	const base = changes && shelves.bases.get(mine.id);
	const changed = base ? changes.difference(base, theirs).words : '';
	const elsewhere = `“${theirs.name}” was changed in another window${changed ? ` (${changed})` : ''}`;
	const joined = base ? changes.mergeApart(base, mine, theirs) : null;
	if (joined) {
		if (sameContent({ ...joined, revision: 0 }, { ...theirs, revision: 0 })) {
			window.takeOver(changeTo(theirs));
			return;
		}
		window.change(joined);
		window.notice = { words: `${elsewhere}; both changes are in it now.`, choices: [] };
		return;
	}
	const own = base ? ` You changed ${changes.difference(base, mine).words} here.` : '';
	window.notice = {
		words: `${elsewhere}.${own}`,
		choices: [
			{
				words: 'Keep mine',
				act: () => window.change({ ...mine, revision: theirs.revision })
			},
			{ words: 'Take the other', act: () => window.takeOver(changeTo(theirs)) },
			{
				words: 'Keep both',
				act: () => {
					window.takeOver(changeTo(theirs));
					void window.createFrom(mine, `${clipped(mine.name, 70)} (mine)`);
				}
			}
		]
	};
}

/** A document was deleted in another window while this one changed it. */
export function lost(window: Window, mine: DocumentRow): void {
	const letGo = () => window.takeOver({ kind: mine.kind, id: mine.id, row: null });
	window.notice = {
		words: `“${mine.name}” was deleted in another window while you changed it here.`,
		choices: [
			{
				words: 'Keep it',
				act: () => {
					letGo();
					void window.createFrom(mine, mine.name);
				}
			},
			{ words: 'Let it go', act: letGo }
		]
	};
}

const changeTo = (row: DocumentRow): DocumentChange => ({ kind: row.kind, id: row.id, row });
