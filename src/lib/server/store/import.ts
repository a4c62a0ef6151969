import { createHash } from 'node:crypto';
import { difference } from '$lib/documents/changes';
import { sameContent } from '$lib/documents/difference';
import { definitionOf } from '$lib/documents/definitions';
import {
	documentKinds,
	kinds,
	kindsWithin,
	outerId,
	withinOf,
	type DocumentContent,
	type DocumentKind,
	type DocumentRow
} from '$lib/documents/kinds';
import { documentFiles, type FileContent } from '$lib/documents/requests';
import type { FieldError } from '$lib/contract/field-error';
import type { ImportChoice, ImportItem } from '$lib/api/import';
import { clipped } from '$lib/contract/names';
import { parse } from '$lib/contract/parse';
import { checkContent } from './content';
import { Refusal } from './refusal';

/** A document that is to be written. */
export interface Write {
	readonly kind: DocumentKind;
	readonly id: string;
	readonly content: DocumentContent;
}

/** A document as a file brings it. */
interface Incoming {
	readonly kind: DocumentKind;
	readonly id: string | null;
	readonly name: string;
	readonly body: DocumentRow['body'];
	readonly source: string;
	/** What a place in it is called where it comes from. */
	readonly placeOf: (path: string) => string;
	/** Which of the incoming documents it is within. */
	readonly outer: Incoming | null;
}

export interface ImportPlan {
	readonly items: readonly ImportItem[];
	readonly writes: readonly Write[];
}

/**
 * The documents in a file's JSON.
 *
 * @param source the file's name, for messages
 * @param placeOf what a place in it is called there: the column, where a row of a table became a document
 * @throws Refusal naming the file and each wrong field
 */
export function documentsIn(
	source: string,
	raw: unknown,
	placeOf: (path: string) => string = (path) => path
): Incoming[] {
	const from = { source, placeOf };
	const format =
		typeof raw === 'object' && raw !== null ? (raw as { format?: unknown }).format : undefined;
	const kind = documentKinds.find((one) => format === `gravitas/${one}`);
	if (!kind) {
		const formats = documentKinds.map((one) => `gravitas/${one}`);
		const message = `The format must be ${formats.slice(0, -1).join(', ')} or ${formats.at(-1)!}; this is no document of Gravitas.`;
		throw new Refusal(422, `${source}: ${message}`, { errors: [{ path: 'format', message }] });
	}
	const incoming = (of: DocumentKind, { id, name, body }: FileContent, outer: Incoming | null) => ({
		kind: of,
		id: id?.toLowerCase() ?? null,
		name: name.trim(),
		body,
		...from,
		outer
	});
	const file = readAs(from, documentFiles[kind], raw);
	const parts = file as unknown as Record<string, FileContent & FileContent[]>;
	const within = withinOf(kind)?.kind;
	const outer = within ? incoming(within, parts[within]!, null) : null;
	const own = incoming(kind, file, outer);
	const inner = kindsWithin(kind).flatMap((one) =>
		parts[kinds[one].collection]!.map((part) => incoming(one, part, own))
	);
	return [...(outer ? [outer] : []), own, ...inner];
}

type From = Pick<Incoming, 'source' | 'placeOf'>;

function readAs<T extends object>(from: From, type: new () => T, raw: unknown): T {
	const parsed = parse(type, raw);
	// Plain data, as they would come back from the database.
	if (parsed.ok) return JSON.parse(JSON.stringify(parsed.value)) as T;
	throw refusalOf(from, 422, parsed.errors);
}

function refusalOf(
	{ source, placeOf }: From,
	status: Refusal['status'],
	faults: readonly FieldError[]
) {
	const errors = faults.map(({ path, message }) => ({ path: placeOf(path), message }));
	const words = errors.map(({ path, message }) => (path ? `${path}: ${message}` : message));
	return new Refusal(status, `${source}, ${words.join(' ')}`, { errors });
}

