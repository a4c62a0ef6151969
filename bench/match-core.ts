import {
	SearchWorker,
	match,
	plainSearch,
	placesIn,
	spaceOf,
	USUAL_WISHES,
	type SearchChannel,
	type MatchQuestion
} from '../src/core/match/index';
import { lieFromDocument } from '../src/lib/documents/lie/body';
import { recipeFromDocument } from '../src/lib/documents/fly/recipe';
import { rigFromDocument } from '../src/lib/documents/rig/body';
import type { Snapshot } from '../src/lib/api/answers';
import { shelfOf } from '../src/lib/documents/lot/shelf';

/** The demo's jig in its run on its rig, everything open but the rib, from the demo's drawers alone. */
export function question({ flies, lies, rigs, lots }: Snapshot, rib = true): MatchQuestion {
	const named = <Row extends { readonly name: string }>(rows: readonly Row[], name: string) =>
		rows.find((row) => row.name === name)!;
	return {
		recipe: recipeFromDocument(named(flies, 'Rustneck Jig').body.recipe),
		lie: lieFromDocument(named(lies, 'Footbridge run').body),
		rig: rigFromDocument(named(rigs, 'Long arm').body),
		celsius: 8,
		locks: { hook: false, bead: false, coil: false, rib, dressing: false },
		shelf: shelfOf(lots, true),
		wishes: { ...USUAL_WISHES, onlyOwned: true }
	};
}

export const worker = () => new SearchWorker();

/**
 * @param confirm whether the winners are followed too
 * @returns ms until everything was searched, and until the winners were confirmed; builds looked at
 */
export async function timed(
	asked: MatchQuestion,
	channels: readonly SearchChannel[],
	confirm = false
) {
	const start = performance.now();
	let searched = 0;
	let looked = 0;
	await match(
		asked,
		channels,
		({ phase, share }, answer) => {
			if (phase !== 'looking' || share < 1 || !answer) return;
			searched ||= performance.now() - start;
			({ looked } = answer);
		},
		() => searched > 0 && !confirm
	);
	return { searched, whole: performance.now() - start, looked };
}

/** ms a build of the plain search, on a sample of this many of the space. */
export function plainEach(asked: MatchQuestion, sample: number): number {
	const space = spaceOf(asked.recipe, asked.locks, asked.shelf);
	let all = 0;
	for (const place of placesIn(space)) if (place) all++;
	const start = performance.now();
	const found = plainSearch(asked, 12, Math.ceil(all / sample));
	return (performance.now() - start) / found.length;
}
