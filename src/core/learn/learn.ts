import { mixture, type ParameterName, type Learned } from '../parameter/index';
import { mixturesFor } from '../fly/index';
import { MODEL_VERSION } from '../predict/index';
import { math } from '../quantity/index';
import { mixturesIn } from '../water/index';
import { Case, termAt } from './cases';
import type { Curve } from './curve';
import {
	ownPart,
	placesFrom,
	seenFrom,
	sharedRows,
	type Expansion,
	type Outlook,
	type PlacedExpansion,
	type Places,
	type FigureShape
} from './expansion';
import { alikeIn, foundOf, idOf } from './found';
import { outingLikelihoodOf } from './outing-likelihood';
import type { Observation, Outing, OutingLikelihood } from './observation';
import {
	frameOf,
	laplaceAt,
	posterior,
	ROUGHLY,
	type Frame,
	type Outcome,
	type Loss,
	type EvidenceTerm
} from './posterior';
import { asOf, resetsBefore, SET_ASIDE, type Reset } from './resets';
import { handFrom, usualHand, type HandScatter } from './scatter';

/** What an entry comes to beside the others. */
export interface JudgedEntry {
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
	readonly judged: readonly JudgedEntry[];
	/** Entries that say nothing, since by the model such a fly floats. */
	readonly unusable: readonly string[];
}

/** From this many standard deviations on an entry is flagged (our choice). */
const FLAGGED = 3;
const MOST_PASSES = 4;
/** Figures that lean as their like are expanded anew from this many times as far (ours). */
const LEANING = 2;
/** When no more than this share of the figures has moved, the next pass is the last (ours). */
const FEW = 0.01;
/** What all share is sought to this many scores, a hundredth of how well it is ever known (ours). */
const CLOSELY = 1e-4;
/** Of more than twice as many figures this many are looked at first (ours). */
const FIRST = 300;
/** A score that stands within this of 0 ± 1 is as if nothing had been found (our choice). */
const HARDLY_MOVED = 0.02;

/**
 * The posterior of the parameters from all that was weighed, timed and seen: mode by Newton's method from the
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
		kept = new Map<string, OutingLikelihood>(),
		expanded = new Map<string, Expansion | null>(),
		loss = 'gross'
	}: {
		readonly resets?: readonly Reset[];
		readonly kept?: Map<string, OutingLikelihood>;
		readonly expanded?: Map<string, Expansion | null>;
		readonly loss?: Loss;
	} = {}
): Learning {
	const places = placesFrom();
	const { cases, outings } = casesIn(observations, resets, places);
	const outcomes = outings.map((one) => outcomeOf(one, { resets, places, kept }));
	const tied = handFrom(cases.map(({ found }) => alikeIn(found)));
	const hand: HandScatter = { ...usualHand, ...tied };
	const seeking: Seeking = {
		outcomes,
		hand,
		loss,
		expanded,
		own: Uint8Array.from(places.scores.keys(), (score) => Number(score.includes('@'))),
		...(cases.length > 2 * FIRST && { shapes: new Map<string, FigureShape | null>() })
	};
	const every = Math.ceil(cases.length / FIRST);
	// What all share is found from some of them; the others are expanded where it then stands.
	const some = seeking.shapes && cases.filter((_, k) => k % every === 0);
	const first = some && modeOf(seeking, some, looks.shared, { enough: ROUGHLY }).mean;
	const aim = { start: first, near: first !== undefined, enough: CLOSELY };
	const shared = modeOf(seeking, cases, looks.shared, aim).mean;
	const { usable, mean } = modeOf(seeking, cases, looks.own, { start: shared });
	const terms = usable.map((one) => one.term(hand));
	const { curve, residuals } = laplaceAt(mean, terms, { outcomes, loss });
	return {
		learned: { ...(Object.keys(tied).length > 0 && { tied }), ...learnedAt(mean, curve, places) },
		judged: judgedBy(usable, mean, residuals, hand),
		unusable: cases.flatMap(({ at, found }) => (at ? [] : found.map(({ key }) => key)))
	};
}

/** What was weighed and timed, alike ones together, and the outings; in an order that entering has no part in. */
function casesIn(
	observations: readonly Observation[],
	resets: readonly Reset[],
	places: Places
): { readonly cases: readonly Case[]; readonly outings: readonly Outing[] } {
	const cases = new Map<string, Case>();
	const outings: Outing[] = [];
	for (const one of [...observations].sort(byKey)) {
		if (one.kind === 'outing') {
			outings.push(one);
			continue;
		}
		const since = resetsBefore(one.on, resets);
		const id = `${since} ${idOf(one)}`;
		let its = cases.get(id);
		if (!its) cases.set(id, (its = new Case(one, resets, places)));
		its.found.push(one);
	}
	return { cases: [...cases.values()], outings };
}

