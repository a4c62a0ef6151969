import { math } from '../quantity/index';
import { nominalHook } from '../material/index';
import type { HookChoice, Recipe } from '../fly/index';
import { fluidAt, type Fluid } from '../water/index';
import { distributionIn, chanceAt, markOf, standOn, type ChanceCurve } from '../predict/index';
import { surrogatesOf, recipeAt, type Surrogate, type BuildPlace } from './surrogate';
import { evaluateBuild, type EvaluatedBuild } from './evaluate-build';
import { dearestOf, priceIn, pricePerVolume } from './price';
import { before, pointsOf, type Counts, type Ranked } from './rank';
import type { Shelf } from './shelf';
import { liesApart, spaceOf, type Space, type Winding } from './space';
import type { MatchQuestion } from './question';

/** A build that a search found, looked at in full. */
export interface FoundBuild extends EvaluatedBuild, Ranked {
	/** Builds of one family differ in turns, place of the wire and dressing; only the best of one is listed. */
	readonly family: string;
	/** What of the pattern's dressing differs, in a few words; empty when nothing is. */
	readonly look: string;
	/** Drifts that the chance was counted from; 0 while it is read off the curve. */
	readonly drifts: number;
}

/** One build of many, for a picture: near enough. */
export interface Seen {
	readonly place: BuildPlace;
	readonly metal: 'tungsten' | 'brass' | 'other' | 'none';
	readonly speed: number;
	readonly bulk: number;
	readonly mass: number;
	readonly chance: number;
}

/** A piece of the picture: m/s, and shares of the shank. */
export interface PlotRange {
	readonly speed: readonly [number, number];
	readonly bulk: readonly [number, number];
}

/** A chance read off tables may be off by this much; what lies so near the mark is looked at in full. */
export const MARGIN = 0.2;
/** A picture has this many places along the sink rate and the bulk. */
const COLUMNS = 90;
const ROWS = 60;
const PICTURE = { speed: 1.6, bulk: 0.5 } as const;

const METALS: readonly Seen['metal'][] = ['tungsten', 'brass', 'other', 'none'];
/** Chances are told apart by this many levels while builds are collected. */
const LEVELS = 40;

/** Of a family the least points at each level of chance or above, and where that build is. */
interface Best {
	readonly points: Float64Array;
	readonly places: (BuildPlace | null)[];
}

const noneYet = (): Best => ({ points: new Float64Array(LEVELS + 1).fill(Infinity), places: [] });

/** A search under way over some of the pairs of hook and bead; every pair makes its answer better. */
export class Search {
	readonly space: Space;
	/** Pairs of hook and bead there are. */
	readonly pairs: number;
	/** Builds looked at so far. */
	looked = 0;
	private readonly fluid: Fluid;
	private readonly dearest: number;
	/** Number of each winding's wire, from 1. */
	private readonly spools: readonly number[];
	private readonly best: Best[] = [];
	private top = 0;
	/** The lightest build at each place of the picture, kg, and what it is. */
	private readonly lightest = new Float64Array(COLUMNS * ROWS * METALS.length).fill(Infinity);
	private readonly picture: (Seen | undefined)[] = [];
	private readonly judgedOf = new Map<string, FoundBuild>();

	constructor(
		private readonly question: MatchQuestion,
		private readonly curve: ChanceCurve
	) {
		const { recipe, locks, shelf, wishes, celsius } = question;
		this.space = spaceOf(recipe, locks, shelf, wishes.noLead, distributionIn(question));
		this.pairs = this.space.hooks.length * this.space.beads.length;
		this.fluid = fluidAt(celsius);
		this.dearest = dearestOf(this.space, shelf);
		const wires = this.space.windings.map((winding) => JSON.stringify(spoolOf(winding)));
		this.spools = wires.map((wire) => 1 + wires.indexOf(wire));
	}

