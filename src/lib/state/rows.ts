import type { DocumentChange } from '$lib/api/answers';
import type { DocumentRow } from '$lib/documents/kinds';

/** The rows after a change of one of them: replaced, added, or taken out. */
export function withChange<Row extends DocumentRow>(
	rows: readonly Row[],
	{ id, row }: DocumentChange
): readonly Row[] {
	if (row === null) return rows.filter((other) => other.id !== id);
	return rows.some((other) => other.id === id)
		? rows.map((other) => (other.id === id ? (row as Row) : other))
		: [...rows, row as Row];
}

/**
 * The rows that are shown once the server has told all there are: in its order, then what only the window has.
 *
 * @param toSend whether the window has still to send its own, which stays then
 * @param younger what the window has may be younger than what it was told: what it alone has was made since. Else
 *   the server knows best; after a copy was restored its revisions may be lower
 * @returns with those that are now shown as told, and those that are not any more
 */
export function met<Row extends DocumentRow>(
	shown: readonly Row[],
	told: readonly Row[],
	toSend: (id: string) => boolean,
	younger: boolean
): { rows: readonly Row[]; taken: readonly Row[]; gone: readonly Row[] } {
	const here = new Map(shown.map((row) => [row.id, row]));
	const ids = new Set(told.map(({ id }) => id));
	const newer = (row: Row) => {
		const own = here.get(row.id);
		return own && (toSend(row.id) || (younger && own.revision >= row.revision)) ? own : row;
	};
	const rows = told.map(newer);
	const [left, gone]: [Row[], Row[]] = [[], []];
	for (const row of shown)
		if (!ids.has(row.id)) (younger || toSend(row.id) ? left : gone).push(row);
	return { rows: [...rows, ...left], taken: rows.filter((row, k) => row === told[k]), gone };
}

/** The row after or before this one, round the ends; null when there is none at all. */
export function neighbour<Row extends DocumentRow>(
	rows: readonly Row[],
	id: string,
	by: 1 | -1
): Row | null {
	const place = rows.findIndex((row) => row.id === id);
	return rows[(place + by + rows.length) % rows.length] ?? null;
}

/** The wanted name, with a number behind it when it is taken. */
export function freeName(wanted: string, rows: readonly DocumentRow[]): string {
	const isFree = (name: string) => !rows.some((row) => row.name === name);
	let name = wanted;
	for (let n = 2; !isFree(name); n++) name = `${wanted} ${n}`;
	return name;
}
