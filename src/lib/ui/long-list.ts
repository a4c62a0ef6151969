/** Rows of a long list that are shown at once (ours: each takes about a millisecond to make). */
export const AT_ONCE = 100;

/**
 * The part of a long list that is shown: about the row that is chosen, and what was asked for beside it.
 *
 * @param at place of the chosen row; negative: the list begins with its first
 * @param asked how many more before and after
 * @returns with how many rows are left out before and after it
 */
export function partOf<Row>(
	rows: readonly Row[],
	at: number,
	asked: { readonly before: number; readonly after: number }
): { shown: readonly Row[]; before: number; after: number } {
	const about = Math.max(0, Math.min(at - AT_ONCE / 2, rows.length - AT_ONCE));
	const from = Math.max(0, about - asked.before);
	const to = Math.min(rows.length, about + AT_ONCE + asked.after);
	return { shown: rows.slice(from, to), before: from, after: rows.length - to };
}