/** An id that the same content always gets, so that a second import finds what the first one made. */
function idFor(...content: readonly unknown[]): string {
	const hex = createHash('sha256').update(JSON.stringify(content)).digest('hex');
	const variant = '89ab'[parseInt(hex[16]!, 16) & 3]!;
	return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-8${hex.slice(13, 16)}-${variant}${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
}

/**
 * What an import means here: of each document whether it is new, the same or different, and what is
 * to be written. Found by id, or without one by name.
 *
 * @param rows all documents there are
 * @param choose what to do with a document that is here and differs
 */
export function planImport(
	rows: readonly DocumentRow[],
	incoming: readonly Incoming[],
	choose: (kind: DocumentKind, id: string) => ImportChoice
): ImportPlan {
	// As it will be after what is planned so far; a later file may bring the same document again.
	const here = new NamesHere();
	rows.forEach((row) => here.put(row));
	// What others are within goes first. Then what is here under its id: it may give up the name by which another is found.
	const order = incoming
		.map((document, place) => {
			const known = document.id !== null && here.get(document.kind, document.id) !== undefined;
			const within = withinOf(document.kind) ? 2 : 0;
			return { document, place, rank: within + (known ? 0 : 1) };
		})
		.sort((a, b) => a.rank - b.rank);
	const items: ImportItem[] = [];
	const writes = new Map<string, Write>();
	/** Under which id each incoming document is here afterwards. */
	const ids = new Map<Incoming, string>();

	for (const { document, place } of order) {
		const { kind, name, source } = document;
		let { body } = document;
		const key = withinOf(kind)?.key;
		const outer = document.outer ? ids.get(document.outer)! : undefined;
		const rest = key && { [key]: outer };
		const { knownByName = true, joined } = definitionOf(kind);
		const equal = (row: DocumentRow) => row.name === name && sameContent(row.body, body);
		const namesakes = here.named(kind, name).filter((row) => outerId(row) === outer);
		const fallback = idFor(kind, name, body, outer);
		const found =
			here.get(kind, document.id ?? fallback) ??
			namesakes.find(equal) ??
			(document.id === null && knownByName ? namesakes[0] : undefined);
		const write = (id: string, content: DocumentContent) => {
			checkFrom(document, content, here.get(kind, id) ?? null);
			writes.set(`${kind}:${id}`, { kind, id, content });
			here.put({ kind, id, revision: 1, ...content } as DocumentRow);
		};

		const id = found?.id ?? document.id ?? fallback;
		ids.set(document, id);
		if (!found) {
			write(id, { name, body, ...rest });
			items[place] = { kind, id, name, source, status: 'new', words: '', choice: 'take' };
			continue;
		}
		const asRead = body;
		if (joined) body = joined(found.body, body);
		if (equal(found)) {
			items[place] = { kind, id, name, source, status: 'same', words: '', choice: 'keep' };
			continue;
		}
		const choice = choose(kind, id);
		const there = { ...found, name, body } as DocumentRow;
		const { words } = difference(found, there);
		// A lie that is here stays in its river; only what the file says of the water counts.
		const kept = key && { [key]: outerId(found) };
		if (choice === 'take') write(id, { name, body, ...kept });
		if (choice === 'both') {
			const copy = idFor('beside', kind, id, name, asRead);
			const beside = here.nameBeside(kind, name);
			if (!here.get(kind, copy)) write(copy, { name: beside, body: asRead, ...kept });
		}
		items[place] = { kind, id, name, source, status: 'different', words, choice };
	}
	return { items, writes: [...writes.values()] };
}

/** What cannot be kept is said with the file, or the row, that brings it. */
function checkFrom(from: Incoming, content: DocumentContent, before: DocumentRow | null): void {
	try {
		checkContent(from.kind, content, before);
	} catch (error) {
		if (!(error instanceof Refusal)) throw error;
		const { status, more, message } = error;
		throw refusalOf(from, status, more.errors ?? [{ path: '', message }]);
	}
}

/** Documents by id and by name. */
class NamesHere {
	private readonly byId = new Map<string, DocumentRow>();
	private readonly byName = new Map<string, Map<string, DocumentRow>>();

	get(kind: DocumentKind, id: string): DocumentRow | undefined {
		return this.byId.get(`${kind}:${id}`);
	}
	named(kind: DocumentKind, name: string): DocumentRow[] {
		return [...(this.byName.get(`${kind}:${name}`)?.values() ?? [])];
	}
	put(row: DocumentRow): void {
		const old = this.get(row.kind, row.id);
		if (old) this.byName.get(`${old.kind}:${old.name}`)!.delete(old.id);
		this.byId.set(`${row.kind}:${row.id}`, row);
		const key = `${row.kind}:${row.name}`;
		const namesakes = this.byName.get(key) ?? new Map<string, DocumentRow>();
		this.byName.set(key, namesakes.set(row.id, row));
	}
	nameBeside(kind: DocumentKind, name: string): string {
		const base = `${clipped(name, 60)} (from file)`;
		let free = base;
		for (let n = 2; this.named(kind, free).length > 0; n++) free = `${base} ${n}`;
		return free;
	}
}

/** An import in the words of the action log. */
export function importLabel(writes: readonly Write[]): string {
	const counted = documentKinds.flatMap((kind) => {
		const count = writes.filter((write) => write.kind === kind).length;
		return count === 0 ? [] : [`${count} ${count === 1 ? kinds[kind].one : kinds[kind].many}`];
	});
	return `Import of ${counted.join(', ')}`;
}
