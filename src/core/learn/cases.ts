import type { ParameterName } from '../parameter/index';
import { math } from '../quantity/index';
import { dot, type Row } from './curve';
import {
	evaluate,
	expand,
	expandLike,
	partsOf,
	placed,
	shapeOf,
	STEP,
	type Expansion,
	type Measurable,
	type Part,
	type PlacedExpansion,
	type Places,
	type FigureShape
} from './expansion';
import { foundOf, idOf, measurableOf } from './found';
import type { TimedDrop, Weighing } from './observation';
import { slopesFor, type EvidenceTerm } from './posterior';
import { asOf, type Reset } from './resets';
import type { HandScatter } from './scatter';

/** Figures are expanded anew when they have moved by this share since: what is left out goes with its square (ours). */
const MOVED = 0.05;
/** A parameter whose spread moves a figure by less than this share of it bends it by nothing that counts. */
const HARDLY_TELLS = 0.005;
/** Scores at which figures are expanded are whole multiples of this: so that an entry more finds them again. */
const GRID = 0.25;
/** This many expansions are remembered (ours: some 30 MB). */
const MOST_EXPANDED = 20_000;

const byName = ({ about }: Measurable, centre: readonly number[]) =>
	Object.fromEntries(about.map((name, i) => [name, centre[i]!])) as Partial<
		Record<ParameterName, number>
	>;

const isUsable = ({ value, slope }: Expansion) => [value, ...slope].every(Number.isFinite);

/** Digits of a size, and scores of a centre, to which things that lean alike are the same (ours). */
const ALIKE_DIGITS = 2;
const ALIKE_CENTRE = 4;

/** Where figures are expanded that were asked for before; filled in. */
export interface Expanded {
	readonly figures: Map<string, Expansion | null>;
	/** In a long log, how figures lean that are like the others. */
	readonly shapes?: Map<string, FigureShape | null> | undefined;
}

/** All that was found of one figure of one thing. */
export class Case {
	readonly found: (Weighing | TimedDrop)[] = [];
	/** Its figure where it was expanded last; null where it has none. */
	at: PlacedExpansion | null = null;
	readonly #of: Measurable;
	readonly #id: string;
	/** What its parameters are made up of. */
	readonly #parts: readonly Row[];
	/** Scores of its parameters at which it was expanded. */
	#centre: readonly number[] = [];
	#term: EvidenceTerm | null = null;
	/** The id of the same thing of round sizes and of no lot. */
	#likeId: string | null = null;

	constructor(
		private readonly first: Weighing | TimedDrop,
		resets: readonly Reset[],
		places: Places
	) {
		const of = measurableOf(first);
		this.#of = { ...of, mixtureOf: asOf(first.on, resets, of.mixtureOf) };
		this.#id = idOf(first);
		this.#parts = partsOf(this.#of, places);
	}

	/** Expands its figure about the scores that are given. */
	expand(scores: Float64Array, { figures, shapes }: Expanded): void {
		// On a grid, so that the next entry finds it again, and it is the same whatever came before.
		const centre = this.#parts.map((part) => Math.round(dot(part, scores) / GRID) * GRID);
		const key = `${shapes ? 'leans ' : ''}${this.#id} ${centre.join(' ')}`;
		const of = this.#of;
		let expansion = figures.get(key);
		if (expansion === undefined) {
			const about = byName(of, centre);
			const like = shapes && this.#shape(centre, shapes);
			const made = like ? expandLike(of, about, like) : expand(of, about)[0];
			if (figures.size >= MOST_EXPANDED) figures.clear();
			figures.set(key, (expansion = made && isUsable(made) ? made : null));
		}
		// Where it has no figure (the fly floats there) what was known of it stands.
		if (!expansion) return;
		this.at = placed(expansion, of, this.#parts, this.at);
		this.#centre = centre;
		this.#term = null;
	}

	/**
	 * How its figure leans: as that of the same thing of round sizes, of no lot, about round scores, so that it does
	 * not hang on which of those that are alike came first. null where that one has none, or depends on other parameters.
	 */
	#shape(centre: readonly number[], shapes: Map<string, FigureShape | null>): FigureShape | null {
		this.#likeId ??= idOf(this.first, rounded);
		const round = centre.map((z) => Math.round(z / ALIKE_CENTRE) * ALIKE_CENTRE);
		const key = `${this.#likeId} ${round.join(' ')}`;
		let shape = shapes.get(key);
		if (shape === undefined) {
			const its = measurableOf(
				JSON.parse(JSON.stringify(this.first, rounded)) as Weighing | TimedDrop
			);
			const about = byName(its, round);
			const [made] = its.about.join() === this.#of.about.join() ? expand(its, about) : [];
			shapes.set(key, (shape = made && isUsable(made) ? shapeOf(its, about, made) : null));
		}
		return shape;
	}

	/**
	 * Whether scores are so far from where it was expanded that it may say something else there.
	 *
	 * @param times as far, where it leans as the like of it anyway
	 */
	isFar(scores: Float64Array, times: number): boolean {
		const { expansion, parameters, parts } = this.at!;
		let by = 0;
		return parts.some((part, i) => {
			const off = Math.abs(dot(part, scores) - this.#centre[i]!);
			const share = Math.abs(expansion.slope[i]!) * parameters[i]!.spread;
			by += share * off;
			return by > times * MOVED || (off > times * STEP && share > HARDLY_TELLS);
		});
	}

	/** By how many of the prior's own spreads its figure has been moved. */
	movedBy(mean: Float64Array, prior: Float64Array): number {
		const at = this.at!;
		const into = slopesFor(at);
		const before = evaluate(at, prior, into);
		const variance = into.slopes.reduce((sum, by) => sum + by * by, at.rest);
		return Math.abs(evaluate(at, mean, into) - before) / Math.sqrt(variance);
	}

	/** @param hand what its flies differ by; the same at each call */
	term(hand: HandScatter): EvidenceTerm {
		const at = this.at!;
		const rest = Math.sqrt(at.rest);
		return (this.#term ??= termAt(
			at,
			this.found.flatMap((entry) =>
				foundOf(entry, at.expansion.value, hand).map(({ value, spread }) => ({
					value,
					spread: math.hypot(spread, rest)
				}))
			)
		));
	}
}

/** What was found of a figure, as the figure stands. @param only what is looked at of it */
export const termAt = (
	at: PlacedExpansion,
	found: EvidenceTerm['found'],
	only?: Part
): EvidenceTerm => ({
	places: at.places,
	parts: at.parts,
	found,
	predict: (scores, into) => evaluate(at, scores, into, only)
});

/** What is left of a thing when its sizes are rounded and its lots forgotten. */
const rounded = (name: string, value: unknown): unknown =>
	name === 'lot'
		? undefined
		: typeof value === 'number'
			? Number(value.toPrecision(ALIKE_DIGITS))
			: value;
