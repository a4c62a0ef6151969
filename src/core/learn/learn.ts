import {
	beliefOf,
	mixture,
	priorBeliefs,
	type BeliefName,
	type Learned,
	type Mixture
} from '../belief/index';
import { mixturesFor } from '../fly/index';
import { MODEL_VERSION } from '../predict/index';
import { math, without } from '../quantity/index';
import { mixturesIn } from '../water/index';
import {
	evaluate,
	seenFrom,
	expand,
	expandLike,
	placed,
	placesFrom,
	shapeOf,
	STEP,
	type Expansion,
	type Measurable,
	type Placed,
	type Places,
	type Shape
} from './expansion';
import { dot } from './curve';
import { surrogateOf } from './happening';
import { massOf, timeOf } from './measurables';
import type { Observation, Outing, Surrogate, TimedDrop, Weighing } from './observation';
import {
	posterior,
	ROUGHLY,
	slopesFor,
	type Found,
	type Happening,
	type Loss,
	type Term
} from './posterior';
import { handFrom, PIECE_SCATTER, speedScatter, usualHand, type Alike, type Hand } from './scatter';

/** What was learned of a belief until then is set aside: what comes after teaches it anew. */
export interface Reset {
	/** A score of Learned, a belief for all of its kind, or `@` and a place for all that is of that. */
	readonly score: string;
	/** ISO date and time. */
	readonly on: string;
}

/** What an entry comes to beside the others. */
export interface Judged {
	readonly key: string;
	/** Found over predicted after learning, a ratio, each run of its own. */
	readonly ratios: readonly number[];
	/** The same in standard deviations of measuring. */
	readonly off: readonly number[];
	/** It does not go with the others, and counts for little; any run of it. */
	readonly flagged: boolean;
	/** It goes with the others of its thing, but together they stand where the thing was hardly thought to be. */
	readonly fights: boolean;
}

export interface Learning {
	readonly learned: Learned;
	readonly judged: readonly Judged[];
	/** Entries that say nothing, since by the model such a fly floats. */
	readonly unusable: readonly string[];
}

/** From so many standard deviations on an entry is flagged. */
const FLAGGED = 3;
/** How well a length of wire is cut, m. */
const CUT = 0.001;
/** What a drop is off however often it is timed: the way it enters, the water's rest (our estimate). */
const DROP_SCATTER = 0.03;
/** How well the distance is known, m. */
const DISTANCE = 0.003;
/** A tippet's pull is known only so well, as a share of what it slows. */
const TIPPET = 0.3;
/** Spread of one timing between two light gates, s. */
const GATE = 0.002;
/** Figures are expanded anew when they have moved by this share since: what is left out goes with its square. */
const MOVED = 0.05;
/** A belief whose spread moves a figure by less than this share of it bends it by nothing that counts. */
const HARDLY_TELLS = 0.005;
const MOST_PASSES = 4;
/** What all share is sought to so many scores, a hundredth of how well it is ever known (ours). */
const CLOSELY = 1e-4;
/** Of more than twice as many figures so many are looked at first (ours). */
const FIRST = 300;
/** Scores at which figures are expanded are whole multiples of this: so that an entry more finds them again. */
const GRID = 0.25;
/** So many expansions are remembered (ours: some 30 MB). */
const MOST_EXPANDED = 20_000;
/** A score that stands within this of 0 ± 1 is as if nothing had been found. */
const HARDLY_MOVED = 0.02;

/**
 * The posterior of the beliefs from all that was weighed, timed and seen: mode by Newton's method from the
 * prior on all data at once (the order of entry has no part in it), what all share first and then each
 * place's own, spread by Laplace. The figures are expanded about the mode, and anew where it has moved.
 *
 * @param kept fits of the water that were made before, by what they are of; filled in
 * @param expanded the same of what was weighed and timed: only what is new is worked out
 * @param loss how residuals count; gross errors are reckoned with unless said
 */
