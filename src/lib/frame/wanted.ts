import type { DocumentKind } from '$lib/documents/kinds';

/** Of the kinds that grow, those of which a view shows all. */
interface Wanted {
	/** Without these it has nothing to say. */
	readonly first: readonly DocumentKind[];
	/** It stands without these, and gets them at once. */
	readonly then: readonly DocumentKind[];
}
const NOTHING: Wanted = { first: [], then: [] };

/** By the view's address. What is not named here stands with what a page is opened with: the strip's fly and the waters. */
const wantedAt: Readonly<Record<string, Wanted>> = {
	'/': { first: [], then: ['lot'] },
	'/water': { first: [], then: ['lot'] },
	'/drift': { first: [], then: ['lot'] },
	'/match': { first: ['lot'], then: [] },
	'/batch': { first: ['fly', 'lot', 'batch'], then: [] },
	'/box': { first: ['batch', 'lot'], then: [] },
	'/outing': { first: ['batch', 'lot'], then: ['fly'] },
	'/log': { first: ['entry', 'lot', 'batch', 'fly'], then: [] },
	'/beads': { first: ['lot'], then: [] },
	'/stock': { first: ['lot'], then: [] }
};

export const wantedIn = (address: string | null): Wanted => wantedAt[address ?? ''] ?? NOTHING;
