import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { vi } from 'vitest';
import type { LearningAnswer, Snapshot } from '$lib/api/answers';
import { NOTHING_LEARNED } from '$lib/api/nothing-learned';
import { Workspace } from './workspace.svelte';

const file = join(import.meta.dirname, '../server/fixtures/schema-8/snapshot.json');
type Kept = Omit<Snapshot, 'snapshotVersion' | 'database' | 'trouble'>;
/** A window's data as an earlier version kept them; what that had no kind for yet is empty. */
export const was: Kept = {
	outings: [],
	...(JSON.parse(readFileSync(file, 'utf8')) as Omit<Kept, 'outings'>)
};

/** A window on these data, but for `change`. */
export const open = (
	change: Partial<Snapshot> = {},
	storage: Storage | null = null,
	learning: LearningAnswer | null = NOTHING_LEARNED
) =>
	new Workspace(
		{ ...was, snapshotVersion: 'a.0', database: 'd', trouble: null, ...change },
		learning,
		storage
	);

export const named = <Row extends { readonly name: string }>(rows: readonly Row[], name: string) =>
	rows.find((row) => row.name === name)!;

/** The browser's storage. @param entries what it holds already */
export function storageOf(entries = new Map<string, string>()): Storage {
	return {
		getItem: (key: string) => entries.get(key) ?? null,
		setItem: (key: string, value: string) => entries.set(key, value),
		removeItem: (key: string) => entries.delete(key),
		key: (place: number) => [...entries.keys()][place] ?? null,
		get length() {
			return entries.size;
		}
	} as unknown as Storage;
}

interface Answered {
	readonly status: number;
	readonly body: unknown;
	/** Where the next page is. */
	readonly link?: string;
}

/** The server of a window: what was asked of it, and what it answers. Taken off by `vi.unstubAllGlobals()`. */
export class StandInServer {
	asked: { method: string; path: string; body: unknown }[] = [];
	answers: (path: string) => Answered = () => ({ status: 200, body: {} });

	constructor() {
		vi.stubGlobal('fetch', (path: string, { method, body }: { method: string; body?: string }) => {
			this.asked.push({ method, path, body: body && JSON.parse(body) });
			const { status, body: told, link } = this.answers(path);
			const headers = link ? { link: `<${link}>; rel="next"` } : undefined;
			return Promise.resolve(new Response(JSON.stringify(told), { status, headers }));
		});
	}

	/** But for what it is asked to learn of what it was told. */
	get told() {
		return this.asked.filter(({ path }) => !path.startsWith('/api/learning'));
	}
}
