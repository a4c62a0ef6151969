/** What the server says to the database thread, and what it answers. */
export type Request =
	| { readonly id: number; readonly kind: 'query'; sql: string; params: readonly unknown[] }
	| { readonly id: number; readonly kind: 'script'; sql: string }
	| { readonly id: number; readonly kind: 'close' };

export type EngineAnswer =
	| { readonly id: number; readonly ok: true; rows: unknown[] }
	| { readonly id: number; readonly ok: false; message: string; code: string };

export interface WorkerSettings {
	/** Folder of the database's files. */
	readonly folder: string;
	/** One whole number that grows whenever the engine does something with its files. */
	readonly beats: SharedArrayBuffer;
	/** Paths of PGlite's modules: the bundled thread cannot look packages up itself. */
	readonly pglite: string;
	readonly nodefs: string;
	/** The engine's code. */
	readonly code: WebAssembly.Module;
}

/** Answered when the engine no longer does what it is told; its thread must be replaced. */
export const DEAD_ENGINE = '57P02';
