import {
	spreadOf,
	valuesAt,
	withLearned,
	type Distribution,
	type Learned
} from '../parameter/index';
import type { Recipe } from '../fly/index';
import { GRAIN, GRAM, math, Z90 } from '../quantity/index';
import type { Measurable } from './expansion';
import { foundOf, measurableOf } from './found';
import type { TimedDrop, Weighing } from './observation';
import { handOf } from './scatter';

/** What a thing is predicted to weigh or take, as a logarithm with its spread to either side. */
export interface Expectation {
	readonly value: number;
	readonly below: number;
	readonly above: number;
}

/** What a tool is predicted to say of the mean of such things, with what was learned; null where it has no figure. */
export function expectationOf(of: Measurable, { learned }: Distribution): Expectation | null {
	const parameters = learned ? withLearned(of.parameters, learned, of.mixtureOf) : of.parameters;
	const near = of.figuresAbout(valuesAt(parameters));
	const { interval, below, above } = spreadOf(near, parameters, of.about)[0]!;
	if (!interval || !Number.isFinite(interval.value)) return null;
	return { value: math.log(interval.value), below, above };
}

/** Slips that are likely with a scale or a watch (common practice, no source). */
export const slips = [
	'ten times',
	'a tenth',
	'stuck',
	'half',
	'grains',
	'milligrams',
	'tippet'
] as const;
export type SlipName = (typeof slips)[number];

interface Slip {
	/** What was meant, over what was entered; null where it is not a slip of that one's. */
	readonly meant: (one: Weighing | TimedDrop) => number | null;
	readonly of: readonly (Weighing | TimedDrop)['kind'][];
}

const slipTable: Readonly<Record<SlipName, Slip>> = {
	'ten times': { meant: () => 0.1, of: ['weighing', 'drop'] },
	'a tenth': { meant: () => 10, of: ['weighing', 'drop'] },
	stuck: { meant: () => 0.5, of: ['weighing'] },
	half: { meant: () => 2, of: ['weighing', 'drop'] },
	grains: { meant: () => GRAIN / GRAM, of: ['weighing'] },
	milligrams: { meant: () => 1e-3, of: ['weighing'] },
	tippet: { meant: tippetLeftOn, of: ['drop'] }
};

/** The tippet that is most likely left on a fly, m (ours). */
const LEFT_ON = 0.16e-3;
/** Share of the time that is left when the tippet is cut off; null where one was entered. */
function tippetLeftOn(one: Weighing | TimedDrop): number | null {
	if (one.kind !== 'drop' || one.tippet !== undefined) return null;
	return usualOf(one) / usualOf({ ...one, tippet: LEFT_ON });
}

/** What a tool should say at the medians, by the tables alone or with what was learned. */
function usualOf(one: Weighing | TimedDrop, learned?: Learned): number {
	const of = measurableOf(one);
	const values = valuesAt(
		learned ? withLearned(of.parameters, learned, of.mixtureOf) : of.parameters
	);
	return of.figuresAbout(values)(values, null)[0]!;
}

/** A fly that may have been meant. */
export interface OtherFly {
	readonly name: string;
	readonly recipe: Recipe;
}
/** This many are looked at; of more a person would not know either. */
const MOST_OTHERS = 60;

/** An entry that is hardly believable. */
export interface Doubt {
	/** By how many spreads the worst of its figures is off. */
	readonly off: number;
	/** Which of a drop's runs it is; 0 for a weighing. */
	readonly run: number;
	/** What it should have been, kg of one or s; for wire kg a metre. The central 90 %. */
	readonly low: number;
	readonly high: number;
	/** The slip that explains it; null where none does. */
	readonly slip: { readonly name: SlipName; readonly meant: number } | null;
	/** The fly that it fits, and what that should come to in the same unit; null where none does. */
	readonly other: { readonly name: string; readonly usual: number } | null;
}

/** One in 1,000 lies further out, to either side (the normal distribution's table). */
const DOUBTED = 3.29;
/** So near the prediction a slip makes sense of it (our choice). */
const EXPLAINED = 2;

/**
 * Whether an entry lies further out than one in a thousand would, parameters and reading together, and which slip
 * would explain it.
 *
 * @param others flies that may have been meant instead
 * @returns null when it is believable, or nothing is predicted
 */
export function doubtAbout(
	one: Weighing | TimedDrop,
	distribution: Distribution,
	others: readonly OtherFly[] = []
): Doubt | null {
	const expected = expectationOf(measurableOf(one), distribution);
	if (!expected) return null;
	const { value, below, above } = expected;
	let worst: Omit<Doubt, 'other'> | null = null;
	let found: number | null = null;
	foundOf(one, value, handOf(distribution.learned)).forEach((its, run) => {
		const offBy = (meant: number) => {
			const apart = its.value + math.log(meant) - value;
			return apart / math.hypot(apart < 0 ? below : above, its.spread);
		};
		const off = offBy(1);
		if (Math.abs(off) <= DOUBTED || Math.abs(off) <= Math.abs(worst?.off ?? 0)) return;
		const end = (side: number, way: 1 | -1) =>
			math.exp(value + way * Z90 * math.hypot(side, its.spread));
		const [slip = null] = slips
			.filter((name) => slipTable[name].of.includes(one.kind))
			.flatMap((name) => {
				const meant = slipTable[name].meant(one);
				return meant === null ? [] : [{ name, meant }];
			})
			.filter(({ meant }) => Math.abs(offBy(meant)) <= EXPLAINED)
			.sort((a, b) => Math.abs(offBy(a.meant)) - Math.abs(offBy(b.meant)));
		worst = { off, run, low: end(below, -1), high: end(above, 1), slip };
		found = its.value;
	});
	const doubt = worst as Omit<Doubt, 'other'> | null;
	if (!doubt || found === null) return null;
	const near = math.hypot((below + above) / 2, OTHER_ENOUGH);
	return { ...doubt, other: otherFor(one, found, near, others, distribution) };
}
/** Another fly is named where its figure is this near, as a spread of its logarithm, besides the parameters' own (our choice). */
const OTHER_ENOUGH = 0.02;

/** The fly whose figure is nearest to what was found, within a spread. */
function otherFor(
	one: Weighing | TimedDrop,
	found: number,
	near: number,
	others: readonly OtherFly[],
	{ learned }: Distribution
): Doubt['other'] {
	if (one.kind === 'weighing' && one.of.kind !== 'fly') return null;
	let best: { name: string; usual: number; off: number } | null = null;
	for (const { name, recipe } of others.slice(0, MOST_OTHERS)) {
		const usual = usualOf(
			one.kind === 'drop' ? { ...one, recipe } : { ...one, of: { kind: 'fly', recipe } },
			learned
		);
		const off = Math.abs(found - math.log(usual));
		if (off < near && off < (best?.off ?? Infinity)) best = { name, usual, off };
	}
	return best && { name: best.name, usual: best.usual };
}
