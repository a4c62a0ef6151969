import type { Bed, Lie } from '$core/water/index';
import { tidy, type RecipeDocument } from './recipe-document';

export { recipeFromDocument, recipeToDocument, type RecipeDocument } from './recipe-document';

/**
 * Documents as they travel and are stored: units in the names, since this is the edge.
 * Version 0 may still change without a migration, until the drift is built.
 */
export const DOCUMENT_VERSION = 0;

export interface FlyBodyDocument {
	recipe: RecipeDocument;
}
export interface RiverBodyDocument {
	temperatureC: number;
}
export interface LieBodyDocument {
	depthM: number;
	surfaceSpeedMs: number;
	bed: Bed;
	zoneTopM: number;
	approachM: number;
}

/** A packet, a spool or a bag: just one of the materials is there. */
export interface LotBodyDocument {
	hook?: Pick<RecipeDocument['hook'], 'style' | 'size' | 'lengthX' | 'wireX' | 'barbed'>;
	bead?: Pick<NonNullable<RecipeDocument['bead']>, 'metal' | 'shape' | 'diameterMm'>;
	coil?: Pick<NonNullable<RecipeDocument['coil']>, 'metal' | 'wireInch'>;
	thread?: { denier: number };
	rib?: Pick<NonNullable<RecipeDocument['rib']>, 'kind' | 'wireMm'>;
	dressing?: { kind: string };
	finish?: { kind: 'glue' | 'resin' | 'lacquer' };
	/** The person's own: so many weighed together, and a calliper on the wire. */
	measured?: { pieces?: number; togetherG?: number; wireMm?: number };
	/** The ledger: only added to; the count is the sum. */
	entries: LotEntry[];
	/** It is low when no more than this is left. */
	lowAt?: number;
}
export interface LotEntry {
	/** ISO date. */
	on: string;
	kind: 'bought' | 'used' | 'returned' | 'reserved' | 'corrected';
	/** Pieces, metres or packets. */
	amount: number;
	/** For all of it, in the person's own money. */
	price?: number;
}

/** The lie that an empty database starts with; until it is changed the page asks for the person's own water. */
export const FIRST_LIE = 'First lie';

export const documentKinds = ['fly', 'lie', 'river', 'lot'] as const;
export type DocumentKind = (typeof documentKinds)[number];

interface Stored<Kind extends DocumentKind, Body> {
	readonly kind: Kind;
	readonly id: string;
	readonly name: string;
	/** Grows with every change; an edit names the revision that it saw. */
	readonly revision: number;
	readonly body: Body;
}
export type FlyRow = Stored<'fly', FlyBodyDocument>;
export type RiverRow = Stored<'river', RiverBodyDocument>;
export type LieRow = Stored<'lie', LieBodyDocument> & { readonly riverId: string };
export type LotRow = Stored<'lot', LotBodyDocument>;
export type DocumentRow = FlyRow | LieRow | RiverRow | LotRow;

export function lieFromDocument(body: LieBodyDocument): Lie {
	return {
		depth: body.depthM,
		surfaceSpeed: body.surfaceSpeedMs,
		bed: body.bed,
		zoneTop: body.zoneTopM,
		approach: body.approachM
	};
}

export function lieToDocument(lie: Lie): LieBodyDocument {
	return {
		depthM: tidy(lie.depth),
		surfaceSpeedMs: tidy(lie.surfaceSpeed),
		bed: lie.bed,
		zoneTopM: tidy(lie.zoneTop),
		approachM: tidy(lie.approach)
	};
}

/** What was on the strip when the person left. */
export interface StripSelection {
	flyId: string | null;
	lieId: string | null;
}

/** One document's change, as undo and redo report it; null where it is gone. */
export interface DocumentChange {
	readonly kind: DocumentKind;
	readonly id: string;
	readonly row: DocumentRow | null;
}

/** Answer of undo and redo, and of every edit: what changed and what can be undone next. */
export interface ActionAnswer {
	readonly changes: readonly DocumentChange[];
	readonly history: HistoryEnds;
}

/** The labels of what undo and redo would do now; null when there is nothing. */
export interface HistoryEnds {
	readonly undo: string | null;
	readonly redo: string | null;
}

/** Errors of the JSON routes. */
export interface ErrorAnswer {
	readonly message: string;
	readonly errors?: readonly FieldError[];
	/** With 409: the row as it stands now. */
	readonly current?: DocumentRow | null;
	/** With 409: what was changed since the revision that the edit started from, in words. */
	readonly changed?: string;
}
export interface FieldError {
	/** Where, in the request: body.recipe.bead.diameterMm */
	readonly path: string;
	readonly message: string;
}

/** What other windows are told when something was kept. Without changes: everything may be different. */
export interface ChangeNews {
	readonly stand: string;
	readonly changes: readonly DocumentChange[] | null;
	readonly history: HistoryEnds;
}

/** One action in the history of a document. */
export interface HistoryEntry {
	readonly id: number;
	/** ISO 8601, UTC. */
	readonly at: string;
	readonly label: string;
	/** Whether it still holds; false when it was undone. */
	readonly holds: boolean;
	/** The document as the action left it; null when it was deleted. */
	readonly after: DocumentRow | null;
	/** The document as it was before; null when the action made it. */
	readonly before: DocumentRow | null;
}

/** Everything that the page shows, as it stood at one moment. */
export interface Snapshot {
	/** Changes whenever anything is kept; a window that knows another one is stale. */
	readonly stand: string;
	readonly flies: FlyRow[];
	readonly lies: LieRow[];
	readonly rivers: RiverRow[];
	readonly lots: LotRow[];
	readonly strip: StripSelection;
	readonly history: HistoryEnds;
}