export function learn(
	observations: readonly Observation[],
	{
		resets = [],
		kept = new Map<string, Surrogate>(),
		expanded = new Map<string, Expansion | null>(),
		loss = 'gross'
	}: {
		readonly resets?: readonly Reset[];
		readonly kept?: Map<string, Surrogate>;
		readonly expanded?: Map<string, Expansion | null>;
		readonly loss?: Loss;
	} = {}
): Learning {
	const sorted = [...observations].sort(byKey);
	const cases = new Map<string, Case>();
	const outings: Outing[] = [];
	for (const one of sorted) {
		if (one.kind === 'outing') {
			outings.push(one);
			continue;
		}
		const since = resetsBefore(one.on, resets);
		const id = `${since} ${idOf(one)}`;
		let its = cases.get(id);
		if (!its) cases.set(id, (its = caseOf(one, resets)));
		its.found.push(one);
	}
	const places = placesFrom();
	const happenings = outings.map((one): Happening => {
		const id = JSON.stringify([one.recipe, one.lie, one.rig, one.celsius, one.saw]);
		const ready = one.fit?.model === MODEL_VERSION ? one.fit : kept.get(id);
		const fit = ready ?? surrogateOf(one);
		kept.set(id, fit);
		const made = asOf(one.on, resets, bothOf(one));
		return {
			logOdds: fit.logOdds,
			happened: one.saw !== 'untouched',
			slopes: fit.slopes.flatMap(({ belief, slope }) =>
				(made(belief) ?? []).map(({ score, weight }) => ({
					k: places.place(score),
					slope: slope * weight
				}))
			)
		};
	});
	const all = [...cases.values()];
	const tied = handFrom(all.map(alikeIn));
	const hand: Hand = { ...usualHand, ...tied };
	const shapes = all.length > 2 * FIRST ? new Map<string, Shape | null>() : undefined;
	/** The mode as one look has it, the figures expanded about it and anew where it has moved. */
	const modeOf = (some: readonly Case[], look: Look, start?: Float64Array, enough?: number) => {
		const owned = () =>
			Uint8Array.from(places.scores.keys(), (score) => Number(score.includes('@')));
		const expandAt = (them: readonly Case[], scores: Float64Array) => {
			const about = look.about(scores, owned());
			for (const one of them) expandCase(one, places, about, expanded, shapes);
		};
		expandAt(look.anew ? some : some.filter(({ at }) => !at), start ?? new Float64Array(0));
		const usable = some.filter(({ at }) => at !== null);
		let scores = start;
		for (let pass = 0; ; pass++) {
			const last = pass === MOST_PASSES;
			const from = widened(scores ?? new Float64Array(0), places.scores.size);
			const own = owned();
			const found = posterior(
				from.length,
				usable.map((one) => look.term(termOf(one, hand), one.at!, from, own)),
				{
					...{ happenings, loss, held: look.held(own), start: from, near: pass > 0 },
					enough: last ? enough : ROUGHLY
				}
			);
			if (last) return { usable, found };
			scores = found.mean;
			const about = look.about(scores, own);
			const moved = usable.filter((one) => isFar(one, about));
			expandAt(moved, scores);
			if (moved.length === 0) pass = MOST_PASSES - 1;
		}
	};
	const every = Math.ceil(all.length / FIRST);
	// What all share is found from some of them; the others are expanded where it then stands.
	const near = shapes
		? modeOf(
				all.filter((_, k) => k % every === 0),
				looks.shared,
				undefined,
				ROUGHLY
			).found.mean
		: undefined;
	const shared = modeOf(all, looks.shared, near, CLOSELY).found.mean;
	const { usable, found } = modeOf(all, looks.own, shared);
	const unusable = all.flatMap(({ at, found }) => (at ? [] : found.map(({ key }) => key)));
	const fights = usable.map(({ at }) => movedBy(at!, found.mean) > FLAGGED);
	const judged = usable.flatMap((one, k) => {
		let next = 0;
		return one.found.map((entry): Judged => {
			const { key } = entry;
			const values = foundOf(entry, one.at!.expansion.value, hand);
			const off = found.residuals[k]!.slice(next, (next += values.length));
			const ratios = values.map(({ spread }, i) =>
				math.exp(off[i]! * math.hypot(spread, Math.sqrt(one.at!.rest)))
			);
			const flagged = off.some((r) => Math.abs(r) > FLAGGED);
			return { key, ratios, off, flagged, fights: !flagged && fights[k]! };
		});
	});
	// What was set aside was only there so that the rest is not misled by it; of which nothing was learned
	// stands as before.
	const { curve } = found;
	const variances = curve.variances();
	const shown = [...places.scores].filter(
		([score, k]) =>
			!score.endsWith(SET_ASIDE) &&
			(Math.abs(found.mean[k]!) > HARDLY_MOVED || variances[k]! < 1 - HARDLY_MOVED)
	);
	const at = shown.map(([, k]) => k);
	return {
		learned: {
			...(Object.keys(tied).length > 0 && { tied }),
			scores: shown.map(([score]) => score),
			mean: at.map((k) => tidy(found.mean[k]!)),
			covariance: {
				rank: at.map((k) => curve.rank[k]!),
				curve: {
					first: Array.from(curve.factor.first),
					rows: curve.factor.rows.map((row) => Array.from(row, tidy))
				}
			}
		},
		judged,
		unusable
	};
}

