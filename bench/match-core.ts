import {
	SearchWorker,
	cellsOf,
	chanceOf,
	evaluate,
	match,
	plainSearch,
	placesIn,
	spaceOf,
	surveyed,
	USUAL_WISHES,
	waterAt,
	type MapCurves,
	type MapSpan,
	type SearchChannel,
	type MatchQuestion
} from '../src/core/match/index';
import { prior } from '../src/core/parameter/index';
import { fluidAt } from '../src/core/water/index';
import { chanceOnMap } from '../src/core/match/box-map';
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

/** Cells along each side of the map, and flies in the box. */
const CELLS = 12;
const FLIES = 200;
/** Places at which the map is held against the drifts, and drifts at each: ±0.035 of their own. */
const SAMPLED = 200;
const DRIFTS_EACH = 200;

/**
 * The map of a box of 200 flies over 12 × 12 waters, and how far it is from the drifts' own chances.
 *
 * @returns ms until the first colours and until the last; share of the sampled places that are within 0.1, the
 *   root mean square and the worst difference
 */
export async function mapped(asked: MatchQuestion, channels: readonly SearchChannel[]) {
	const space = spaceOf(asked.recipe, asked.locks, asked.shelf);
	let all = 0;
	for (const place of placesIn(space)) if (place) all++;
	const fluid = fluidAt(asked.celsius);
	const recipes = plainSearch(asked, 1, Math.floor(all / (1.3 * FLIES)))
		.slice(0, FLIES)
		.map(({ recipe }) => recipe);
	const flies = recipes.map((recipe) => evaluate(recipe, fluid));
	const question = { ...asked, distribution: prior };
	const span: MapSpan = { depths: [0.4, 1.6], speeds: [0.2, 1.1] };
	const start = performance.now();
	let first = 0;
	let curves: MapCurves = [];
	await surveyed(question, span, channels, (now) => {
		curves = now;
		cellsOf(now, flies, CELLS);
		first ||= performance.now() - start;
	});
	const whole = performance.now() - start;
	let within = 0;
	let squares = 0;
	let worst = 0;
	for (let k = 0; k < SAMPLED; k++) {
		const fly = k % flies.length;
		// Evenly over the map and apart from the flies' order: the golden ratio's steps.
		const across = (0.5 + k * 0.618034) % 1;
		const down = (0.5 + k * 0.754878) % 1;
		const lie = { ...asked.lie, ...waterAt(span, across, down) };
		const { chance } = chanceOf({ ...question, recipe: recipes[fly]!, lie }, DRIFTS_EACH);
		const off = Math.abs((chanceOnMap(curves, flies[fly]!, across, down) ?? 0) - chance);
		within += off <= 0.1 ? 1 / SAMPLED : 0;
		squares += (off * off) / SAMPLED;
		worst = Math.max(worst, off);
	}
	return { flies: flies.length, first, whole, within, rms: Math.sqrt(squares), worst };
}
