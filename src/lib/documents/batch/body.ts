import type { FlyColouring, TyingWay } from '../fly/about';
import type { RecipeDocument } from '../fly/recipe';

/** A run of flies from the first hook to the box: what is tied, the order of it, and each fly as it left the vise. */
export interface BatchBodyDocument {
	/** ISO date on which it was begun. */
	on: string;
	state: BatchState;
	/** Flies under way together. */
	carry: number;
	/** What is tied; the recipes are frozen with it. */
	items: BatchItem[];
	/** The order at the vise: of which fly which steps; empty for flies that were not tied step by step. */
	order: BatchTurn[];
	/** Those that are tied, in the order in which they left the vise. */
	flies: TiedFly[];
	/** What is taken from the stock for it: reserved while it is tied, used when it is done. */
	taken: TakenLot[];
	/** What the steps took, by their key. */
	times: StepTime[];
}
export const batchStates = ['tying', 'done'] as const;
export type BatchState = (typeof batchStates)[number];

export interface BatchItem {
	name: string;
	recipe: RecipeDocument;
	count: number;
	/** What tells it apart in the box, as it was said of the fly. */
	colours?: FlyColouring;
	/** Where in the box it lies, as the tier calls the place; nowhere in particular where it is not said. */
	compartment?: string;
	/** As its fly was tied when the run began. */
	tying?: TyingWay;
	/** The prediction as it stood. */
	predicted?: { massG: number; lowG: number; highG: number; sinkMs: number };
}
export interface BatchTurn {
	fly: number;
	/** Places in the list of its steps, first and last. */
	from: number;
	to: number;
}
export interface TiedFly {
	/** Which of the run, from 0; those of the first item first. */
	fly: number;
	/** ISO date. */
	on: string;
	/** As weighed; the mean where several were weighed together. */
	massG?: number;
	/** How many lay on the scale; 1 where it is not said. */
	together?: number;
	/** What the scale's last figure counts. */
	scaleStepG?: number;
	/** It has left the box. */
	out?: OutOfBox;
	outOn?: string;
}
/** Characters of a compartment's name. */
export const MOST_COMPARTMENT = 40;
export const waysOut = ['lost', 'used up', 'given away'] as const;
export type OutOfBox = (typeof waysOut)[number];

export interface TakenLot {
	lotId: string;
	amount: number;
}
export interface StepTime {
	key: string;
	/** How often it was done, and in how many seconds together. */
	times: number;
	seconds: number;
	/** What it usually takes, together. */
	usual: number;
}

/** Where one is at the vise; kept at each key, beside the batch and without an entry in the history. */
export interface TyingProgress {
	/** Steps that are behind one, in the order of the run. */
	place: number;
	/** Turns counted of the present step. */
	counted: number;
	/** When what dries is dry, ms since 1970. */
	drying: { fly: number; at: number }[];
	times: StepTime[];
}
export interface TyingRow extends TyingProgress {
	readonly batchId: string;
}

/** Flies of the whole run. */
export const fliesOf = ({ items }: Pick<BatchBodyDocument, 'items'>) =>
	items.reduce((sum, { count }) => sum + count, 0);

/** Which item a fly of the run is of. */
export function itemOf({ items }: Pick<BatchBodyDocument, 'items'>, fly: number): number {
	let first = 0;
	return items.findIndex(({ count }) => (first += count) > fly);
}

/** Those of an item that are tied and still in the box. */
export const inBox = (body: BatchBodyDocument, item: number) =>
	body.flies.filter(({ fly, out }) => out === undefined && itemOf(body, fly) === item);

/** What it is, in a few words: "6 Rustneck Jig". */
export const batchWords = ({ items }: { readonly items: readonly BatchItem[] }) =>
	items.map(({ count, name }) => `${count} ${name}`).join(', ');

/** What cannot be in a batch though each of its fields may; null when all is well. */
export function batchFault(body: BatchBodyDocument): { path: string; message: string } | null {
	const all = fliesOf(body);
	if (all < 1 || all > MOST_FLIES) {
		return { path: 'body.items', message: `A batch has 1 to ${MOST_FLIES} flies.` };
	}
	const seen = new Set<number>();
	for (const [k, { fly }] of body.flies.entries()) {
		const path = `body.flies[${k}].fly`;
		if (fly >= all) return { path, message: `The batch has ${all} flies, the first being 0.` };
		if (seen.has(fly)) return { path, message: `Fly ${fly} is there twice.` };
		seen.add(fly);
	}
	const wrong = body.order.findIndex(({ fly, from, to }) => fly >= all || to < from);
	if (wrong >= 0) {
		const message = 'A turn names a fly of the run, and its steps from the first to the last.';
		return { path: `body.order[${wrong}]`, message };
	}
	return null;
}
/** Flies of one batch at most. */
export const MOST_FLIES = 200;
