import { beadWords, coilWords, hookWords } from '$core/fly/index';
import { inBox } from '$lib/documents/batch/body';
import type { Seen } from '$lib/documents/fly/weight-code';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { BatchRow } from '$lib/documents/kinds';

/** Flies of one kind in the box, from one run. */
export interface Boxed {
	readonly row: BatchRow;
	/** Which of the run's items. */
	readonly item: number;
	/** Of both. */
	readonly id: string;
	readonly name: string;
	/** How many are there, and how many of the run are tied at all. */
	readonly left: number;
	readonly tied: number;
	/** As weighed on average, else as predicted when it was tied, g; null where neither is known. */
	readonly massG: number | null;
	/** As predicted when it was tied, m/s; null where it is not known. */
	readonly sinkMs: number | null;
	/** Empty for nowhere in particular. */
	readonly compartment: string;
}

export function boxed(row: BatchRow, item: number): Boxed {
	const { name, predicted, compartment = '' } = row.body.items[item]!;
	const left = inBox(row.body, item);
	const weights = left.flatMap(({ massG }) => massG ?? []);
	return {
		row,
		item,
		id: `${row.id} ${item}`,
		name,
		compartment,
		sinkMs: predicted?.sinkMs ?? null,
		left: left.length,
		tied: row.body.flies.length,
		massG:
			weights.length > 0
				? weights.reduce((a, b) => a + b, 0) / weights.length
				: (predicted?.massG ?? null)
	};
}

/** The orders in which the box is listed. */
export const boxOrders = {
	day: {
		words: 'tied last first',
		compare: (a, b) => b.row.body.on.localeCompare(a.row.body.on)
	},
	name: { words: 'by name', compare: (a, b) => a.name.localeCompare(b.name) },
	weight: { words: 'lightest first', compare: (a, b) => (a.massG ?? 1e9) - (b.massG ?? 1e9) },
	count: { words: 'fewest first', compare: (a, b) => a.left - b.left }
} as const satisfies Record<string, { words: string; compare: (a: Boxed, b: Boxed) => number }>;
export type BoxOrder = keyof typeof boxOrders;

export const recipeIn = ({ row, item }: Boxed) => recipeFromDocument(row.body.items[item]!.recipe);

/** What is searched. */
export function boxText(one: Boxed): string {
	const { hook, bead, coil } = recipeIn(one);
	const { colours = {} } = one.row.body.items[one.item]!;
	return [
		one.name,
		one.compartment,
		hookWords(hook),
		bead ? beadWords(bead) : 'no bead',
		coil ? coilWords(coil) : '',
		...Object.entries(colours).map(([part, colour]) => `${colour} ${part}`)
	].join(', ');
}

/** As the eye sees it; null where its weight is not known. */
export function seenIn(one: Boxed): Seen | null {
	if (one.massG === null) return null;
	const { hook, bead } = recipeIn(one);
	return {
		name: one.name,
		look: `${hook.style} ${hook.size} ${bead ? `${bead.metal} ${bead.shape}` : 'no bead'}`,
		colours: one.row.body.items[one.item]!.colours ?? {},
		massG: one.massG
	};
}

/** The compartments that something lies in, by name; nowhere in particular last. */
export function compartmentsOf(rows: readonly Boxed[], empty: readonly string[] = []): string[] {
	const named = new Set([...rows.map(({ compartment }) => compartment), ...empty]);
	named.delete('');
	return [...[...named].sort((a, b) => a.localeCompare(b, undefined, { numeric: true })), ''];
}
