import type { WeightCode } from '$lib/documents/fly/weight-code';
import type { ShownUnits } from '$core/quantity/index';
import type { Learning } from '$core/learn/index';
import type { TyingRow } from '$lib/documents/batch/body';
import type { Collections, DocumentKind, DocumentRow } from '$lib/documents/kinds';
import type { FieldError } from '$lib/contract/field-error';

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
	/** After it. */
	readonly snapshotVersion: string;
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
/** What other windows are told when something was kept. Without changes: everything may be different. */
export interface ChangeNews {
	readonly snapshotVersion: string;
	readonly changes: readonly DocumentChange[] | null;
	readonly history: HistoryEnds;
}

/** One action of the log. */
export interface Done {
	readonly id: number;
	/** ISO 8601, UTC. */
	readonly at: string;
	readonly label: string;
	/** Whether it still holds; false when it was undone. */
	readonly holds: boolean;
}

/** One action in the history of a document. */
export interface HistoryEntry extends Done {
	/** The document as the action left it; null when it was deleted. */
	readonly after: DocumentRow | null;
	/** The document as it was before; null when the action made it. */
	readonly before: DocumentRow | null;
}

/** Everything that is kept, as it stood at one moment. */
export interface Snapshot extends Collections {
	/** The database's own id, by which a browser keeps what could not be sent. */
	readonly database: string;
	/** What is wrong with the keeping of the data, in words; null when nothing is known. */
	readonly trouble: string | null;
	/** Changes whenever anything is kept; a window that knows another one is stale. */
	readonly snapshotVersion: string;
	/** Where one is at the vise with each batch that was begun. */
	readonly tying: TyingRow[];
	readonly strip: StripSelection;
	/** What figures are shown in. */
	readonly units: ShownUnits;
	/** How the tier tells weights apart in the box; null where they do not. */
	readonly weightCode: WeightCode | null;
	readonly history: HistoryEnds;
}

/** What all that was found has taught. */
export interface LearningAnswer extends Learning {
	/** Changes whenever it is learned of something else, or by another model. */
	readonly origin: string;
	/** How many weighings, drops and outings it is learned from. */
	readonly observations: number;
}

/** How often one build was weighed and timed. */
export interface Measured {
	readonly weighed: number;
	readonly timed: number;
}

/** What a page needs to stand at once: a snapshot without most of the kinds that grow. */
export interface Opening extends Snapshot {
	/** Of which kinds there may be more. */
	readonly left: readonly DocumentKind[];
}
