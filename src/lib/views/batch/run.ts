import { changeWords, weightWords } from '$lib/ui/figures';
import { prior, type Distribution } from '$core/parameter/index';
import { amountsFor, causesFor, diagnose, scatterOf, type Amount } from '$core/batch/index';
import { controlChart, type ControlChart, type Expected } from '$core/learn/index';
import { evaluate } from '$core/match/index';
import type { PartName, Recipe } from '$core/fly/index';
import { predict } from '$core/predict/index';
import { CENTIMETRE, GRAM, type Interval, type Measure, shown } from '$core/quantity/index';
import { fluidAt, type Lie } from '$core/water/index';
import {
	itemOf,
	type BatchBodyDocument,
	type BatchItem,
	type StepTime,
	type TakenLot,
	type TiedFly
} from '$lib/documents/batch/body';
import { colouredParts, type FlyColouring, type TyingWay } from '$lib/documents/fly/about';
import { codeOf, type WeightCode } from '$lib/documents/fly/weight-code';
import { coded } from '$lib/state/coded';
import { recipeFromDocument, recipeToDocument } from '$lib/documents/fly/recipe';
import type { LotRow } from '$lib/documents/kinds';
import { lotsOf, makes, withLot } from '$lib/documents/lot/from-stock';
import { leftOf, lotUnit, materialOf } from '$lib/documents/lot/body';

/** This many of one fly, with its recipe as the core has it. */
export interface RunItem {
	readonly name: string;
	readonly recipe: Recipe;
	readonly count: number;
	/** As they were said of the fly. */
	readonly colours?: FlyColouring;
	/** As it is tied, where that is not as usual. */
	readonly tying?: TyingWay;
}

/** Materials of which a lot is counted by the piece or the metre. */
const COUNTED: ReadonlySet<string> = new Set(['hook', 'bead', 'coil', 'thread', 'rib']);

/** What a run takes from each lot. @param amount of an item's part */
function fromLots(
	items: readonly RunItem[],
	lots: readonly LotRow[],
	distribution: Distribution,
	amount: (one: Amount, item: RunItem) => number
): TakenLot[] {
	const taken = new Map<string, number>();
	for (const item of items) {
		if (item.count < 1) continue;
		for (const one of amountsFor(item.recipe, item.count, distribution)) {
			for (const id of lotsOf(item.recipe, one.part)) {
				const lot = lots.find((row) => row.id === id);
				if (!lot || !COUNTED.has(materialOf(lot.body) ?? '')) continue;
				taken.set(id, (taken.get(id) ?? 0) + amount(one, item));
			}
		}
	}
	return [...taken].map(([lotId, sum]) => ({ lotId, amount: Number(sum.toFixed(3)) }));
}

/** What is reserved: spares and waste included. */
export const reservedFor = (
	items: readonly RunItem[],
	lots: readonly LotRow[],
	distribution: Distribution = prior
) => fromLots(items, lots, distribution, ({ total }) => total);
/** What leaves the stock: a piece a fly, and of wire and thread what was cut. */
export const usedFor = (
	items: readonly RunItem[],
	lots: readonly LotRow[],
	distribution: Distribution = prior
) =>
	fromLots(items, lots, distribution, ({ unit, total }, { count }) =>
		unit === 'pieces' ? count : total
	);

/** The cut list of a whole run: the same material of several items once. */
export function cutListOf(items: readonly RunItem[], distribution: Distribution = prior): Amount[] {
	const list: Amount[] = [];
	for (const { recipe, count } of items) {
		for (const one of amountsFor(recipe, count, distribution)) {
			const same = list.findIndex(
				({ part, words, cut }) => part === one.part && words === one.words && cut === one.cut
			);
			if (same < 0) list.push(one);
			else {
				const { total, mass } = list[same]!;
				list[same] = { ...one, total: total + one.total, mass: mass + one.mass };
			}
		}
	}
	const order = list.map(({ part }) => part).filter((part, i, all) => all.indexOf(part) === i);
	return list.sort((a, b) => order.indexOf(a.part) - order.indexOf(b.part));
}

/** Still water, for the figures that are kept with a batch. */
const STILL: Lie = { depth: 1, surfaceSpeed: 0, bed: 'gravel', zoneTop: 0.2, approach: 3 };

/** An item as a batch keeps it, with the prediction as it stands. */
export function itemToDocument(
	{ name, recipe, count, colours, tying }: RunItem,
	celsius: number,
	distribution: Distribution = prior
): BatchItem {
	const { mass, speed } = predict(recipe, STILL, celsius, distribution);
	const g = (kg: number) => Number((kg / GRAM).toPrecision(5));
	return {
		name,
		count,
		recipe: recipeToDocument(recipe),
		...(colours && { colours }),
		...(tying && { tying }),
		...(speed
			? {
					predicted: {
						massG: g(mass.value),
						lowG: g(mass.low),
						highG: g(mass.high),
						sinkMs: Number(speed.value.toPrecision(4))
					}
				}
			: {})
	};
}
export const itemFromDocument = ({ name, recipe, count, colours, tying }: BatchItem): RunItem => ({
	name,
	count,
	recipe: recipeFromDocument(recipe),
	...(colours && { colours }),
	...(tying && { tying })
});

