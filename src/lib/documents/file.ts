import {
	DOCUMENT_VERSION,
	kinds,
	kindsWithin,
	outerId,
	withinOf,
	type DocumentKind,
	type DocumentRow
} from './kinds';

/** The documents that a file may need beside its own. */
export type Around = (kind: DocumentKind) => readonly DocumentRow[];

/**
 * A document as a file of its own: open JSON with format and version, the units in the names. One within
 * another brings that; one with others within it brings them.
 */
export function fileOf(row: DocumentRow, around: Around): Readonly<Record<string, unknown>> {
	const plain = ({ id, name, body }: DocumentRow) => ({ id, name, body });
	const within = withinOf(row.kind);
	const outer = within && around(within.kind).find(({ id }) => id === outerId(row));
	const inner = kindsWithin(row.kind).map((kind) => [
		kinds[kind].collection,
		around(kind)
			.filter((one) => outerId(one) === row.id)
			.map(plain)
	]);
	return {
		format: `gravitas/${row.kind}`,
		version: DOCUMENT_VERSION,
		...plain(row),
		...(within && outer && { [within.kind]: plain(outer) }),
		...Object.fromEntries(inner)
	};
}