/** What an outing says of the scores: the log-odds of a touch there, and how they change with each. */
function outcomeOf(
	one: Outing,
	{
		resets,
		places,
		kept
	}: {
		readonly resets: readonly Reset[];
		readonly places: Places;
		readonly kept: Map<string, OutingLikelihood>;
	}
): Outcome {
	const id = JSON.stringify([one.recipe, one.lie, one.rig, one.celsius, one.saw]);
	const ready = one.fit?.model === MODEL_VERSION ? one.fit : kept.get(id);
	const fit = ready ?? outingLikelihoodOf(one);
	kept.set(id, fit);
	const made = asOf(one.on, resets, bothOf(one));
	return {
		logOdds: fit.logOdds,
		happened: one.saw !== 'untouched',
		slopes: fit.slopes.flatMap(({ parameter, slope }) =>
			(made(parameter) ?? []).map(({ score, weight }) => ({
				k: places.place(score),
				slope: slope * weight
			}))
		)
	};
}

/** What stays the same while a mode is sought. */
interface Seeking {
	readonly outcomes: readonly Outcome[];
	readonly hand: HandScatter;
	readonly loss: Loss;
	/** By score, 1 where it is one place's own. */
	readonly own: Uint8Array;
	readonly expanded: Map<string, Expansion | null>;
	/** Figures that lean as their like; only where there are many. */
	readonly shapes?: Map<string, FigureShape | null>;
}

/** The mode as one look has it, the figures expanded about it and anew where it has moved. */
function modeOf(
	{ outcomes, hand, loss, own, expanded, shapes }: Seeking,
	some: readonly Case[],
	look: EvidenceView,
	{ start, enough, near }: Aim = {}
): { readonly usable: readonly Case[]; readonly mean: Float64Array } {
	const expandAt = (them: Iterable<Case>, about: Float64Array) => {
		for (const one of them) one.expand(about, { figures: expanded, shapes });
	};
	let scores = start ?? new Float64Array(own.length);
	expandAt(look.anew ? some : some.filter(({ at }) => !at), look.about(scores, own));
	const usable = some.filter(({ at }) => at !== null);
	const sharedOf = sharedRows(own);
	let frame: Frame | undefined;
	let terms: readonly EvidenceTerm[] = [];
	let moved: ReadonlySet<Case> = new Set();
	for (let pass = 0, settled = false; ; pass++) {
		const outlook = { own, sharedOf, scores };
		terms = usable.map((one, k) => {
			const known = look.stays && !moved.has(one) ? terms[k] : undefined;
			return known ?? look.term(one.term(hand), one.at!, outlook);
		});
		frame ??= frameOf(own.length, terms, { outcomes, held: look.held(own) });
		const found = posterior(own.length, terms, {
			outcomes,
			loss,
			frame,
			start: scores,
			near: near || pass > 0,
			enough: settled ? enough : ROUGHLY
		});
		if (settled) return { usable, mean: found.mean };
		scores = found.mean;
		const about = look.about(scores, own);
		moved = new Set(usable.filter((one) => one.isFar(about, shapes ? LEANING : 1)));
		expandAt(moved, about);
		settled = moved.size <= FEW * usable.length || pass === MOST_PASSES - 1;
	}
}

