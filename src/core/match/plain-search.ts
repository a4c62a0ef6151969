import { distributionIn, DRIFTS, drifting, markOf } from '../predict/index';
import { fluidAt } from '../water/index';
import { before, pointsOf } from './rank';
import { followed } from './follow';
import { dearestOf } from './price';
import { familyOf, evaluatedAt, type FoundBuild } from './search';
import type { MatchQuestion } from './question';
import { goesOn, spaceOf, type Space } from './space';
import { LEAST_TURNS, MOST_TURNS } from './surrogate';

/** No coil, and every coil of this many windings. */
function* coils(windings: number) {
	yield { winding: -1, turns: 0 };
	for (let winding = 0; winding < windings; winding++) {
		for (let turns = LEAST_TURNS; turns <= MOST_TURNS; turns++) yield { winding, turns };
	}
}

/** Every build of a space, one after the other, whether or not it can be tied. */
export function* placesIn(space: Space) {
	const { hooks, beads, windings, variants } = space;
	for (let hook = 0; hook < hooks.length; hook++) {
		for (let bead = 0; bead < beads.length; bead++) {
			if (!goesOn(space, hooks[hook]!, beads[bead]!)) continue;
			for (let variant = 0; variant < variants.length; variant++) {
				for (const wound of coils(windings.length)) yield { hook, bead, ...wound, variant };
			}
		}
	}
}

/**
 * The plain search: every build looked at in full and followed through the same drifts; easy to
 * believe, and slow (a quarter of a second a build).
 *
 * @param each only every so-many-th build of the space
 * @returns all that can be tied, by the ranking
 */
export function plainSearch(
	question: MatchQuestion,
	drifts: number = DRIFTS.listed,
	each = 1
): FoundBuild[] {
	const { recipe, locks, shelf, wishes, celsius } = question;
	const space = spaceOf(recipe, locks, shelf, wishes.noLead, distributionIn(question));
	const fluid = fluidAt(celsius);
	const dearest = dearestOf(space, shelf);
	const found: FoundBuild[] = [];
	let k = 0;
	for (const place of placesIn(space)) {
		if (k++ % each !== 0) continue;
		const one = evaluatedAt(space, place, fluid, shelf);
		if (!one.fits || !(one.speed > 0)) continue;
		const { good, miss } = followed(drifting({ ...question, recipe: one.recipe }), 0, drifts);
		found.push({
			...one,
			chance: good / drifts,
			miss: miss / drifts,
			points: pointsOf(one, wishes, dearest),
			family: familyOf(one.recipe),
			look: space.variants[place.variant]!.words,
			drifts
		});
	}
	const mark = markOf(Math.max(0, ...found.map(({ chance }) => chance)), wishes.enough);
	return found.sort((a, b) => before(a, b, mark));
}
