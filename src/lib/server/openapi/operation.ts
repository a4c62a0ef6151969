import type { JsonSchema } from '$lib/contract/fields';

/** One operation of the API, with examples that are tested. */
export interface Operation {
	readonly method: 'get' | 'post' | 'put' | 'delete';
	readonly path: string;
	readonly summary: string;
	readonly query?: Readonly<Record<string, { about: string; schema: JsonSchema }>>;
	readonly body?: { readonly schema: JsonSchema; readonly types?: readonly string[] };
	/** Schema of what a success answers, or the media type of a file. */
	readonly answer: { readonly status: number; readonly content: JsonSchema | string };
	/** Further answers, all of them errors in words. */
	readonly errors?: readonly number[];
	/**
	 * Requests that work, each with the status that it gets. In the order of the document they make a
	 * whole: what one makes, the next ones change. `{backup}` stands for the newest backup's name.
	 */
	readonly examples: readonly Example[];
}
export interface Example {
	readonly path: string;
	readonly body?: unknown;
	readonly status: number;
}