/** One of the two looks at all that was found; `own` by score, 1 where it is one place's own. */
interface Look {
	/** Whether every figure is expanded for it, or only those that have not been. */
	readonly anew: boolean;
	/** Where figures are expanded. */
	about(scores: Float64Array, own: Uint8Array): Float64Array;
	term(whole: Term, at: Placed, from: Float64Array, own: Uint8Array): Term;
	held(own: Uint8Array): Uint8Array | undefined;
}

/** What all share first, each place's own as if integrated out; then each place's own beside it. */
const looks: Readonly<Record<'shared' | 'own', Look>> = {
	shared: {
		anew: true,
		about: (scores, own) => scores.map((score, k) => (own[k] ? 0 : score)),
		term: (whole, at, scores, own) => ({ ...whole, predict: seenFrom({ own, scores }, at) }),
		held: () => undefined
	},
	own: {
		anew: false,
		about: (scores) => scores,
		term: (whole) => whole,
		held: (own) => own.map((is) => 1 - is)
	}
};

/** With what has come to have a place since, at its prior. */
function widened(scores: Float64Array, count: number): Float64Array {
	const wide = new Float64Array(count);
	wide.set(scores);
	return wide;
}

/** To a millionth of a standard deviation: it is handed between threads at every key. */
const tidy = (n: number) => Math.round(n * 1e6) / 1e6;

/** All that was found of one figure of one thing. */
interface Case {
	/** The figure that it is of. */
	readonly id: string;
	readonly of: Measurable;
	readonly found: (Weighing | TimedDrop)[];
	at: Placed | null;
	/** Scores of its beliefs at which it was expanded. */
	centre: Partial<Record<BeliefName, number>>;
}

function caseOf(one: Weighing | TimedDrop, resets: readonly Reset[]): Case {
	const of = measurableOf(one);
	return {
		id: idOf(one),
		...{ of: { ...of, mixtureOf: asOf(one.on, resets, of.mixtureOf) }, found: [] },
		...{ at: null, centre: {} }
	};
}

/** What an entry measures, before anything was learned. */
export const measurableOf = (one: Weighing | TimedDrop): Measurable =>
	one.kind === 'weighing' ? massOf(one.of, priorBeliefs) : timeOf(one, priorBeliefs);

/**
 * Its figure about the scores that are given; null where it has none.
 *
 * @param shapes in a long log, how figures lean that are like the others; filled in
 */
