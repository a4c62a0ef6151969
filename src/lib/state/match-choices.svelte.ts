import { USUAL_WISHES, type Locks, type Wishes } from '$core/match/index';

const KEY = 'gravitas-match';

/** The pattern keeps its look; bead and wire are open. */
const USUAL_LOCKS: Locks = { hook: true, bead: false, coil: false, rib: true, dressing: true };

/** What a person leaves open and leans towards, kept in the browser. */
interface Kept {
	readonly locks: Locks;
	readonly wishes: Wishes;
}

/** What may change of a pattern, and what a person leans towards, in every search; kept in the browser. */
export class MatchChoices {
	locks = $state.raw<Locks>(USUAL_LOCKS);
	wishes = $state.raw<Wishes>(USUAL_WISHES);

	/** Reads what was kept; only in the browser. */
	load(): void {
		try {
			const kept = JSON.parse(localStorage.getItem(KEY) ?? '{}') as Partial<Kept>;
			this.locks = fields(USUAL_LOCKS, kept.locks);
			this.wishes = fields(USUAL_WISHES, kept.wishes);
		} catch {
			// Storage is forbidden or holds something else: the usual will do.
		}
	}

	lock(change: Partial<Locks>): void {
		this.locks = { ...this.locks, ...change };
		this.keep();
	}

	wish(change: Partial<Wishes>): void {
		this.wishes = { ...this.wishes, ...change };
		this.keep();
	}

	private keep(): void {
		try {
			localStorage.setItem(KEY, JSON.stringify({ locks: this.locks, wishes: this.wishes }));
		} catch {
			// The choice lasts as long as the page.
		}
	}
}

/** What was kept of a set of choices, field by field, where it is of the usual's kind. */
function fields<T extends object>(usual: T, kept: Partial<T> | undefined): T {
	const known = Object.keys(usual) as (keyof T)[];
	const given = known.filter((key) => {
		const value = kept?.[key];
		return usual[key] === null
			? value === null || typeof value === 'string'
			: typeof value === typeof usual[key];
	});
	return { ...usual, ...Object.fromEntries(given.map((key) => [key, kept![key]])) };
}
