import type { Distribution } from '../parameter/index';
import { buildFly, dressingOf, mediansFor, type HackleChoice, type Recipe } from '../fly/index';
import { ribWound, shorter, slimmer, turnLess } from './dressing-changes';

/** What of a pattern a search may change, or is to keep. */
export const lockables = ['hook', 'bead', 'coil', 'rib', 'dressing'] as const;
export type Lockable = (typeof lockables)[number];
/** True: it stays as it is in the pattern. */
export type Locks = Readonly<Record<Lockable, boolean>>;

/** One change of a pattern's dressing: this many steps away from its own look. */
export interface DressingChange {
	readonly departures: number;
	/** What differs, in a few words. */
	readonly words: string;
	readonly dress: (recipe: Recipe) => Recipe;
}

/** One way to dress a pattern: as it is with some changes, which come one after the other. */
export interface DressingVariant {
	/** Places in the list of changes; none as it is. */
	readonly changes: readonly number[];
	readonly departures: number;
	readonly words: string;
}

/**
 * Every way to dress a pattern that is looked at: rib as it is, the other way (close or open) or none;
 * hackle turns down to none; body as it is or a fifth slimmer; tail as it is or a quarter shorter.
 * What is locked stays.
 */
export function dressingVariantsOf(
	pattern: Recipe,
	locks: Locks,
	distribution: Distribution
): {
	readonly dressingChanges: readonly DressingChange[];
	readonly variants: readonly DressingVariant[];
} {
	const { rib, hackle, body, tail } = dressingOf(pattern);
	const slim = body && slimmer(body);
	const short = tail && shorter(tail);
	/** Of each row at most one is done. */
	const rows: DressingChange[][] = [];
	if (!locks.rib && rib) rows.push([ribOther(distribution), change(1, 'no rib', { rib: null })]);
	if (!locks.dressing) {
		if (hackle) rows.push(hackles(hackle));
		if (slim) rows.push([change(1, 'body a fifth slimmer', { body: slim })]);
		if (short) rows.push([change(1, 'tail a quarter shorter', { tail: short })]);
	}
	const changes = rows.flat();
	let variants: DressingVariant[] = [{ changes: [], departures: 0, words: '' }];
	for (const row of rows) {
		const more = row.map((one) => {
			const at = changes.indexOf(one);
			return variants.map(({ changes: before, departures, words }) => ({
				changes: [...before, at],
				departures: departures + one.departures,
				words: words ? `${words}, ${one.words}` : one.words
			}));
		});
		variants = [...variants, ...more.flat()];
	}
	return { dressingChanges: changes, variants };
}

function change(departures: number, words: string, change: Partial<Recipe>): DressingChange {
	return { departures, words, dress: (recipe) => ({ ...recipe, ...change }) };
}

/** Close turns are counted over the run of the very fly. */
const ribOther = (distribution: Distribution): DressingChange => ({
	departures: 1,
	words: 'rib wound the other way',
	dress(recipe) {
		const bare = { ...recipe, coil: null };
		const { dressed, dressing } = buildFly(bare, mediansFor(bare, distribution));
		const { end, ribFront } = dressed.layout;
		const rib = dressing.rib && ribWound(dressing.rib, end - ribFront);
		return rib ? { ...recipe, rib } : recipe;
	}
});

function hackles(hackle: HackleChoice): DressingChange[] {
	const all: DressingChange[] = [];
	for (let now: HackleChoice | null = hackle, away = 1; now; away++) {
		now = turnLess(now);
		const turns = now?.turns;
		const words = turns ? `${turns} ${turns === 1 ? 'turn' : 'turns'} of hackle` : 'no hackle';
		all.push(change(away, words, { hackle: now }));
	}
	return all;
}
