import { beadWords, hookWords } from '$core/fly/index';
import { aboutTexts, aboutWords, type AboutText } from '$lib/documents/fly/about';
import { recipeFromDocument } from '$lib/documents/fly/recipe';
import type { FlyRow } from '$lib/documents/kinds';

/** What flies are listed by. */
export const flyOrders = {
	name: { words: 'name', of: () => null },
	hook: { words: 'hook size', of: ({ body }) => -body.recipe.hook.size },
	bead: { words: 'bead size', of: ({ body }) => body.recipe.bead?.diameterMm ?? null },
	imitates: { words: 'what it imitates', of: ({ body }) => body.about?.imitates ?? null },
	season: { words: 'season', of: ({ body }) => body.about?.season ?? null },
	water: { words: 'water', of: ({ body }) => body.about?.water ?? null },
	tags: { words: 'tags', of: ({ body }) => body.about?.tags ?? null },
	minutes: { words: 'time it took', of: ({ body }) => body.about?.minutes ?? null }
} as const satisfies Record<
	string,
	{ readonly words: string; of(fly: FlyRow): string | number | null }
>;
export type FlyOrder = keyof typeof flyOrders;
export const flyOrderNames = Object.keys(flyOrders) as readonly FlyOrder[];

/** In an order; those of which it is not said come last, and alike ones by name, as they are given. */
export function inOrder(flies: readonly FlyRow[], order: FlyOrder): readonly FlyRow[] {
	if (order === 'name') return flies;
	const { of } = flyOrders[order];
	return flies.toSorted((a, b) => {
		const [x, y] = [of(a), of(b)];
		if (x === null || y === null) return Number(x === null) - Number(y === null);
		return typeof x === 'number' ? x - Number(y) : x.localeCompare(String(y));
	});
}

/** A fly as it stands in a list to choose from. */
export function listed({ id, name, body }: FlyRow, order: FlyOrder = 'name') {
	const { hook, bead } = recipeFromDocument(body.recipe);
	const detail = `${hookWords(hook)} · ${bead ? beadWords(bead) : 'no bead'}`;
	const { about } = body;
	// What they are listed by is seen.
	const by =
		order in aboutTexts
			? about?.[order as AboutText]
			: order === 'minutes' && about?.minutes
				? `${about.minutes} min`
				: '';
	return { id, name, detail: by ? `${detail} · ${by}` : detail, also: aboutWords(about) };
}
