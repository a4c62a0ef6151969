import { bandDistances } from '../drift/index';
import { drifting, worldRun } from '../predict/index';
import { fluidAt } from '../water/index';
import type { Asked } from './asked';
import { before, markOf, pointsOf } from './rank';
import { dearestOf } from './price';
import { familyOf, judgedAt, type Found, type MatchQuestion } from './search';
import { goesOn, spaceOf, type Space } from './space';
import { LEAST_TURNS, MOST_TURNS } from './figures';

/**
 * Drifts by which builds are told apart, in the same worlds and eddies for all (common random numbers);
 * even, since worlds come in pairs.
 */
export const WORLDS = 12;

/**
 * Share of good ones among so many drifts of a build, each in its own world: what the ranking rests on
 * in the end.
 *
 * @param from the first of the drifts
 */
export function goodDrifts(
	question: Pick<MatchQuestion, 'lie' | 'rig' | 'celsius' | 'wanted' | 'believed'>,
	{ recipe }: Pick<Found, 'recipe'>,
	from: number,
	to: number
): number {
	const { lie, rig, celsius, wanted, believed } = question;
	if (!rig)
		throw new Error(
			'goodDrifts: a fly without a line does not drift; the chance is in closed form'
		);
	const ready = drifting({ recipe, lie, rig, celsius, ...(believed && { believed }) });
	const distances = bandDistances(ready.median.column);
	let good = 0;
	for (let k = from; k < to; k++) if (worldRun(ready, k, distances, wanted).good) good++;
	return good;
}

/** Every build of a space, one after the other, whether or not it can be tied. */
export function* placesIn(space: Space) {
	const { hooks, beads, windings, looks } = space;
	for (let hook = 0; hook < hooks.length; hook++) {
		for (let bead = 0; bead < beads.length; bead++) {
			if (!goesOn(space, hooks[hook]!, beads[bead]!)) continue;
			for (let look = 0; look < looks.length; look++) {
				yield { hook, bead, winding: -1, turns: 0, look };
				for (let winding = 0; winding < windings.length; winding++) {
					for (let turns = LEAST_TURNS; turns <= MOST_TURNS; turns++)
						yield { hook, bead, winding, turns, look };
				}
			}
		}
	}
}

/**
 * The plain search: every build looked at in full and followed through the same drifts; easy to
 * believe, and slow (a quarter of a second a build).
 *
 * @param asked for the leans alone
 * @param each only every so-many-th build of the space
 * @returns all that can be tied, by the ranking
 */
export function plainSearch(
	question: MatchQuestion,
	asked: Asked,
	drifts = WORLDS,
	each = 1
): Found[] {
	const { recipe, locks, shelf, wishes, celsius } = question;
	const space = spaceOf(recipe, locks, shelf, wishes.noLead, question.believed);
	const fluid = fluidAt(celsius);
	const dearest = dearestOf(space, shelf);
	const found: Found[] = [];
	let k = 0;
	for (const place of placesIn(space)) {
		if (k++ % each !== 0) continue;
		const one = judgedAt(space, place, asked, fluid, shelf);
		if (!one.fits || !(one.speed > 0)) continue;
		found.push({
			...one,
			chance: goodDrifts(question, one, 0, drifts) / drifts,
			points: pointsOf(one, wishes, dearest),
			family: familyOf(one.recipe),
			look: space.looks[place.look]!.words,
			drifts
		});
	}
	const mark = markOf(Math.max(0, ...found.map(({ chance }) => chance)), wishes);
	return found.sort((a, b) => before(a, b, mark));
}
