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
	expand,
	placed,
	type Expansion,
	type Measurable,
	type Placed
} from './expansion';
import { surrogateOf } from './happening';
import { massOf, timeOf } from './measurables';
import type { Observation, Outing, Surrogate, TimedDrop, Weighing } from './observation';
import {
	posterior,
	type Found,
	type Gradient,
	type Happening,
	type Loss,
	type Term
} from './posterior';
import { FLY_SCATTER, FLY_SPEED_SCATTER, PIECE_SCATTER } from './scatter';

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
/** Scores are looked at anew when they have moved so far since. */
const MOVED = 0.3;
const MOST_PASSES = 4;
/** Scores at which figures are expanded are whole multiples of this: half of it is well under `MOVED`. */
const GRID = 0.25;
/** So many expansions are remembered (ours: some 30 MB). */
const MOST_EXPANDED = 20_000;
/** A score that stands within this of 0 ± 1 is as if nothing had been found. */
const HARDLY_MOVED = 0.02;

/**
 * The posterior of the beliefs from all that was weighed, timed and seen: mode by Gauss–Newton from the
 * prior on all data at once (the order of entry has no part in it), spread by Laplace. The figures are
 * expanded about the mode, and anew where it has moved.
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
	const places = new Map<string, number>();
	const place = (score: string) => {
		const known = places.get(score);
		if (known !== undefined) return known;
		places.set(score, places.size);
		return places.size - 1;
	};
	const unusable = [...cases.values()].flatMap((one) =>
		expandCase(one, place, new Float64Array(0), expanded)
	);
	const usable = [...cases.values()].filter(({ at }) => at !== null);
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
					k: place(score),
					slope: slope * weight
				}))
			)
		};
	});
	let found = posterior(places.size, usable.map(termOf), happenings, loss);
	for (let pass = 1; pass < MOST_PASSES; pass++) {
		let moved = false;
		for (const one of usable) {
			if (distance(one, found.mean) < MOVED) continue;
			expandCase(one, place, found.mean, expanded);
			moved = true;
		}
		if (!moved) break;
		found = posterior(places.size, usable.map(termOf), happenings, loss, found.mean);
	}
	const fights = usable.map(({ at }) => movedBy(at!, found.mean) > FLAGGED);
	const judged = usable.flatMap((one, k) => {
		let next = 0;
		return one.found.map((entry): Judged => {
			const { key } = entry;
			const values = foundOf(entry, one.at!.expansion.value);
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
	const { covariance } = found;
	const shown = [...places].filter(
		([score, k]) =>
			!score.endsWith(SET_ASIDE) &&
			(Math.abs(found.mean[k]!) > HARDLY_MOVED || covariance[k]![k]! < 1 - HARDLY_MOVED)
	);
	return {
		learned: {
			scores: shown.map(([score]) => score),
			mean: shown.map(([, k]) => tidy(found.mean[k]!)),
			covariance: shown.map(([, i]) => shown.map(([, j]) => tidy(covariance[i]![j]!)))
		},
		judged,
		unusable
	};
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

/** @returns the keys of its entries where it has no figure */
function expandCase(
	one: Case,
	place: (score: string) => number,
	scores: Float64Array,
	expanded: Map<string, Expansion | null>
): string[] {
	one.centre = {};
	for (const name of one.of.about) {
		const z = (one.of.mixtureOf(name) ?? []).reduce(
			(sum, { score, weight }) => sum + weight * (scores[place(score)] ?? 0),
			0
		);
		// On a grid, so that the next entry finds it again, and it is the same whatever came before.
		one.centre[name] = Math.round(z / GRID) * GRID;
	}
	const key = `${one.id} ${Object.values(one.centre).join(' ')}`;
	let expansion = expanded.get(key);
	if (expansion === undefined) {
		const [made] = expand(one.of, one.centre);
		const fine = made && [made.value, ...made.slope].every(Number.isFinite);
		if (expanded.size >= MOST_EXPANDED) expanded.clear();
		expanded.set(key, (expansion = fine ? made : null));
	}
	one.at = expansion && placed(expansion, one.of, place);
	return expansion ? [] : one.found.map((entry) => entry.key);
}

/** How far the scores of its beliefs are from where it was expanded, at the most. */
function distance({ at, centre }: Case, scores: Float64Array): number {
	return at!.expansion.names.reduce((most, name, i) => {
		const z = at!.parts[i]!.reduce((sum, { k, weight }) => sum + weight * scores[k]!, 0);
		return Math.max(most, Math.abs(z - centre[name]!));
	}, 0);
}

/** By how many of the prior's own spreads a figure has been moved. */
function movedBy(at: Placed, mean: Float64Array): number {
	const gradient: Gradient = { places: [], slopes: [] };
	const before = evaluate(at, new Float64Array(mean.length), gradient);
	const slopes = new Map<number, number>();
	gradient.places.forEach((k, i) => slopes.set(k, (slopes.get(k) ?? 0) + gradient.slopes[i]!));
	const variance = [...slopes.values()].reduce((sum, by) => sum + by * by, at.rest);
	return Math.abs(evaluate(at, mean, gradient) - before) / Math.sqrt(variance);
}

const termOf = ({ at, found }: Case): Term => ({
	predict: (scores, gradient) => evaluate(at!, scores, gradient),
	found: found.flatMap((entry) =>
		foundOf(entry, at!.expansion.value).map(({ value, spread }) => ({
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
 */
export function foundOf(one: Weighing | TimedDrop, predicted: number): Found[] {
	if (one.kind === 'weighing') return [weighedFound(one)];
	const { seconds, reaction, gates, distance: way, tippet } = one;
	const common = math.hypot(
		math.hypot(DROP_SCATTER, FLY_SPEED_SCATTER),
		DISTANCE / way,
		tippet === undefined ? 0 : TIPPET * slowed(one)
	);
	return seconds.map((s) => {
		// Two keys a run; what all runs share is divided among them.
		const timing = (gates ? GATE : Math.SQRT2 * reaction) / math.exp(predicted);
		return { value: math.log(s), spread: math.hypot(timing, common * Math.sqrt(seconds.length)) };
	});
}

function weighedFound({ of, count, mass, step }: Weighing): Found {
	// Two readings, empty and full, each somewhere within a step.
	const reading = step / Math.sqrt(6) / mass;
	const value = math.log(of.kind === 'wire' ? mass / count / of.length : mass / count);
	if (of.kind === 'wire') return { value, spread: math.hypot(reading, CUT / of.length) };
	const scatter = of.kind === 'fly' ? FLY_SCATTER : PIECE_SCATTER;
	return { value, spread: math.hypot(reading, scatter / Math.sqrt(count)) };
}

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