	/** Looks at every build on a pair of hook and bead. */
	look(pair: number): void {
		const { space, curve, question } = this;
		const hookAt = Math.floor(pair / space.beads.length);
		const beadAt = pair % space.beads.length;
		const bead = space.beads[beadAt]!;
		const metal = !bead
			? 'none'
			: bead.metal === 'tungsten' || bead.metal === 'brass'
				? bead.metal
				: 'other';
		const counts = countsOn(space, hookAt, beadAt, question.shelf);
		const { wishes } = question;
		/** By wire, the first without any. */
		const families: Best[] = [];
		this.looked += surrogatesOf(space, hookAt, beadAt, this.fluid, (figures, place) => {
			if (!(figures.weight > 0)) return;
			const good = chanceAt(curve, standOn(curve, figures.log, math.log(figures.weight)));
			this.paint(figures, place, metal, good);
			const points = pointsOf(counts(figures, place), wishes, this.dearest);
			const family = place.winding < 0 ? 0 : this.spools[place.winding]!;
			this.keep((families[family] ??= noneYet()), place, points, good);
		});
		this.best.push(...families.filter((family) => family !== undefined));
	}

	/** Keeps a build where it has the fewest points of its family at its chance. */
	private keep(best: Best, place: BuildPlace, points: number, chance: number): void {
		if (chance > this.top) this.top = chance;
		let kept: BuildPlace | null = null;
		for (let level = Math.floor(chance * LEVELS); level >= 0; level--) {
			if (points >= best.points[level]!) break;
			best.points[level] = points;
			best.places[level] = kept ??= { ...place };
		}
	}

	private paint(figures: Surrogate, place: BuildPlace, metal: Seen['metal'], chance: number): void {
		const speed = math.exp(figures.log);
		const column = Math.min(COLUMNS - 1, Math.floor((speed / PICTURE.speed) * COLUMNS));
		const row = Math.min(ROWS - 1, Math.floor((figures.bulk / PICTURE.bulk) * ROWS));
		const at = (column * ROWS + row) * METALS.length + METALS.indexOf(metal);
		if (figures.mass >= this.lightest[at]!) return;
		const { bulk, mass } = figures;
		this.lightest[at] = mass;
		this.picture[at] = { place: { ...place }, metal, speed, bulk, mass, chance };
	}

	/** What is there to be seen of the builds so far: of those that look alike the lightest. */
	seen(): Seen[] {
		return Object.values(this.picture).filter((seen) => seen !== undefined);
	}

	/** The best chance so far, by the tables. */
	get topChance(): number {
		return this.top;
	}

	/**
	 * The best so far, looked at in full, by the ranking; of each family the few that may be its best.
	 *
	 * @param most families
	 * @param mark the chance, by the tables, from which on a build does the job
	 * @param more what a chance must be above that for the next of its family to be passed over
	 */
	list(most: number, mark = markOf(this.top, this.question.wishes.enough), more = 0): FoundBuild[] {
		const from = Math.max(0, Math.floor((mark - MARGIN) * LEVELS));
		const to = Math.min(LEVELS, Math.ceil((mark + MARGIN) * LEVELS));
		const near: { family: Best; place: BuildPlace; points: number }[] = [];
		for (const family of this.best) {
			const { points, places } = family;
			let last: BuildPlace | null = null;
			for (let level = from; level <= to; level++) {
				const place = places[level];
				if (!place || place === last) continue;
				near.push({ family, place, points: points[level]! });
				last = place;
			}
		}
		near.sort((a, b) => a.points - b.points);
		const found = new Set<FoundBuild>();
		const families = new Set<Best>();
		/** Families of which one build in full does the job: the next ones of them have more points. */
		const settled = new Set<Best>();
		for (const { family, place } of near) {
			if (settled.has(family) || (families.size >= most && !families.has(family))) continue;
			const one = this.full(place);
			if (!one.fits) continue;
			families.add(family);
			found.add(one);
			if (one.chance >= mark + more) settled.add(family);
		}
		return [...found].sort((a, b) => before(a, b, mark));
	}

	/** Of what is seen within a piece of the picture, looked at in full, the best by the ranking. */
	within({ speed, bulk }: PlotRange, most: number, mark: number): FoundBuild[] {
		const inside = this.seen()
			.filter(
				(seen) =>
					seen.speed >= speed[0] &&
					seen.speed <= speed[1] &&
					seen.bulk >= bulk[0] &&
					seen.bulk <= bulk[1]
			)
			.sort((a, b) => Number(b.chance >= mark) - Number(a.chance >= mark) || a.mass - b.mass)
			.slice(0, 3 * most);
		return inside
			.map(({ place }) => this.full(place))
			.filter(({ fits }) => fits)
			.sort((a, b) => before(a, b, mark))
			.slice(0, most);
	}