/** How a fly is known in the box, in a line: its colours, and what one of them stands for. */
export function knownBy(
	{ recipe, colours = {} }: RunItem,
	code: WeightCode | null,
	celsius: number,
	distribution: Distribution = prior
): string {
	const own = colouredParts.flatMap((part) =>
		colours[part] === undefined ? [] : `${colours[part]} ${part}`
	);
	const { mass } = evaluate(recipe, fluidAt(celsius), distribution);
	const verdict = code && codeOf(code, coded(recipe, mass), colours);
	return [
		...own,
		...(verdict?.colour
			? [
					verdict.contradicts ??
						`by the weight code ${verdict.colour} ${code!.part} is ${verdict.words}`
				]
			: [])
	].join('; ');
}

/** Weight and sink of an item, each with its interval, in a line. */
export function figuresOf(
	{ recipe }: RunItem,
	celsius: number,
	distribution: Distribution = prior
): string {
	const { mass, speed } = predict(recipe, STILL, celsius, distribution);
	const said = (one: Interval, measure: Measure, digits: number) => {
		const [value, low, high] = [one.value, one.low, one.high].map((n) => measure.fixed(n, digits));
		return `${value} (${low}–${high})`;
	};
	const sinks = speed ? `sinks ${said(speed, shown.sink, 0)} ${shown.sink.unit}` : 'floats';
	return `${said(mass, shown.mass, 3)} ${shown.mass.unit}, ${sinks} in still water; 9 of 10 lie within.`;
}

/** The times that all runs took together, for the paces that are learned. */
export const timesOf = (bodies: readonly Pick<BatchBodyDocument, 'times'>[]): StepTime[] =>
	bodies.flatMap(({ times }) => times);

/** 90 % of a normal distribution lies within this many standard deviations. */
const NINETY = 1.645;

/** What is known of an item's flies before the first is weighed, g. @param step what the scale's last figure counts */
function expectedOf(
	body: BatchBodyDocument,
	item: number,
	step: number,
	distribution: Distribution
): Expected {
	const { recipe, predicted } = body.items[item]!;
	const inner = recipeFromDocument(recipe);
	const centre = predicted?.massG ?? evaluate(inner, fluidAt(10), distribution).mass / GRAM;
	return {
		centre,
		unsure: predicted
			? Math.max(0.02 * centre, (predicted.highG - predicted.lowG) / 2 / NINETY)
			: 0.15 * centre,
		scatter: scatterOf(inner, distribution) / GRAM,
		measuring: LAID,
		step
	};
}
/** A fly laid on the pan and taken off again reads the same within this, g (our estimate). */
const LAID = 0.0005;
/** Flies after which a chart knows where its centre is. */
const SETTLED = 6;

/** The weighed flies of an item, and what their control chart says; null while none is weighed. */
export function chartOf(
	body: BatchBodyDocument,
	item: number,
	distribution: Distribution = prior
): {
	readonly flies: readonly TiedFly[];
	readonly chart: ControlChart;
	readonly step: number;
} | null {
	const flies = body.flies.filter(
		({ fly, massG, together = 1 }) =>
			massG !== undefined && together === 1 && itemOf(body, fly) === item
	);
	if (flies.length === 0) return null;
	const step = Math.max(0, ...flies.map(({ scaleStepG }) => scaleStepG ?? 0));
	const chart = controlChart(
		flies.map(({ massG }) => massG!),
		expectedOf(body, item, step, distribution)
	);
	return { flies, chart, step };
}

/** The causes there are for a fly of an item, in grams. */
export const causesOf = (recipe: Recipe, distribution: Distribution = prior) =>
	causesFor(recipe, distribution).map((cause) => ({ ...cause, mass: cause.mass / GRAM }));

const signed = (grams: number, digits = 3) => changeWords(grams * GRAM, shown.mass, digits);

/** What is said of the flies of an item that are off, in the order in which they were weighed. */
export function offOf(
	body: BatchBodyDocument,
	item: number,
	distribution: Distribution = prior
): { readonly fly: number; readonly off: string; readonly words: string }[] {
	const found = chartOf(body, item, distribution);
	if (!found) return [];
	const { flies, chart, step } = found;
	const causes = causesOf(recipeFromDocument(body.items[item]!.recipe), distribution);
	return chart.points.flatMap((point, k) => {
		if (!point.flagged) return [];
		const { causes: found, told } = diagnose(point.off, point.spread, step, causes);
		const [first, second] = found;
		const words = told
			? `Most likely ${first!.words} (${signed(first!.mass)}).`
			: `Either ${first!.words} (${signed(first!.mass)}) or ${second!.words} (${signed(second!.mass)}); this scale cannot tell which.`;
		return [{ fly: flies[k]!.fly, off: signed(point.off), words }];
	});
}

