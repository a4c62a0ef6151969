import type { Beliefs } from '../belief/index';
import { buildFly, dressingOf, mediansFor, type HackleChoice, type Recipe } from '../fly/index';
import { ribWound, shorter, slimmer, turnLess } from './trims';

/** What of a pattern a search may change, or is to keep. */
export const lockables = ['hook', 'bead', 'coil', 'rib', 'dressing'] as const;
export type Lockable = (typeof lockables)[number];
/** True: it stays as it is in the pattern. */
export type Locks = Readonly<Record<Lockable, boolean>>;

/** One change of a pattern's dressing: so many steps away from its own look. */
export interface Trim {
	readonly departures: number;
	/** What is otherwise, in a few words. */
	readonly words: string;
	readonly dress: (recipe: Recipe) => Recipe;
}

/** One way to dress a pattern: as it is with some trims, which come one after the other. */
export interface Look {
	/** Places in the list of trims; none as it is. */
	readonly trims: readonly number[];
	readonly departures: number;
	readonly words: string;
}

/**
 * Every way to dress a pattern that is looked at: rib as it is, the other way (close or open) or none;
 * hackle turns down to none; body as it is or a fifth slimmer; tail as it is or a quarter shorter.
 * What is locked stays.
 */
export function looksOf(
	pattern: Recipe,
	locks: Locks,
	believed: Beliefs
): { readonly trims: readonly Trim[]; readonly looks: readonly Look[] } {
	const { rib, hackle, body, tail } = dressingOf(pattern);
	const slim = body && slimmer(body);
	const short = tail && shorter(tail);
	/** Of each row at most one is done. */
	const rows: Trim[][] = [];
	if (!locks.rib && rib) rows.push([ribOther(believed), trim(1, 'no rib', { rib: null })]);
	if (!locks.dressing) {
		if (hackle) rows.push(hackles(hackle));
		if (slim) rows.push([trim(1, 'body a fifth slimmer', { body: slim })]);
		if (short) rows.push([trim(1, 'tail a quarter shorter', { tail: short })]);
	}
	const trims = rows.flat();
	let looks: Look[] = [{ trims: [], departures: 0, words: '' }];
	for (const row of rows) {
		const more = row.map((one) => {
			const at = trims.indexOf(one);
			return looks.map(({ trims: before, departures, words }) => ({
				trims: [...before, at],
				departures: departures + one.departures,
				words: words ? `${words}, ${one.words}` : one.words
			}));
		});
		looks = [...looks, ...more.flat()];
	}
	return { trims, looks };
}

function trim(departures: number, words: string, change: Partial<Recipe>): Trim {
	return { departures, words, dress: (recipe) => ({ ...recipe, ...change }) };
}

/** Close turns are counted over the run of the very fly. */
const ribOther = (believed: Beliefs): Trim => ({
	departures: 1,
	words: 'rib wound the other way',
	dress(recipe) {
		const bare = { ...recipe, coil: null };
		const { dressed, dressing } = buildFly(bare, mediansFor(bare, believed));
		const { end, ribFront } = dressed.layout;
		const rib = dressing.rib && ribWound(dressing.rib, end - ribFront);
		return rib ? { ...recipe, rib } : recipe;
	}
});

function hackles(hackle: HackleChoice): Trim[] {
	const all: Trim[] = [];
	for (let now: HackleChoice | null = hackle, away = 1; now; away++) {
		now = turnLess(now);
		const turns = now?.turns;
		const words = turns ? `${turns} ${turns === 1 ? 'turn' : 'turns'} of hackle` : 'no hackle';
		all.push(trim(away, words, { hackle: now }));
	}
	return all;
}
