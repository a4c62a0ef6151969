import { recipeChange } from '$core/fly/index';
import { rigChange } from '$core/rig/index';
import { flowField } from '$core/quantity/index';
import { lieChange } from '$core/water/index';
import {
	lieFromDocument,
	recipeFromDocument,
	rigFromDocument,
	type DocumentRow,
	type LotBodyDocument,
	type RiverBodyDocument
} from './documents';
import { batchWords, type BatchBodyDocument } from './batches';
import { entryWords, type EntryBodyDocument } from './entries';
import { leftOf, lotWords, materialOf, measuredWords } from './lots';

/** What differs between two states of a document: the paths, and the whole in a tier's words. */
export interface Difference {
	readonly paths: readonly string[];
	/** "bead 2.8 to 3.2"; empty when nothing differs. */
	readonly words: string;
}

/** The difference from one state of a document to another. Both are of the same kind. */
export function difference(from: DocumentRow, to: DocumentRow): Difference {
	const change = bodyChange(from, to);
	const paths = [...change.paths];
	const words = change.words === '' ? [] : [change.words];
	if (paths.length === 0 && !sameContent(from.body, to.body)) {
		paths.push('fine');
		words.push('a change too fine to show');
	}
	if (from.kind === 'lie' && to.kind === 'lie' && from.riverId !== to.riverId) {
		paths.push('river');
		words.push('moved to another river');
	}
	if (from.name !== to.name) {
		paths.push('name');
		words.push(`renamed from ${from.name}`);
	}
	return { paths, words: words.join(', ') };
}

function bodyChange(a: DocumentRow, b: DocumentRow): Difference {
	if (a.kind === 'fly' && b.kind === 'fly') {
		return recipeChange(recipeFromDocument(a.body.recipe), recipeFromDocument(b.body.recipe));
	}
	if (a.kind === 'lie' && b.kind === 'lie') {
		return lieChange(lieFromDocument(a.body), lieFromDocument(b.body));
	}
	if (a.kind === 'lot' && b.kind === 'lot') return lotChange(a.body, b.body);
	if (a.kind === 'batch' && b.kind === 'batch') return batchChange(a.body, b.body);
	if (a.kind === 'entry' && b.kind === 'entry') return entryChange(a.body, b.body);
	if (a.kind === 'rig' && b.kind === 'rig') {
		return rigChange(rigFromDocument(a.body), rigFromDocument(b.body));
	}
	if (a.kind === 'river' && b.kind === 'river') return riverChange(a.body, b.body);
	return { paths: [], words: '' };
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

function lotChange(a: LotBodyDocument, b: LotBodyDocument): Difference {
	return shownChange([
		['material', materialOf(a) ?? '', materialOf(b) ?? ''],
		['what it is', lotWords(a), lotWords(b)],
		['measured', measuredWords(a) || 'nothing', measuredWords(b) || 'nothing'],
		['left', String(leftOf(a)), String(leftOf(b))],
		['low at', String(a.lowAt ?? 'never'), String(b.lowAt ?? 'never')]
	]);
}

function batchChange(a: BatchBodyDocument, b: BatchBodyDocument): Difference {
	const shown = (body: BatchBodyDocument, fly: number) => {
		const tied = body.flies.find((one) => one.fly === fly);
		if (!tied) return 'not tied';
		const { massG, together = 1, out } = tied;
		const among = together > 1 ? `, one of ${together}` : '';
		const weight = massG === undefined ? 'tied' : `${massG} g${among}`;
		return out === undefined ? weight : `${weight}, ${out}`;
	};
	const flies = [...new Set([...a.flies, ...b.flies].map(({ fly }) => fly))].sort((x, y) => x - y);
	return shownChange([
		['flies', batchWords(a), batchWords(b)],
		['state', a.state, b.state],
		...flies.map((fly) => [`fly ${fly + 1}`, shown(a, fly), shown(b, fly)] as const)
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

/** @param shown of each part its name, and how it was and is shown */
function shownChange(shown: readonly (readonly [string, string, string])[]): Difference {
	const different = shown.filter(([, from, to]) => from !== to);
	return {
		paths: different.map(([name]) => name),
		words: different.map(([name, from, to]) => `${name} ${from} to ${to}`).join(', ')
	};
}

/** Whether two contents are the same to the last digit, whatever the order of their fields. */
export function sameContent(a: unknown, b: unknown): boolean {
	if (a === b) return true;
	if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
	const field = (of: object, key: string) =>
		Object.hasOwn(of, key) ? (of as Record<string, unknown>)[key] : undefined;
	// A field that is undefined is one that is not there, as in JSON.
	return Object.keys({ ...a, ...b }).every((key) => sameContent(field(a, key), field(b, key)));
}

/**
 * Joins two changes of the same document that were made apart. The parts are the name, the hook, the
 * bead, the coil and the dressing of a fly, and each figure of a lie or a river.
 *
 * @param base the state that both started from
 * @returns the joined document, or null where a part was changed on both sides to different ends
 */
export function mergeApart<Row extends DocumentRow>(base: Row, mine: Row, theirs: Row): Row | null {
	const parts = (row: DocumentRow): Record<string, unknown> => ({
		name: row.name,
		...(row.kind === 'lie' ? { riverId: row.riverId } : {}),
		...(row.kind === 'fly' ? row.body.recipe : row.body)
	});
	const [was, here, there] = [parts(base), parts(mine), parts(theirs)];
	const joined: Record<string, unknown> = {};
	for (const key of Object.keys({ ...here, ...there })) {
		if (sameContent(here[key], was[key])) joined[key] = there[key];
		else if (sameContent(there[key], was[key]) || sameContent(here[key], there[key])) {
			joined[key] = here[key];
		} else return null;
	}
	const { name, riverId, ...rest } = joined;
	return {
		...theirs,
		name,
		...(theirs.kind === 'lie' ? { riverId } : {}),
		body: theirs.kind === 'fly' ? { recipe: rest } : rest
	} as Row;
}