/** What is said when the flies of an item agree with each other and not with the prediction; null when they do. */
export function runOff(
	body: BatchBodyDocument,
	item: number,
	distribution: Distribution = prior
): string | null {
	const found = chartOf(body, item, distribution);
	const { predicted } = body.items[item]!;
	if (!found || !predicted) return null;
	const good = found.chart.points.filter(({ flagged }) => !flagged).map(({ value }) => value);
	if (good.length === 0) return null;
	const mean = good.reduce((a, b) => a + b, 0) / good.length;
	if (mean >= predicted.lowG && mean <= predicted.highG) return null;
	const { lowG, highG } = predicted;
	return `They weigh ${weightWords(mean)}, and ${weightWords(lowG)} to ${weightWords(highG)} was expected: look whether bead, wire and hook are those of the recipe, then weigh ten beads and ten hooks of the lots.`;
}

/**
 * What a scale can see of an item's flies, and what it cannot, in words.
 *
 * @param usual step of the scale at hand, g, where none of the flies was weighed with one
 */
export function sightOf(
	body: BatchBodyDocument,
	item: number,
	usual: number,
	distribution: Distribution = prior
): string {
	const weighed = chartOf(body, item, distribution);
	const step = weighed && weighed.step > 0 ? weighed.step : usual;
	const known = expectedOf(body, item, step, distribution);
	const { seen } = controlChart([], { ...known, unsure: known.scatter / Math.sqrt(SETTLED) });
	const causes = causesOf(recipeFromDocument(body.items[item]!.recipe), distribution)
		.filter(({ words }) => !words.startsWith('dressed'))
		.sort((a, b) => Math.abs(a.mass) - Math.abs(b.mass));
	const least = causes.find(({ mass }) => Math.abs(mass) >= seen);
	const most = causes.findLast(({ mass }) => Math.abs(mass) < seen);
	// What is just seen and what just is not must not read alike.
	const alike = [least, most].some(
		(one) => one && weightWords(Math.abs(one.mass)) === weightWords(seen)
	);
	const digits = alike ? 4 : 3;
	const said = ({ words, mass }: (typeof causes)[number]) => `${words} (${signed(mass, digits)})`;
	return [
		`In steps of ${shown.mass.words(step * GRAM, 4)} a fly is noticed that is off by ${weightWords(seen, digits)}`,
		least ? `, such as ${said(least)}` : ', and nothing that usually goes wrong is so much',
		most ? `; not ${said(most)}.` : '.'
	].join('');
}

/** A lot that can stand in for one that runs out, and what changes with it. */
export interface Substitute {
	readonly lot: LotRow;
	readonly words: string;
}

interface SubstitutesFrom {
	readonly lots: readonly LotRow[];
	/** °C. */
	readonly temperature: number;
	readonly distribution?: Distribution;
}

/** What of the stock can stand in for a part that runs short, nearest in sink rate first. */
export function substitutesFor(
	{ recipe }: RunItem,
	part: PartName,
	need: number,
	{ lots, temperature, distribution = prior }: SubstitutesFrom
): Substitute[] {
	const fluid = fluidAt(temperature);
	const now = evaluate(recipe, fluid, distribution);
	const own = new Set(lotsOf(recipe, part));
	return lots
		.filter((lot) => !own.has(lot.id) && makes(lot, part) && leftOf(lot.body) >= need)
		.flatMap((lot) => {
			const other = recipeFromDocument(withLot(recipeToDocument(recipe), lot, part));
			const kept =
				part === 'coil' && recipe.coil
					? { ...other, coil: { ...other.coil!, turns: recipe.coil.turns } }
					: other;
			const found = evaluate(kept, fluid, distribution);
			if (!found.fits) return [];
			const heavier = found.mass - now.mass;
			const faster = found.speed - now.speed;
			const words = `${changeWords(heavier, shown.mass, 3)}, ${changeWords(faster, shown.sink, 0)}`;
			const off = Math.abs(faster) / CENTIMETRE + 20 * Math.abs(heavier / GRAM);
			return [{ lot, words, off }];
		})
		.sort((a, b) => a.off - b.off)
		.slice(0, 3);
}

/** What the stock lacks for a run, in words by part. */
export function shortOf(
	items: readonly RunItem[],
	lots: readonly LotRow[]
): Readonly<Partial<Record<PartName, { readonly words: string; readonly need: number }>>> {
	const found: Partial<Record<PartName, { words: string; need: number }>> = {};
	for (const { lotId, amount } of reservedFor(items, lots)) {
		const lot = lots.find(({ id }) => id === lotId)!;
		const left = leftOf(lot.body);
		const material = materialOf(lot.body)!;
		if (left >= amount) continue;
		const part = material as PartName;
		found[part] = {
			need: amount,
			words: `only ${left} ${lotUnit(material, left)} left of ${lot.name}`
		};
	}
	return found;
}
