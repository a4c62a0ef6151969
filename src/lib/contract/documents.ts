import { handControls, type HandControl, type Rig, type Stretch } from '$core/rig/index';
import type { Lie } from '$core/water/index';
import { GRAM, MILLIMETRE } from '$core/quantity/index';
import type { BatchBodyDocument, TyingRow } from './batches';
import type { EntryBodyDocument } from './entries';
import { tidy, type RecipeDocument } from './recipe-document';
import type { LieBodyDocument, RigBodyDocument, StretchDocument } from './water-and-rig';

export type { LieBodyDocument, RigBodyDocument, StretchDocument } from './water-and-rig';
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
	/** Flow of the day. */
	flowM3s?: number;
	/** Powers of the flow by which depth and speed grow; the usual ones where they are not said. */
	depthExponent?: number;
	speedExponent?: number;
}
/** A packet, a spool or a bag: just one of the materials is there. */
export interface LotBodyDocument {
	hook?: Pick<RecipeDocument['hook'], 'style' | 'size' | 'lengthX' | 'wireX' | 'barbed' | 'eye'>;
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
	/** The batch that it was reserved, returned or used for. */
	batchId?: string;
}

/** The lie that an empty database starts with; until it is changed the page asks for the person's own water. */
export const FIRST_LIE = 'First lie';

export const documentKinds = ['fly', 'rig', 'lie', 'river', 'lot', 'batch', 'entry'] as const;
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
export type RigRow = Stored<'rig', RigBodyDocument>;
export type BatchRow = Stored<'batch', BatchBodyDocument>;
/** An entry of the log. */
export type EntryRow = Stored<'entry', EntryBodyDocument>;
export type DocumentRow = FlyRow | RigRow | LieRow | RiverRow | LotRow | BatchRow | EntryRow;

export function lieFromDocument(body: LieBodyDocument): Lie {
	return {
		depth: body.depthM,
		surfaceSpeed: body.surfaceSpeedMs,
		bed: body.bed,
		zoneTop: body.zoneTopM,
		...(body.approachM === undefined ? {} : { approach: body.approachM }),
		...(body.holdM === undefined ? {} : { hold: body.holdM }),
		...(body.depthFrom === undefined ? {} : { depthFrom: body.depthFrom }),
		...(body.timed === undefined
			? {}
			: { timed: { over: body.timed.overM, seconds: body.timed.runsS } }),
		...(body.notes === undefined ? {} : { notes: body.notes }),
		...(body.surveyedAtM3s === undefined ? {} : { surveyedAt: body.surveyedAtM3s }),
		...(body.residualDepthM === undefined ? {} : { residualDepth: body.residualDepthM })
	};
}

export function lieToDocument(lie: Lie): LieBodyDocument {
	return {
		depthM: tidy(lie.depth),
		surfaceSpeedMs: tidy(lie.surfaceSpeed),
		bed: lie.bed,
		zoneTopM: tidy(lie.zoneTop),
		...(lie.approach === undefined ? {} : { approachM: tidy(lie.approach) }),
		...(lie.hold === undefined ? {} : { holdM: tidy(lie.hold) }),
		...(lie.depthFrom === undefined ? {} : { depthFrom: lie.depthFrom }),
		...(lie.timed === undefined
			? {}
			: { timed: { overM: tidy(lie.timed.over), runsS: lie.timed.seconds.map(tidy) } }),
		...(lie.notes === undefined ? {} : { notes: lie.notes }),
		...(lie.surveyedAt === undefined ? {} : { surveyedAtM3s: tidy(lie.surveyedAt) }),
		...(lie.residualDepth === undefined ? {} : { residualDepthM: tidy(lie.residualDepth) })
	};
}

export function rigFromDocument(body: RigBodyDocument): Rig {
	return {
		way: body.way,
		rod: body.rodM,
		tipHeight: body.tipHeightM,
		lead: body.lead,
		leader: stretchFrom(body.leader),
		tippet: stretchFrom(body.tippet),
		float: body.floatMm * MILLIMETRE,
		carries: body.carriesG * GRAM,
		countdown: body.countdownS,
		retrieve: body.retrieveMs,
		landing: body.landing,
		set: body.set ?? setBefore(body),
		feelsBed: body.feelsBed ?? false
	};
}

/**
 * Which controls count as set in a rig of before they had a flag: those whose number is not that of the
 * starter rig of that time, which nobody had touched then.
 */
function setBefore(body: RigBodyDocument): Record<HandControl, boolean> {
	return {
		line: body.leader.lengthM !== 2.4,
		hangs: body.tippet.lengthM !== 1.2,
		countdown: body.countdownS !== 8,
		retrieve: body.retrieveMs !== 0.1,
		lead: body.lead !== 0.8,
		landing: body.landing !== 'slack'
	};
}

export function rigToDocument(rig: Rig): RigBodyDocument {
	return {
		way: rig.way,
		rodM: tidy(rig.rod),
		tipHeightM: tidy(rig.tipHeight),
		lead: tidy(rig.lead),
		leader: stretchTo(rig.leader),
		tippet: stretchTo(rig.tippet),
		floatMm: tidy(rig.float / MILLIMETRE),
		carriesG: tidy(rig.carries / GRAM),
		countdownS: tidy(rig.countdown),
		retrieveMs: tidy(rig.retrieve),
		landing: rig.landing,
		set: setTo(rig),
		...(rig.feelsBed ? { feelsBed: true } : {})
	};
}

/** A flag for each control, in the order of their list. */
const setTo = ({ set }: Rig) =>
	Object.fromEntries(handControls.map((control) => [control, set[control]])) as Record<
		HandControl,
		boolean
	>;

const stretchFrom = ({ lengthM, diameterMm, material }: StretchDocument): Stretch => ({
	length: lengthM,
	diameter: diameterMm * MILLIMETRE,
	material
});
const stretchTo = ({ length, diameter, material }: Stretch): StretchDocument => ({
	lengthM: tidy(length),
	diameterMm: tidy(diameter / MILLIMETRE),
	material
});

/** What was on the strip when the person left. */
export interface StripSelection {
	flyId: string | null;
	lieId: string | null;
	/** null: sinking freely, without a line. */
	rigId: string | null;
	/** The rig that was there last, by which chances are meant while there is none. */
	lastRigId?: string | null;
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
	/** Of several changes which one it is about, counted from 0. */
	readonly change?: number;
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
	readonly rigs: RigRow[];
	readonly lies: LieRow[];
	readonly rivers: RiverRow[];
	readonly lots: LotRow[];
	readonly batches: BatchRow[];
	readonly entries: EntryRow[];
	/** Where one is at the vise with each batch that was begun. */
	readonly tying: TyingRow[];
	readonly strip: StripSelection;
	readonly history: HistoryEnds;
}
