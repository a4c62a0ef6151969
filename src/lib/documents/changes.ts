import { without } from '$core/quantity/index';
import { definitionOf } from './definitions';
import { sameContent, type Difference } from './difference';
import { outerId, withinOf, type DocumentRow } from './kinds';

/** The difference from one state of a document to another. Both are of the same kind. */
export function difference(from: DocumentRow, to: DocumentRow): Difference {
	const change = definitionOf(from.kind).told(from.body, to.body);
	const paths = [...change.paths];
	const words = change.words === '' ? [] : [change.words];
	if (paths.length === 0 && !sameContent(from.body, to.body)) {
		paths.push('fine');
		words.push('a change too fine to show');
	}
	const within = withinOf(from.kind);
	if (within && outerId(from) !== outerId(to)) {
		paths.push(within.kind);
		words.push(`moved to another ${within.kind}`);
	}
	if (from.name !== to.name) {
		paths.push('name');
		words.push(`renamed from ${from.name}`);
	}
	return { paths, words: words.join(', ') };
}

/**
 * Joins two changes of the same document that were made apart. The parts are the name, what it is within,
 * and each field of the body: of a fly the hook, the bead, the coil and the dressing, of a lie each figure.
 *
 * @param base the state that both started from
 * @returns the joined document, or null where a part was changed on both sides to different ends
 */
export function mergeApart<Row extends DocumentRow>(base: Row, mine: Row, theirs: Row): Row | null {
	const { parts: at } = definitionOf(theirs.kind);
	const key = withinOf(theirs.kind)?.key;
	const parts = (row: DocumentRow): Record<string, unknown> => {
		const body = row.body as unknown as Record<string, object>;
		const own = at ? { ...without(body, at), ...body[at] } : body;
		return { name: row.name, ...(key && { [key]: outerId(row) }), ...own };
	};
	const [was, here, there] = [parts(base), parts(mine), parts(theirs)];
	const joined: Record<string, unknown> = {};
	for (const part of Object.keys({ ...here, ...there })) {
		if (sameContent(here[part], was[part])) joined[part] = there[part];
		else if (sameContent(there[part], was[part]) || sameContent(here[part], there[part])) {
			joined[part] = here[part];
		} else return null;
	}
	const outer = key && { [key]: joined[key] };
	const { name, ...rest } = key ? without(joined, key) : joined;
	if (!at) return { ...theirs, name, ...outer, body: rest } as Row;
	// What lies beside the parts goes back there.
	const besides = new Set(
		[base, mine, theirs].flatMap(({ body }) => Object.keys(body).filter((field) => field !== at))
	);
	const split = (is: boolean) =>
		Object.fromEntries(
			Object.entries(rest).filter(
				([field, value]) => besides.has(field) === is && value !== undefined
			)
		);
	return { ...theirs, name, ...outer, body: { [at]: split(false), ...split(true) } } as Row;
}