function expandCase(
	one: Case,
	places: Places,
	scores: Float64Array,
	expanded: Map<string, Expansion | null>,
	shapes?: Map<string, Shape | null>
): void {
	const centre: Case['centre'] = {};
	for (const name of one.of.about) {
		const z = (one.of.mixtureOf(name) ?? []).reduce(
			(sum, { score, weight }) => sum + weight * (scores[places.place(score)] ?? 0),
			0
		);
		// On a grid, so that the next entry finds it again, and it is the same whatever came before.
		centre[name] = Math.round(z / GRID) * GRID;
	}
	const key = `${shapes ? 'leans ' : ''}${one.id} ${Object.values(centre).join(' ')}`;
	let expansion = expanded.get(key);
	if (expansion === undefined) {
		const like = shapes && shapeLike(one, centre, shapes);
		const made = like ? expandLike(one.of, centre, like) : expand(one.of, centre)[0];
		const fine = made && isUsable(made);
		if (expanded.size >= MOST_EXPANDED) expanded.clear();
		expanded.set(key, (expansion = fine ? made : null));
	}
	// Where it has no figure (the fly floats there) what was known of it stands.
	if (!expansion) return;
	one.at = placed(expansion, one.of, places, one.at);
	one.centre = centre;
}

const isUsable = ({ value, slope }: Expansion) => [value, ...slope].every(Number.isFinite);

/** Digits of a size, and scores of a centre, to which things that lean alike are the same (ours). */
const ALIKE_DIGITS = 2;
const ALIKE_CENTRE = 4;

/**
 * How a figure leans: that of the same thing of round sizes, of no lot, about round scores, so that it does not
 * hang on which of those that are alike came first. null where that one has none, or hangs on other beliefs.
 */
function shapeLike(
	{ found, of }: Case,
	centre: Case['centre'],
	shapes: Map<string, Shape | null>
): Shape | null {
	const rounded = (name: string, value: unknown): unknown =>
		name === 'lot'
			? undefined
			: typeof value === 'number'
				? Number(value.toPrecision(ALIKE_DIGITS))
				: value;
	const like = JSON.parse(JSON.stringify(found[0], rounded)) as Weighing | TimedDrop;
	const about = Object.fromEntries(
		Object.entries(centre).map(([name, z]) => [name, Math.round(z / ALIKE_CENTRE) * ALIKE_CENTRE])
	);
	const key = `${idOf(like)} ${Object.values(about).join(' ')}`;
	let shape = shapes.get(key);
	if (shape === undefined) {
		const its = measurableOf(like);
		const [made] = its.about.join() === of.about.join() ? expand(its, about) : [];
		shapes.set(key, (shape = made && isUsable(made) ? shapeOf(its, about, made) : null));
	}
	return shape;
}

/** Whether scores are so far from where it was expanded that it may say something else there. */
function isFar({ at, centre }: Case, scores: Float64Array): boolean {
	const { expansion, beliefs, parts } = at!;
	let by = 0;
	return expansion.names.some((name, i) => {
		const off = Math.abs(dot(parts[i]!, scores) - centre[name]!);
		const share = Math.abs(expansion.slope[i]!) * beliefs[i]!.spread;
		by += share * off;
		return by > MOVED || (off > STEP && share > HARDLY_TELLS);
	});
}

/** By how many of the prior's own spreads a figure has been moved. */
function movedBy(at: Placed, mean: Float64Array): number {
	const into = slopesFor(at);
	const before = evaluate(at, new Float64Array(mean.length), into);
	const variance = into.slopes.reduce((sum, by) => sum + by * by, at.rest);
	return Math.abs(evaluate(at, mean, into) - before) / Math.sqrt(variance);
}

const termOf = ({ at, found }: Case, hand: Hand): Term => ({
	...{ places: at!.places, parts: at!.parts },
	predict: (scores, into) => evaluate(at!, scores, into),
	found: found.flatMap((entry) =>
		foundOf(entry, at!.expansion.value, hand).map(({ value, spread }) => ({
			value,
			spread: math.hypot(spread, Math.sqrt(at!.rest))
		}))
	)
});

/**
 * What an entry says, each run of its own, in logarithms.
 *
 * @param predicted logarithm of the figure: a reaction is a share of the time that it should take, or one
 *   that was timed far too long would count as the best of all
 * @param hand what its flies differ by
 */
