import { math } from '../quantity/index';
import { USUAL_ENOUGH } from '../predict/index';
/**
 * How builds are ranked. Those that do the job stand first, the least points first; then those that fall
 * short, the best chance first, and of those that are never good the nearest first. A build does the job
 * when its chance of a good drift is at least the mark (`markOf` of predict/verdict). Points are per cent of mass: a
 * build of a per cent less mass, or a per cent slimmer, has a point less.
 */

/** What counts about a build. SI. */
export interface Counts {
	/** kg */
	readonly mass: number;
	/** m/s in still water; 0 when it floats. */
	readonly speed: number;
	/** Degrees by which the eye's end points down as it sinks. */
	readonly pitch: number;
	/** Mean thickness over the shank, as a share of it. */
	readonly bulk: number;
	/** Gap left over the gape. */
	readonly gap: number;
	/** Bead over gape; 0 without one. */
	readonly head: number;
	readonly tungsten: boolean;
	/** Troubles that the fit sees. */
	readonly troubles: number;
	/** The wire does not hold the bead: it lies in the middle of the shank or to the rear. */
	readonly apart: boolean;
	/** Steps away from the pattern's look, its hook included. */
	readonly departures: number;
	/** Of hook, bead and coil, in the person's own money; null where one is not known. */
	readonly price: number | null;
}

/** What a person leans the ranking towards. */
export interface Wishes {
	/** Where slimness counts twice. */
	readonly slim: 'head' | 'body' | null;
	readonly hang: 'head-down' | 'level' | null;
	readonly noLead: boolean;
	readonly spareTungsten: boolean;
	/** Only what lies in the stock. */
	readonly onlyOwned: boolean;
	/** Share of good drifts from which on a build does the job. */
	readonly enough: number;
}
export const USUAL_WISHES: Wishes = {
	slim: null,
	hang: null,
	noLead: false,
	spareTungsten: false,
	onlyOwned: false,
	enough: USUAL_ENOUGH
};

/** Points (our choices): what each is worth in per cent of mass. */
const TROUBLE = 40;
const DEPARTURE = 8;
/** A bead that thread alone holds forward, behind it wire that could (our choice). */
const APART = 3;
const GAP = 20;
const PRICE = 10;
const TUNGSTEN = 25;
/** A degree away from the way it is to hang (our choice). */
const DEGREE = 0.5;
/** Heads and bodies thinner than this gain nothing more (our choice). */
const THIN_HEAD = 0.15;
const THIN_BODY = 0.02;

/**
 * Points of a build; fewer are better. Rises with mass, bulk, price, troubles and departures, falls with
 * the gap: a build that is better in every count has fewer.
 *
 * @param dearest the price that counts full; an unknown one counts half of it
 */
export function pointsOf(counts: Counts, wishes: Wishes, dearest: number): number {
	const { mass, bulk, gap, head, pitch, price, troubles, departures, tungsten, apart } = counts;
	const body = math.log(Math.max(THIN_BODY, bulk));
	let points = 100 * (math.log(mass / 1e-4) + body);
	if (apart) points += APART;
	points += TROUBLE * troubles + DEPARTURE * departures + GAP * (1 - gap);
	if (dearest > 0) points += PRICE * (price === null ? 0.5 : price / dearest);
	if (wishes.slim === 'head') points += 100 * math.log(Math.max(THIN_HEAD, head));
	if (wishes.slim === 'body') points += 100 * body;
	if (wishes.hang === 'head-down') points += DEGREE * (90 - pitch);
	if (wishes.hang === 'level') points += DEGREE * Math.abs(pitch);
	if (wishes.spareTungsten && tungsten) points += TUNGSTEN;
	return points;
}

/** What of the points goes to what counts, for the reasons that are given. */
export function termsOf(counts: Counts, wishes: Wishes, dearest: number) {
	const none: Counts = {
		mass: 1e-4,
		speed: 0,
		bulk: 1,
		gap: 1,
		head: 1,
		price: 0,
		troubles: 0,
		departures: 0,
		pitch: wishes.hang === 'head-down' ? 90 : 0,
		tungsten: false,
		apart: false
	};
	const part = (change: Partial<Counts>) => pointsOf({ ...none, ...change }, wishes, dearest);
	const { mass, bulk, gap, head, pitch, price, troubles, departures, tungsten, apart } = counts;
	return {
		mass: part({ mass }),
		bulk: part({ bulk }),
		gap: part({ gap }),
		head: part({ head }),
		pitch: part({ pitch }),
		price: part({ price }),
		troubles: part({ troubles }),
		departures: part({ departures }),
		tungsten: part({ tungsten }),
		apart: part({ apart })
	};
}
export type WishTerm = keyof ReturnType<typeof termsOf>;

/** What the ranking looks at. */
export interface Ranked {
	readonly points: number;
	/** Share of good drifts. */
	readonly chance: number;
	/** How far above the zone it runs through the hold, m, mean over its drifts; 0 while that is not known. */
	readonly miss: number;
}

/** Whether a build does the job. */
export const does = ({ chance }: Pick<Ranked, 'chance'>, mark: number): boolean => chance >= mark;

/** Which of two builds stands before the other: negative, the first. */
export function before(a: Ranked, b: Ranked, mark: number): number {
	const [doesA, doesB] = [does(a, mark), does(b, mark)];
	if (doesA !== doesB) return doesA ? -1 : 1;
	if (doesA) return a.points - b.points;
	return b.chance - a.chance || a.miss - b.miss || a.points - b.points;
}

/** The same where nothing reaches the floor: a chance tells nothing there, so the one that comes nearest to the zone stands first. */
export const nearer = (a: Ranked, b: Ranked): number =>
	a.miss - b.miss || b.chance - a.chance || a.points - b.points;
