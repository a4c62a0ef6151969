import { math } from '../quantity/index';
import type { Distribution } from '../parameter/index';
import { fluidAt } from '../water/index';
import type { Recipe } from '../fly/index';
import { chanceAt, FLOOR, markOf, standOn, type ChanceCurve } from '../predict/index';
import { surrogatesOf, type BuildPlace } from './surrogate';
import type { EvaluatedBuild } from './evaluate-build';
import { pointsOf, type Wishes } from './rank';
import { dearestOf } from './price';
import { countsOn, evaluatedAt, readOff } from './search';
import type { Shelf } from './shelf';
import type { Locks } from './dressing-variants';
import { spaceOf } from './space';

/** Several waters for which the fewest flies are wanted. */
export interface CoverQuestion {
	readonly recipe: Recipe;
	readonly locks: Locks;
	readonly shelf: Shelf;
	readonly wishes: Wishes;
	/** Temperature, °C, of each water, in the order of what they ask for. */
	readonly celsius: readonly number[];
	/** The priors where it is not said. */
	readonly distribution?: Distribution;
}

/** A fly of the few, with the waters that it is for. */
export interface Rung extends EvaluatedBuild {
	/** Places in the list of waters: those it is taken for, and all that it would do in. */
	readonly waters: readonly number[];
	readonly would: readonly number[];
	/** Its chance in each of the waters: counted from drifts in those it is taken for, read off the curve in the others. */
	readonly chances: readonly number[];
	readonly points: number;
}

export interface Cover {
	/** The lightest first. */
	readonly rungs: readonly Rung[];
	/** Waters for which nothing in the space is good enough to be tied for. */
	readonly left: readonly number[];
	/** Builds looked at. */
	readonly looked: number;
}

/** As many as fit into the bits of a whole number. */
export const MOST_WATERS = 30;

/**
 * The fewest builds that do the job in all the waters, and of those the ones with the fewest points:
 * every build by tables, each set of waters with the best build for it, and the smallest cover of the
 * waters by such sets (exact, by branch and bound).
 *
 * In a water in which none is good as often as is asked for, those count that come near the best; one in
 * which nothing reaches the floor is left out and named.
 *
 * @param curves the chance over the sink rate in each water, at most MOST_WATERS
 */
export function coverOf(question: CoverQuestion, curves: readonly ChanceCurve[]): Cover {
	if (curves.length > MOST_WATERS) throw new Error(`coverOf: more than ${MOST_WATERS} waters`);
	const { recipe, locks, shelf, wishes, celsius } = question;
	const space = spaceOf(recipe, locks, shelf, wishes.noLead, question.distribution);
	const dearest = dearestOf(space, shelf);
	// Builds sink as they do in the water of the first; what another temperature changes is a per cent or two.
	const fluid = fluidAt(celsius[0]!);
	const best = curves.map(() => 0);
	let looked = 0;
	const goThrough = (
		visit: (chanceIn: (water: number) => number, points: () => number, place: BuildPlace) => void
	) => {
		looked = 0;
		for (let hook = 0; hook < space.hooks.length; hook++) {
			for (let bead = 0; bead < space.beads.length; bead++) {
				const counts = countsOn(space, hook, bead, shelf);
				looked += surrogatesOf(space, hook, bead, fluid, (figures, place) => {
					if (!(figures.weight > 0)) return;
					const weight = math.log(figures.weight);
					visit(
						(water) => chanceAt(curves[water]!, standOn(curves[water]!, figures.log, weight)),
						() => pointsOf(counts(figures, place), wishes, dearest),
						place
					);
				});
			}
		}
	};
	goThrough((chanceIn) => {
		for (let w = 0; w < curves.length; w++) {
			const chance = chanceIn(w);
			if (chance > best[w]!) best[w] = chance;
		}
	});
	const marks = best.map((chance) => (chance < FLOOR ? Infinity : markOf(chance, wishes.enough)));
	/** The best build for each set of waters. */
	const sets = new Map<number, { points: number; place: BuildPlace }>();
	goThrough((chanceIn, pointsNow, place) => {
		let set = 0;
		for (let w = 0; w < curves.length; w++) if (chanceIn(w) >= marks[w]!) set |= 1 << w;
		if (set === 0) return;
		const points = pointsNow();
		const known = sets.get(set);
		if (!known || points < known.points) sets.set(set, { points, place: { ...place } });
	});
	const possible = marks.reduce((all, mark, w) => (mark < Infinity ? all | (1 << w) : all), 0);
	const choices = [...sets].map(([set, { points }]) => ({ set, points }));
	const chosen = smallestCover(choices, possible);
	const rungs = chosen.map((set): Omit<Rung, 'waters'> => {
		const { place } = sets.get(set)!;
		const one = evaluatedAt(space, place, fluid, shelf);
		return {
			...one,
			points: sets.get(set)!.points,
			would: curves.flatMap((_, w) => (set & (1 << w) ? [w] : [])),
			chances: curves.map((curve) => readOff(curve, one))
		};
	});
	rungs.sort((a, b) => a.mass - b.mass);
	return {
		// Where several would do, the lightest is taken.
		rungs: rungs.map((rung, k) => ({
			...rung,
			waters: rung.would.filter((w) => !rungs.slice(0, k).some(({ would }) => would.includes(w)))
		})),
		left: marks.flatMap((mark, w) => (mark === Infinity ? [w] : [])),
		looked
	};
}

/**
 * The smallest number of sets whose union is `all`, and of such choices the one with the fewest points
 * together; empty for an empty `all`.
 *
 * Exact: sets that lie within a cheaper one are dropped, then the element that the fewest sets hold is
 * covered first, deeper and deeper until a cover is found.
 *
 * @param all a union of the sets
 */
export function smallestCover(
	sets: readonly { readonly set: number; readonly points: number }[],
	all: number
): number[] {
	if (all === 0) return [];
	const useful = sets.filter(
		(one, k) =>
			!sets.some(
				(other, j) =>
					j !== k &&
					(one.set & other.set & all) === (one.set & all) &&
					(other.points < one.points || (other.points === one.points && j < k))
			)
	);
	let best: number[] | null = null;
	let bestPoints = Infinity;
	const holding = (element: number) => useful.filter(({ set }) => set & (1 << element));
	const go = (covered: number, chosen: number[], points: number, depth: number): void => {
		const missing = all & ~covered;
		if (missing === 0) {
			if (points < bestPoints) {
				best = [...chosen];
				bestPoints = points;
			}
			return;
		}
		if (depth === 0) return;
		let fewest: readonly { readonly set: number; readonly points: number }[] | null = null;
		for (let element = 0; element < MOST_WATERS; element++) {
			if (!(missing & (1 << element))) continue;
			const here = holding(element);
			if (!fewest || here.length < fewest.length) fewest = here;
		}
		for (const { set, points: more } of fewest ?? []) {
			chosen.push(set);
			go(covered | set, chosen, points + more, depth - 1);
			chosen.pop();
		}
	};
	for (let depth = 1; depth <= MOST_WATERS && !best; depth++) go(0, [], 0, depth);
	return best ?? [];
}
