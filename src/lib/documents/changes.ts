import { recipeChange } from '$core/fly/index';
import { flowField, without } from '$core/quantity/index';
import { rigChange } from '$core/rig/index';
import { lieChange } from '$core/water/index';
import { batchChange } from './batch/changes';
import { sameContent, shownChange, type Difference } from './difference';
import { entryWords, type EntryBodyDocument } from './entry/body';
import { recipeFromDocument } from './fly/recipe';
import { outerId, withinOf, type Bodies, type DocumentKind, type DocumentRow } from './kinds';
import { lieFromDocument } from './lie/body';
import { lotChange } from './lot/changes';
import { rigFromDocument } from './rig/body';
import type { RiverBodyDocument } from './river/body';

/** How a change of a kind's body is told, and where its parts lie that two windows may change apart. */
interface Changes<Body> {
	/** From one body to another, in a tier's words. */
	readonly told: (a: Body, b: Body) => Difference;
	/** The field whose fields are the parts; without it those of the body itself. */
	readonly parts?: keyof Body & string;
}

const changes: { readonly [Kind in DocumentKind]: Changes<Bodies[Kind]> } = {
	fly: {
		told: (a, b) => recipeChange(recipeFromDocument(a.recipe), recipeFromDocument(b.recipe)),
		parts: 'recipe'
	},
	rig: { told: (a, b) => rigChange(rigFromDocument(a), rigFromDocument(b)) },
	lie: { told: (a, b) => lieChange(lieFromDocument(a), lieFromDocument(b)) },
	river: { told: riverChange },
	lot: { told: lotChange },
	batch: { told: batchChange },
	entry: { told: entryChange }
};
const changesOf = (kind: DocumentKind) => changes[kind] as Changes<DocumentRow['body']>;

/** The difference from one state of a document to another. Both are of the same kind. */
export function difference(from: DocumentRow, to: DocumentRow): Difference {
	const change = changesOf(from.kind).told(from.body, to.body);
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

function riverChange(a: RiverBodyDocument, b: RiverBodyDocument): Difference {
	const flow = ({ flowM3s }: RiverBodyDocument) =>
		flowM3s === undefined ? 'not said' : flowField.show(flowM3s);
	return shownChange([
		['water', `${a.temperatureC} °C`, `${b.temperatureC} °C`],
		['flow', flow(a), flow(b)],
		['depth’s exponent', String(a.depthExponent ?? 'usual'), String(b.depthExponent ?? 'usual')],
		['speed’s exponent', String(a.speedExponent ?? 'usual'), String(b.speedExponent ?? 'usual')]
	]);
}

function entryChange(a: EntryBodyDocument, b: EntryBodyDocument): Difference {
	const counts = ({ excluded }: EntryBodyDocument) => (excluded ? 'left out' : 'counted');
	return shownChange([
		['what was found', entryWords(a), entryWords(b)],
		['learning', counts(a), counts(b)],
		['note', a.note ?? 'none', b.note ?? 'none']
	]);
}

/**
 * Joins two changes of the same document that were made apart. The parts are the name, what it is within,
 * and each field of the body: of a fly the hook, the bead, the coil and the dressing, of a lie each figure.
 *
 * @param base the state that both started from
 * @returns the joined document, or null where a part was changed on both sides to different ends
 */
export function mergeApart<Row extends DocumentRow>(base: Row, mine: Row, theirs: Row): Row | null {
	const { parts: at } = changesOf(theirs.kind);
	const key = withinOf(theirs.kind)?.key;
	const parts = (row: DocumentRow): Record<string, unknown> => {
		const body = row.body as unknown as Record<string, object>;
		return { name: row.name, ...(key && { [key]: outerId(row) }), ...(at ? body[at] : body) };
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
	return { ...theirs, name, ...outer, body: at ? { [at]: rest } : rest } as Row;
}
