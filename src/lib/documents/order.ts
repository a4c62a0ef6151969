/** The order of most lists: by name, numbers as numbers. */
export const byName = <Row extends { readonly id: string; readonly name: string }>(
	rows: readonly Row[]
): Row[] =>
	[...rows].sort(
		(a, b) => a.name.localeCompare(b.name, 'en', { numeric: true }) || a.id.localeCompare(b.id)
	);

/** Of rows in the order in which they were made. */
export const newestFirst = <Row>(rows: readonly Row[]): Row[] => [...rows].reverse();
