import type { BatchBodyDocument } from './batch/body';
import type { EntryBodyDocument } from './entry/body';
import type { FlyBodyDocument } from './fly/body';
import type { LieBodyDocument } from './lie/body';
import type { LotBodyDocument } from './lot/body';
import { byName, newestFirst } from './order';
import type { OutingBodyDocument } from './outing/body';
import type { RigBodyDocument } from './rig/body';
import type { RiverBodyDocument } from './river/body';

/**
 * Documents travel and are stored with the units in the names of their fields, since this is the edge.
 * Version 0 may still change without a migration.
 */
export const DOCUMENT_VERSION = 0;

/** The kinds of document, each with its body; the list of all of them. */
export interface Bodies {
	fly: FlyBodyDocument;
	rig: RigBodyDocument;
	lie: LieBodyDocument;
	river: RiverBodyDocument;
	/** A lot of the stock. */
	lot: LotBodyDocument;
	batch: BatchBodyDocument;
	/** An entry of the log. */
	entry: EntryBodyDocument;
	/** A day on a river that is planned. */
	outing: OutingBodyDocument;
}
export type DocumentKind = keyof Bodies;

/** The field by which a document of a kind says within which other one it is. */
interface Within {
	lie: { readonly riverId: string };
}

interface Stored<Kind extends DocumentKind> {
	readonly kind: Kind;
	readonly id: string;
	readonly name: string;
	/** Grows with every change; an edit names the revision that it saw. */
	readonly revision: number;
	readonly body: Bodies[Kind];
}
export type RowOf<Kind extends DocumentKind> = Kind extends keyof Within
	? Stored<Kind> & Within[Kind]
	: Kind extends DocumentKind
		? Stored<Kind>
		: never;
export type DocumentRow = RowOf<DocumentKind>;
export type FlyRow = RowOf<'fly'>;
export type RigRow = RowOf<'rig'>;
export type LieRow = RowOf<'lie'>;
export type RiverRow = RowOf<'river'>;
export type LotRow = RowOf<'lot'>;
export type BatchRow = RowOf<'batch'>;
export type EntryRow = RowOf<'entry'>;
export type OutingRow = RowOf<'outing'>;

/** What of a document is edited; the rest is bookkeeping. */
export interface DocumentContent {
	readonly name: string;
	readonly body: DocumentRow['body'];
	/** Of a lie. */
	readonly riverId?: string;
}

/** What is asked of every kind of document everywhere. What only the server asks stands in definitions.ts. */
interface Kind<Of extends DocumentKind> {
	/** What all of them are called in addresses and snapshots, and their folder of an archive. */
	readonly collection: string;
	readonly folder?: string;
	/** In words. */
	readonly one: string;
	readonly many: string;
	/** The kind that each is within, and the field that says in which. */
	readonly within?: { readonly kind: DocumentKind; readonly key: keyof Within[keyof Within] };
	/** There are more with every year: a page that opens gets them bit by bit, once it is there. */
	readonly grows?: true;
	/** The order of its lists. @param rows in the order in which they were made */
	readonly order: (rows: readonly RowOf<Of>[]) => RowOf<Of>[];
}

export const kinds = {
	fly: { collection: 'flies', one: 'fly', many: 'flies', grows: true, order: byName },
	rig: { collection: 'rigs', one: 'rig', many: 'rigs', order: byName },
	lie: {
		collection: 'lies',
		one: 'lie',
		many: 'lies',
		order: byName,
		within: { kind: 'river', key: 'riverId' }
	},
	river: { collection: 'rivers', one: 'river', many: 'rivers', order: byName },
	lot: {
		collection: 'lots',
		folder: 'stock',
		one: 'lot',
		many: 'lots',
		grows: true,
		order: byName
	},
	batch: {
		collection: 'batches',
		one: 'batch',
		many: 'batches',
		grows: true,
		order: newestFirst
	},
	entry: {
		collection: 'entries',
		one: 'entry of the log',
		many: 'entries of the log',
		grows: true,
		order: (rows) => [...rows].sort((a, b) => b.body.at - a.body.at)
	},
	outing: {
		collection: 'outings',
		one: 'outing',
		many: 'outings',
		order: (rows) => [...rows].sort((a, b) => b.body.on.localeCompare(a.body.on))
	}
} as const satisfies { [Of in DocumentKind]: Kind<Of> };

export const documentKinds = Object.keys(kinds) as DocumentKind[];

/** Kinds of which a page that opens does not have all yet. */
export const growingKinds = documentKinds.filter((kind) => 'grows' in kinds[kind]);

/** A value for each kind. */
export const forKinds = <T>(of: (kind: DocumentKind) => T) =>
	Object.fromEntries(documentKinds.map((kind) => [kind, of(kind)])) as Record<DocumentKind, T>;

type CollectionOf<Of extends DocumentKind> = (typeof kinds)[Of]['collection'];
export type Collection = CollectionOf<DocumentKind>;
/** All documents, by collection. */
export type Collections = { readonly [Of in DocumentKind as CollectionOf<Of>]: RowOf<Of>[] };

export const isCollection = (name: string): name is Collection =>
	documentKinds.some((kind) => kinds[kind].collection === name);
export const kindIn = (collection: Collection): DocumentKind =>
	documentKinds.find((kind) => kinds[kind].collection === collection)!;

/** Of an archive. */
export const folderOf = (kind: DocumentKind): string => {
	const {
		collection,
		folder = collection
	}: Pick<Kind<DocumentKind>, 'collection' | 'folder'> = kinds[kind];
	return folder;
};

/** The kind within which a kind is, with the field that says in which. */
export const withinOf = (kind: DocumentKind): Kind<DocumentKind>['within'] =>
	(kinds[kind] as Pick<Kind<DocumentKind>, 'within'>).within;
/** The kinds that are within a kind. */
export const kindsWithin = (kind: DocumentKind): DocumentKind[] =>
	documentKinds.filter((one) => withinOf(one)?.kind === kind);

/** Every document of a snapshot. */
export const rowsIn = (all: Collections): DocumentRow[] =>
	documentKinds.flatMap((kind): readonly DocumentRow[] => all[kinds[kind].collection]);

/** And back. */
export function collectionsOf(rows: readonly DocumentRow[]): Collections {
	const all: Partial<Record<Collection, DocumentRow[]>> = {};
	for (const kind of documentKinds) all[kinds[kind].collection] = [];
	for (const row of rows) all[kinds[row.kind].collection]!.push(row);
	return all as Collections;
}

/** The id of what a document is within; undefined where it is in none. */
export function outerId(row: DocumentRow): string | undefined {
	const key = withinOf(row.kind)?.key;
	return key && (row as DocumentContent)[key];
}

/** What is edited of a stored document. */
export function contentOf(row: DocumentRow): DocumentContent {
	const key = withinOf(row.kind)?.key;
	const { name, body } = row;
	return { name, body, ...(key && { [key]: outerId(row) }) };
}