/** How each entry goes with all the others. @param residuals of each case, its entries one after the other */
function judgedBy(
	usable: readonly Case[],
	mean: Float64Array,
	residuals: readonly (readonly number[])[],
	hand: HandScatter
): JudgedEntry[] {
	const prior = new Float64Array(mean.length);
	return usable.flatMap((one, k) => {
		const fights = one.movedBy(mean, prior) > FLAGGED;
		let next = 0;
		return one.found.map((entry): JudgedEntry => {
			const values = foundOf(entry, one.at!.expansion.value, hand);
			const off = residuals[k]!.slice(next, (next += values.length));
			const ratios = values.map(({ spread }, i) =>
				math.exp(off[i]! * math.hypot(spread, Math.sqrt(one.at!.rest)))
			);
			const flagged = off.some((r) => Math.abs(r) > FLAGGED);
			return { key: entry.key, ratios, off, flagged, fights: !flagged && fights };
		});
	});
}

/**
 * The scores as they are kept. What was set aside was only there so that the rest is not misled by it; of which
 * nothing was learned stands as before.
 */
function learnedAt(mean: Float64Array, curve: Curve, { scores }: Places): Omit<Learned, 'tied'> {
	const variances = curve.variances();
	const shown = [...scores].filter(
		([score, k]) =>
			!score.endsWith(SET_ASIDE) &&
			(Math.abs(mean[k]!) > HARDLY_MOVED || variances[k]! < 1 - HARDLY_MOVED)
	);
	const at = shown.map(([, k]) => k);
	return {
		scores: shown.map(([score]) => score),
		mean: at.map((k) => tidy(mean[k]!)),
		covariance: {
			rank: at.map((k) => curve.rank[k]!),
			curve: {
				first: Array.from(curve.factor.first),
				rows: curve.factor.rows.map((row) => Array.from(row, tidy))
			}
		}
	};
}

/** Where a mode is sought from, and how closely. */
interface Aim {
	/** The prior's mode unless said. */
	readonly start?: Float64Array | undefined;
	/** Whether that is near. */
	readonly near?: boolean;
	/** Steps under this, in scores, are none. */
	readonly enough?: number;
}

/** One of the two looks at all that was found; `own` by score, 1 where it is one place's own. */
interface EvidenceView {
	/** Whether every figure is expanded for it, or only those that have not been. */
	readonly anew: boolean;
	/** Whether a term says the same wherever it is seen from. */
	readonly stays: boolean;
	/** Where figures are expanded. */
	about(scores: Float64Array, own: Uint8Array): Float64Array;
	term(whole: EvidenceTerm, at: PlacedExpansion, from: Outlook): EvidenceTerm;
	held(own: Uint8Array): Uint8Array | undefined;
}

/** What all share first, each place's own as if integrated out; then each place's own beside it. */
const looks: Readonly<Record<'shared' | 'own', EvidenceView>> = {
	shared: {
		anew: true,
		stays: false,
		about: (scores, own) => scores.map((score, k) => (own[k] ? 0 : score)),
		term: (whole, at, from) => ({ ...whole, ...seenFrom(from, at) }),
		held: () => undefined
	},
	own: {
		anew: false,
		stays: true,
		about: (scores) => scores,
		term: ({ found }, at, from) => termAt(at, found, ownPart(from, at)),
		held: (own) => own.map((is) => 1 - is)
	}
};

/** To a millionth of a standard deviation: it is handed between threads at every key. */
const tidy = (n: number) => Math.round(n * 1e6) / 1e6;

const byKey = (a: Observation, b: Observation) =>
	a.key < b.key ? -1 : a.key > b.key ? 1 : JSON.stringify(a) < JSON.stringify(b) ? -1 : 1;

function bothOf({ recipe, lie }: Outing) {
	const [fly, water] = [mixturesFor(recipe), mixturesIn(lie)];
	return (parameter: ParameterName) =>
		water(parameter) ?? fly(parameter) ?? mixture(parameter, 1, null);
}