	private full(place: BuildPlace): FoundBuild {
		const key = keyOf(place);
		const known = this.judgedOf.get(key);
		if (known) return known;
		const one = this.judged(place);
		this.judgedOf.set(key, one);
		return one;
	}

	private judged(place: BuildPlace): FoundBuild {
		const { space, curve, question } = this;
		const one = evaluatedAt(space, place, this.fluid, question.shelf);
		return {
			...one,
			chance: readOff(curve, one),
			miss: 0,
			points: pointsOf(one, question.wishes, this.dearest),
			family: familyOf(one.recipe),
			look: space.variants[place.variant]!.words,
			drifts: 0
		};
	}
}

/** The chance of a build off the curve. */
export const readOff = (curve: ChanceCurve, { speed, weight }: EvaluatedBuild): number =>
	speed > 0 ? chanceAt(curve, standOn(curve, math.log(speed), math.log(weight))) : 0;

/** A build of the space in full. */
export function evaluatedAt(
	space: Space,
	place: BuildPlace,
	fluid: Fluid,
	shelf: Shelf
): EvaluatedBuild {
	const away = hookDepartures(space, space.hooks[place.hook]!);
	const { departures } = space.variants[place.variant]!;
	return evaluateBuild(recipeAt(space, place), away + departures, fluid, shelf, space.distribution);
}

const keyOf = ({ hook, bead, winding, turns, variant }: BuildPlace) =>
	`${hook} ${bead} ${winding} ${turns} ${variant}`;

/** Hook, bead, and the wire: what a family has in common. */
export const familyOf = ({ hook, bead, coil }: Recipe): string =>
	JSON.stringify([hook, bead, coil && spoolOf(coil)]);
const spoolOf = ({ metal, wire, lot }: Winding) => [metal, wire, lot];

/** A hook of another style or size is another look. */
function hookDepartures({ pattern }: Space, hook: HookChoice): number {
	const style = hook.style === pattern.hook.style ? 0 : 2;
	return style + Math.abs(hook.size - pattern.hook.size) / 2;
}

/** What counts about the builds on a pair of hook and bead; the same object each time. */
export function countsOn(
	space: Space,
	hookAt: number,
	beadAt: number,
	shelf: Shelf
): (figures: Surrogate, place: BuildPlace) => Counts {
	const hook = space.hooks[hookAt]!;
	const own = space.beads[beadAt]!;
	const gape = hook.measured?.gape ?? nominalHook(hook.size, hook.lengthX, hook.wireX).gape;
	const away = hookDepartures(space, hook);
	const without = priceIn(shelf, hook) + (own ? priceIn(shelf, own) : 0);
	/** Price of a cubic metre of each winding's wire. */
	const perVolume = space.windings.map((winding) => pricePerVolume(shelf, winding));
	const kept = space.kept ? pricePerVolume(shelf, space.kept) : 0;
	const apart = space.windings.map((winding) => liesApart(own, winding));
	const counts = {
		mass: 0,
		speed: 0,
		pitch: 0,
		bulk: 0,
		gap: 0,
		troubles: 0,
		departures: 0,
		price: null as number | null,
		head: (own?.diameter ?? 0) / gape,
		tungsten: own?.metal === 'tungsten',
		apart: false
	};
	return (figures, { winding, variant }) => {
		counts.mass = figures.mass;
		counts.pitch = figures.pitch;
		counts.bulk = figures.bulk;
		counts.gap = figures.gap / gape;
		counts.troubles = figures.troubles;
		counts.departures = away + space.variants[variant]!.departures;
		counts.apart = winding >= 0 ? apart[winding]! : liesApart(own, space.kept);
		const wound = winding >= 0 ? perVolume[winding]! : kept;
		const price = without + (figures.coil > 0 ? wound * figures.coil : 0);
		counts.price = Number.isNaN(price) ? null : price;
		return counts;
	};
}

/** Lists of several searches over the same question as one, the best build of each family. */
export function mergedLists(lists: readonly (readonly FoundBuild[])[], mark: number): FoundBuild[] {
	const all = lists.flat().sort((a, b) => before(a, b, mark));
	const families = new Set<string>();
	return all.filter(({ family }) => !families.has(family) && families.add(family));
}