export function foundOf(
	one: Weighing | TimedDrop,
	predicted: number,
	hand: Hand = usualHand
): Found[] {
	if (one.kind === 'weighing') return [weighedFound(one, hand)];
	const { seconds, reaction, gates, distance: way, tippet } = one;
	const common = math.hypot(
		math.hypot(DROP_SCATTER, speedScatter(hand)),
		DISTANCE / way,
		tippet === undefined ? 0 : TIPPET * slowed(one)
	);
	return seconds.map((s) => {
		// Two keys a run; what all runs share is divided among them.
		const timing = (gates ? GATE : Math.SQRT2 * reaction) / math.exp(predicted);
		return { value: math.log(s), spread: math.hypot(timing, common * Math.sqrt(seconds.length)) };
	});
}

function weighedFound({ of, count, mass, step }: Weighing, hand: Hand): Found {
	// Two readings, empty and full, each somewhere within a step.
	const reading = step / Math.sqrt(6) / mass;
	const value = math.log(of.kind === 'wire' ? mass / count / of.length : mass / count);
	if (of.kind === 'wire') return { value, spread: math.hypot(reading, CUT / of.length) };
	const scatter = of.kind === 'fly' ? hand['tied.mass'] : PIECE_SCATTER;
	return { value, spread: math.hypot(reading, scatter / Math.sqrt(count)) };
}

/** Findings of one figure as they are compared: nothing that flies of a hand differ by is in their spread. */
function alikeIn({ found }: Case): Alike {
	const alike = found.flatMap((one) => {
		if (one.kind === 'weighing') {
			if (one.of.kind !== 'fly') return [];
			const { spread, value } = weighedFound(one, NO_SCATTER);
			return [{ value, count: one.count, measuring: spread * spread }];
		}
		const logs = one.seconds.map(math.log);
		const mean = logs.reduce((sum, value) => sum + value, 0) / logs.length;
		// Of all runs of an entry together: each run's own part is as much less.
		const [run] = foundOf(one, mean, NO_SCATTER);
		return [{ value: mean, count: 1, measuring: math.square(run!.spread) / logs.length }];
	});
	return { kind: found[0]!.kind, found: alike };
}
const NO_SCATTER: Hand = { 'tied.mass': 0, 'tied.drag': 0 };

/** Share by which its tippet lengthens a drop. */
function slowed(one: TimedDrop): number {
	const free = without(one, 'tippet');
	const at = (drop: TimedDrop) => expand({ ...measurableOf(drop), about: [] }, {})[0]!.value;
	return at(one) - at(free as TimedDrop);
}

const byKey = (a: Observation, b: Observation) =>
	a.key < b.key ? -1 : a.key > b.key ? 1 : JSON.stringify(a) < JSON.stringify(b) ? -1 : 1;

/** Entries with the same id measure the same figure. */
function idOf(one: Weighing | TimedDrop): string {
	if (one.kind === 'weighing') {
		const { of } = one;
		return JSON.stringify(of.kind === 'wire' ? of.coil : of);
	}
	const { recipe, wet, celsius, distance: way, tippet, gates } = one;
	return JSON.stringify([recipe, wet, celsius, way, tippet, gates]);
}

const SET_ASIDE = ' (set aside)';

/** Which resets came after an entry. */
const resetsBefore = (on: string, resets: readonly Reset[]) =>
	resets.flatMap((reset, k) => (on < reset.on ? [k] : [])).join(' ');

/** The make-up of beliefs for an entry of some time: scores that were reset since are others. */
function asOf(
	on: string,
	resets: readonly Reset[],
	of: (belief: BeliefName) => Mixture | null
): (belief: BeliefName) => Mixture | null {
	const since = resets.filter((reset) => on < reset.on).map(({ score }) => score);
	if (since.length === 0) return of;
	const aside = (score: string) =>
		[score, beliefOf(score), score.slice(beliefOf(score).length)].some((one) =>
			since.includes(one)
		);
	return (belief) =>
		of(belief)?.map(({ score, weight }) => ({
			score: aside(score) ? score + SET_ASIDE : score,
			weight
		})) ?? null;
}

function bothOf({ recipe, lie }: Outing) {
	const [fly, water] = [mixturesFor(recipe), mixturesIn(lie)];
	return (belief: BeliefName) => water(belief) ?? fly(belief) ?? mixture(belief, 1, null);
}
