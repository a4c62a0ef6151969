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
