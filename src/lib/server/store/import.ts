import { createHash } from 'node:crypto';
import { difference, sameContent } from '$lib/contract/changes';
import {
	documentKinds,
	type DocumentKind,
	type DocumentRow,
	type FieldError,
	type LotBodyDocument
} from '$lib/contract/documents';
import type { ImportChoice, ImportItem } from '$lib/contract/files';
import { joinedLedger } from '$lib/contract/lots';
import { clipped } from '$lib/contract/names';
import {
	BatchFile,
	EntryFile,
	FlyFile,
	LieFile,
	LotFile,
	RigFile,
	RiverFile
} from '$lib/contract/validation';
import { parse } from '$lib/contract/parse';
import type { Queryable } from '../db/database';
import { breather } from '../breather';
import { checkContent } from './content';
import { listDocuments, type DocumentContent } from './documents';
import { Refusal } from './refusal';
import type { Write } from './store';

/** A document as a file brings it. */
interface Incoming {
	readonly kind: DocumentKind;
	readonly id: string | null;
	readonly name: string;
	readonly body: DocumentRow['body'];
	readonly source: string;
	/** What a place in it is called where it comes from. */
	readonly placeOf: (path: string) => string;
	/** Of a lie: which of the incoming documents is its river. */
	readonly river: Incoming | null;
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
	const known = (id: string | undefined, name: string) => ({
		...{ id: id?.toLowerCase() ?? null, name: name.trim(), ...from }
	});
	const read = <T extends object>(type: new () => T) => readAs(from, type, raw);
	const format =
		typeof raw === 'object' && raw !== null ? (raw as { format?: unknown }).format : undefined;
	switch (format) {
		case 'gravitas/fly': {
			const { id, name, body } = read(FlyFile);
			return [{ kind: 'fly', ...known(id, name), body, river: null }];
		}
		case 'gravitas/lie': {
			const { id, name, body, river } = read(LieFile);
			const itsRiver: Incoming = {
				kind: 'river',
				...known(river.id, river.name),
				body: river.body,
				river: null
			};
			return [itsRiver, { kind: 'lie', ...known(id, name), body, river: itsRiver }];
		}
		case 'gravitas/river': {
			const { id, name, body, lies } = read(RiverFile);
			const river: Incoming = { kind: 'river', ...known(id, name), body, river: null };
			return [
				river,
				...lies.map((lie): Incoming => ({
					kind: 'lie',
					...known(lie.id, lie.name),
					body: lie.body,
					river
				}))
			];
		}
		case 'gravitas/rig': {
			const { id, name, body } = read(RigFile);
			return [{ kind: 'rig', ...known(id, name), body, river: null }];
		}
		case 'gravitas/lot': {
			const { id, name, body } = read(LotFile);
			return [{ kind: 'lot', ...known(id, name), body, river: null }];
		}
		case 'gravitas/batch': {
			const { id, name, body } = read(BatchFile);
			return [{ kind: 'batch', ...known(id, name), body, river: null }];
		}
		case 'gravitas/entry': {
			const { id, name, body } = read(EntryFile);
			return [{ kind: 'entry', ...known(id, name), body, river: null }];
		}
		default: {
			const message =
				'The format must be gravitas/fly, gravitas/rig, gravitas/lie, gravitas/river, gravitas/lot, gravitas/batch or gravitas/entry; this is no document of Gravitas.';
			throw new Refusal(422, `${source}: ${message}`, { errors: [{ path: 'format', message }] });
		}
	}
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
 * @param choose what to do with a document that is here and differs
 */
export async function planImport(
	db: Queryable,
	incoming: readonly Incoming[],
	choose: (kind: DocumentKind, id: string) => ImportChoice
): Promise<ImportPlan> {
	// As it will be after what is planned so far; a later file may bring the same document again.
	const here = new Shelf();
	for (const kind of documentKinds) {
		for (const row of await listDocuments(db, kind)) here.put(row);
	}
	// What is here under its id goes first: it may give up the name by which another is found.
	const rank = { river: 0, lie: 2, lot: 4, fly: 6, rig: 8, batch: 10, entry: 12 } as const;
	const order = incoming
		.map((document, place) => {
			const known = document.id !== null && here.get(document.kind, document.id) !== undefined;
			return { document, place, rank: rank[document.kind] + (known ? 0 : 1) };
		})
		.sort((a, b) => a.rank - b.rank);
	const items: ImportItem[] = [];
	const writes = new Map<string, Write>();
	/** Under which id each incoming river is here afterwards. */
	const rivers = new Map<Incoming, string>();

	const breathe = breather();
	for (const { document, place } of order) {
		await breathe();
		const { kind, name, source } = document;
		let { body } = document;
		const riverId = document.river ? rivers.get(document.river)! : undefined;
		const rest = riverId === undefined ? {} : { riverId };
		const equal = (row: DocumentRow) => row.name === name && sameContent(row.body, body);
		const namesakes = here.named(kind, name);
		const fallback = idFor(kind, name, body, riverId);
		const found =
			here.get(kind, document.id ?? fallback) ??
			namesakes.find((row) => equal(row) && (row.kind !== 'lie' || row.riverId === riverId)) ??
			// Entries of the log are of one fly again and again: a name says nothing of which.
			(document.id === null && kind !== 'entry'
				? namesakes.find((row) => row.kind !== 'lie' || row.riverId === riverId)
				: undefined);
		const write = (id: string, content: DocumentContent) => {
			checkFrom(document, content, here.get(kind, id) ?? null);
			writes.set(`${kind}:${id}`, { kind, id, content });
			here.put({ kind, id, revision: 1, ...content } as DocumentRow);
		};

		const id = found?.id ?? document.id ?? fallback;
		if (kind === 'river') rivers.set(document, id);
		if (!found) {
			write(id, { name, body, ...rest });
			items[place] = { kind, id, name, source, status: 'new', words: '', choice: 'take' };
			continue;
		}
		const asRead = body;
		if (found.kind === 'lot') {
			// A ledger only grows: what the file does not know of stays.
			const lot = body as LotBodyDocument;
			body = { ...lot, entries: [...joinedLedger(found.body.entries, lot.entries)] };
		}
		if (equal(found)) {
			items[place] = { kind, id, name, source, status: 'same', words: '', choice: 'keep' };
			continue;
		}
		const choice = choose(kind, id);
		const there = { ...found, name, body } as DocumentRow;
		const { words } = difference(found, there);
		// A lie that is here stays in its river; only what the file says of the water counts.
		const kept = found.kind === 'lie' ? { riverId: found.riverId } : rest;
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
class Shelf {
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
	const words = {
		fly: ['fly', 'flies'],
		rig: ['rig', 'rigs'],
		lie: ['lie', 'lies'],
		river: ['river', 'rivers'],
		lot: ['lot', 'lots'],
		batch: ['batch', 'batches'],
		entry: ['entry of the log', 'entries of the log']
	} as const;
	const counted = documentKinds.flatMap((kind) => {
		const count = writes.filter((write) => write.kind === kind).length;
		return count === 0 ? [] : [`${count} ${words[kind][count === 1 ? 0 : 1]}`];
	});
	return `Import of ${counted.join(', ')}`;
}
