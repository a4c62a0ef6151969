import { spreadOf, valuesAt, withLearned, type Beliefs } from '../belief/index';
import { GRAIN, GRAM, math, Z90 } from '../quantity/index';
import type { Measurable } from './expansion';
import { foundOf, measurableOf } from './learn';
import type { TimedDrop, Weighing } from './observation';

/** What a thing is predicted to weigh or take, as a logarithm with its spread to either side. */
export interface Expectation {
	readonly value: number;
	readonly below: number;
	readonly above: number;
}

/** What a tool is predicted to say of the mean of such things, with what was learned; null where it has no figure. */
export function expectationOf(of: Measurable, { learned }: Beliefs): Expectation | null {
	const beliefs = learned ? withLearned(of.beliefs, learned, of.mixtureOf) : of.beliefs;
	const near = of.figuresAbout(valuesAt(beliefs));
	const { interval, below, above } = spreadOf(near, beliefs, of.about)[0]!;
	if (!interval || !Number.isFinite(interval.value)) return null;
	return { value: math.log(interval.value), below, above };
}

/** Slips that are likely with a scale or a watch (common practice, no source). */
export const slips = ['ten times', 'a tenth', 'stuck', 'half', 'grains', 'milligrams'] as const;
export type SlipName = (typeof slips)[number];

interface Slip {
	/** What was meant, over what was entered. */
	readonly meant: number;
	readonly of: readonly (Weighing | TimedDrop)['kind'][];
}

const slipTable: Readonly<Record<SlipName, Slip>> = {
	'ten times': { meant: 0.1, of: ['weighing', 'drop'] },
	'a tenth': { meant: 10, of: ['weighing', 'drop'] },
	stuck: { meant: 0.5, of: ['weighing'] },
	half: { meant: 2, of: ['weighing', 'drop'] },
	grains: { meant: GRAIN / GRAM, of: ['weighing'] },
	milligrams: { meant: 1e-3, of: ['weighing'] }
};

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
}

/** One in 1,000 lies further out, to either side (the normal distribution's table). */
const DOUBTED = 3.29;
/** So near the prediction a slip makes sense of it. */
const EXPLAINED = 2;

/**
 * Whether an entry lies further out than one in a thousand would, beliefs and reading together, and which slip
 * would explain it.
 *
 * @returns null when it is believable, or nothing is predicted
 */
export function doubtAbout(one: Weighing | TimedDrop, believed: Beliefs): Doubt | null {
	const expected = expectationOf(measurableOf(one), believed);
	if (!expected) return null;
	const { value, below, above } = expected;
	let worst: Doubt | null = null;
	foundOf(one, value).forEach((found, run) => {
		const offBy = (meant: number) => {
			const apart = found.value + math.log(meant) - value;
			return apart / math.hypot(apart < 0 ? below : above, found.spread);
		};
		const off = offBy(1);
		if (Math.abs(off) <= DOUBTED || Math.abs(off) <= Math.abs(worst?.off ?? 0)) return;
		const end = (side: number, way: 1 | -1) =>
			math.exp(value + way * Z90 * math.hypot(side, found.spread));
		const [slip = null] = slips
			.filter((name) => slipTable[name].of.includes(one.kind))
			.map((name) => ({ name, meant: slipTable[name].meant }))
			.filter(({ meant }) => Math.abs(offBy(meant)) <= EXPLAINED)
			.sort((a, b) => Math.abs(offBy(a.meant)) - Math.abs(offBy(b.meant)));
		worst = { off, run, low: end(below, -1), high: end(above, 1), slip };
	});
	return worst;
}
