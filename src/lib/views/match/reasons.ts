import { does, termsOf, type FoundBuild, type WishTerm, type Wishes } from '$core/match/index';
import { shown } from '$core/quantity/index';

/** A term of the points must make so much of a difference to be said. */
const WORTH_SAYING = 2;

/** Shares of good drifts that differ by more than this are told apart. */
const LESS = 0.05;

const share = (ratio: number) => `${Math.max(1, Math.round(100 * (ratio - 1)))} %`;

/** What sets a build behind the first, by one of its terms. */
function words(term: WishTerm, one: FoundBuild, first: FoundBuild): string {
	switch (term) {
		case 'mass':
			return `${share(one.mass / first.mass)} heavier`;
		case 'bulk':
			return `${share(one.bulk / first.bulk)} thicker`;
		case 'gap':
			return `${shown.small.words(first.gapLeft - one.gapLeft, 1)} less gap`;
		case 'head':
			return 'a bigger head';
		case 'pitch':
			return 'hangs otherwise than you like';
		case 'price':
			return one.price === null ? 'price not known' : 'dearer';
		case 'troubles':
			return 'something to regret';
		case 'departures':
			return 'further from the pattern';
		case 'tungsten':
			return 'takes tungsten';
		case 'apart':
			return 'its wire does not hold the bead';
	}
}

/**
 * Why a build stands where it does: the first for what it is, another for the two things that set it
 * back most behind the first, a third for what falls short.
 *
 * @param mark the chance from which on a build does the job
 */
export function reasonFor(
	one: FoundBuild,
	first: FoundBuild,
	mark: number,
	wishes: Wishes,
	dearest: number
): string {
	if (!does(one, mark)) {
		return one === first
			? `comes nearest to the zone, ${shown.hand.words(one.miss, 0)} above it on average`
			: 'good less often than the others';
	}
	if (one === first) {
		return one.chance >= wishes.enough
			? 'the lightest and slimmest that does the job'
			: 'the lightest and slimmest that comes near the best';
	}
	const [mine, best] = [termsOf(one, wishes, dearest), termsOf(first, wishes, dearest)];
	const behind = (Object.keys(mine) as WishTerm[])
		.map((term) => ({ term, more: mine[term] - best[term] }))
		// Troubles are said beside it, each by its own figure.
		.filter(({ term, more }) => more >= WORTH_SAYING && term !== 'troubles')
		.sort((a, b) => b.more - a.more)
		.slice(0, 2);
	const less = first.chance - one.chance > LESS ? ['good a little less often'] : [];
	const all = [...less, ...behind.map(({ term }) => words(term, one, first))];
	return all.length === 0 ? 'as good as the first' : all.join(', ');
}
