import { math } from '../quantity/index';
import type { Distribution } from '../parameter/index';
import {
	buildFly,
	chunkiness,
	compileBuild,
	fitOf,
	gapLeft,
	mediansFor,
	standsApart,
	type Build,
	type Recipe
} from '../fly/index';
import { GRAVITY } from '../material/index';
import { settle, settleNear, type Near } from '../sink/index';
import type { Fluid } from '../water/index';
import type { DressingVariant } from './dressing-variants';
import { goesOn, type Space, type Winding } from './space';

/** What a build of the search comes to, near enough to be looked at again or passed over. SI. */
export interface Surrogate {
	mass: number;
	/** N in water. */
	weight: number;
	/** Logarithm of the sink rate, m/s; −∞ when it floats. */
	log: number;
	pitch: number;
	bulk: number;
	/** Hook gap left, m. */
	gap: number;
	/** m³ of coil. */
	coil: number;
	/** Least number of troubles that the fit sees. */
	troubles: number;
}

/** Turns that are wound where any are (common practice, no source). */
export const LEAST_TURNS = 3;
export const MOST_TURNS = 15;
/** Where between the least and the most turns a coil is worked out in full; between them figures are drawn straight. */
const KNOTS = [0.45, 1];
/** How closely the speeds are solved here. */
const CLOSE = 2e-3;
/** Where a fly with other wire is worked out from one with this, the power of weight in speed. */
const USUAL_EXPONENT = 2;

/** Where a build is found again: its place in the space's lists; winding −1 is none. */
export interface BuildPlace {
	hook: number;
	bead: number;
	winding: number;
	turns: number;
	variant: number;
}

/**
 * Figures of every build on one hook with one bead, by tables.
 *
 * Worked out in full: the pattern's own dressing without wire and at a few numbers of turns of each wire in
 * each place; each other variant without wire and once with. Between turns figures are drawn straight; a
 * variant changes mass, thickness and the logarithm of the speed by what it changes them there, in
 * proportion to the wire; another metal of the same wire by its weight. Half of them within 1 % of the full
 * way’s speed, nine of ten within 7 % (tested); the rest hang near where their attitude turns over. What surely cannot be tied is left out.
 *
 * @param visit called for each build with figures that are only lent
 * @returns how many builds there are that can be tied
 */
export function surrogatesOf(
	space: Space,
	hookAt: number,
	beadAt: number,
	fluid: Fluid,
	visit: (figures: Surrogate, place: BuildPlace) => void
): number {
	const hook = space.hooks[hookAt]!;
	const bead = space.beads[beadAt]!;
	if (!goesOn(space, hook, bead)) return 0;
	const { dressingChanges, variants, windings, kept, distribution } = space;
	const densityOf = (coil: Winding) =>
		mediansFor({ ...space.pattern, hook, bead, coil: { ...coil, turns: 1 } }, distribution)[
			`coil.${coil.metal}.density`
		];
	const alone: Recipe = { ...space.pattern, hook, bead, coil: kept };
	const first = worked(alone, fluid, null, distribution);
	// With a coil that is kept there is no other.
	if (first.stopped.length > 0) return 0;
	const dressed = dressingChanges.map((change) => change.dress(alone));
	const plain = dressed.map((recipe) => worked(recipe, fluid, first.sink, distribution));
	const changes = plain.map((one) => changeFrom(first, one));
	const open = variants.flatMap((variant, k) =>
		variant.changes.every((at) => plain[at]!.stopped.length === 0)
			? [{ k, bare: sumOf(variant, changes) }]
			: []
	);
	const place: BuildPlace = { hook: hookAt, bead: beadAt, winding: -1, turns: 0, variant: 0 };
	const now: Surrogate = { ...first.figures };
	const shown: Surrogate = { ...first.figures };
	let visited = open.length;
	for (const { k, bare } of open) {
		change(first.figures, bare, bare, 0, shown);
		place.variant = k;
		visit(shown, place);
	}
	/** Each variant's change with wire, and how much wire that is; found with the first that fits in a place. */
	const wiredIn = new Map<string, Wired>();
	const rows = new Map<string, readonly Worked[]>();
	windings.forEach((winding, windingAt) => {
		const geometry = `${winding.wire} ${winding.place ?? ''}`;
		// Where it does not enter the bead anyway, behind the bead is forward.
		if (winding.place === 'butted' && rows.get(`${winding.wire} forward`)?.[0]?.butts) return;
		let knots = rows.get(geometry);
		if (!knots)
			rows.set(geometry, (knots = knotsOf(alone, winding, fluid, first.sink, distribution)));
		if (knots.length === 0) return;
		const near = standsApart(winding.place) ? winding.place : 'front';
		let wired = wiredIn.get(near);
		if (!wired)
			wiredIn.set(
				near,
				(wired = wiredWith(knots[knots.length >> 1]!, dressed, variants, fluid, distribution))
			);
		const heavier = densityOf(winding) - densityOf(knots[0]!.recipe.coil!);
		const most = knots[knots.length - 1]!.turns;
		place.winding = windingAt;
		let k = 0;
		for (let turns = knots[0]!.turns; turns <= most; turns++) {
			while (k < knots.length - 2 && turns > knots[k + 1]!.turns) k++;
			between(knots[k]!, knots[Math.min(k + 1, knots.length - 1)]!, turns, heavier, now);
			const share = Math.min(MOST_SHARE, now.coil / wired.coil);
			place.turns = turns;
			for (const { k: variant, bare } of open) {
				change(now, bare, wired.changes[variant]!, share, shown);
				place.variant = variant;
				visit(shown, place);
			}
			visited += open.length;
		}
	});
	return visited;
}
/** A variant's change is drawn on beyond the wire with which it was found, this many times. */
const MOST_SHARE = 1.5;

interface Wired {
	/** m³ of coil. */
	readonly coil: number;
	/** By variant. */
	readonly changes: readonly SurrogateChange[];
}

/** What each variant changes on a fly that is wound with wire. */
function wiredWith(
	own: Worked,
	dressed: readonly Recipe[],
	variants: readonly DressingVariant[],
	fluid: Fluid,
	distribution: Distribution
): Wired {
	const { coil } = own.recipe;
	const changes = dressed.map((recipe) =>
		changeFrom(own, worked({ ...recipe, coil }, fluid, own.sink, distribution))
	);
	return { coil: own.figures.coil, changes: variants.map((variant) => sumOf(variant, changes)) };
}

/** A build worked out in full. */
interface Worked {
	readonly recipe: Recipe;
	readonly figures: Surrogate;
	/** Codes of what forbids it. */
	readonly stopped: readonly string[];
	readonly turns: number;
	readonly sink: Near;
	/** The coil lies behind the bead. */
	readonly butts: boolean;
	/** Turns for which there is room on the shank. */
	readonly room: number;
}

function worked(
	recipe: Recipe,
	fluid: Fluid,
	beside: Near | null,
	distribution: Distribution
): Worked {
	const medians = mediansFor(recipe, distribution);
	const build = buildFly(recipe, medians);
	const { body } = compileBuild(build, medians);
	const sink = beside
		? settleNear(body, fluid, medians, beside, CLOSE)
		: settle(body, fluid, medians);
	const notes = fitOf(build, medians);
	return {
		recipe,
		sink,
		figures: {
			mass: body.mass,
			weight: sink.submergedWeight,
			log: math.log(sink.speed),
			pitch: sink.pitch,
			bulk: chunkiness(build),
			gap: gapLeft(build),
			coil: build.coil?.volume ?? 0,
			troubles: notes.filter(({ severity }) => severity === 'trouble').length
		},
		stopped: notes.filter(({ severity }) => severity === 'stop').map(({ code }) => code),
		turns: recipe.coil?.turns ?? 0,
		butts: build.coil?.seat === 'butted',
		room: roomFor(build)
	};
}

/** Turns from where the coil begins to the end of the shank; of one in the middle or to the rear, from its bead. */
function roomFor({ coil, bead, hook, recipe }: Build): number {
	if (!coil) return 0;
	const { place } = recipe.coil!;
	const moves = standsApart(place) || !bead;
	const start = moves ? (bead ? bead.seat + bead.rear : 0) : coil.start;
	return Math.min(MOST_TURNS, Math.floor((hook.shank - start) / coil.wire + 1e-9));
}

/** The knots of a wire in a place: the least turns, the most that fit, and some between; empty where none does. */
function knotsOf(
	bare: Recipe,
	winding: Winding,
	fluid: Fluid,
	beside: Near,
	distribution: Distribution
): Worked[] {
	let near = beside;
	const at = (turns: number) => {
		const found = worked({ ...bare, coil: { ...winding, turns } }, fluid, near, distribution);
		near = found.sink;
		return found;
	};
	const found = [at(LEAST_TURNS)];
	const { stopped, room } = found[0]!;
	if (stopped.length > 0) return [];
	if (room <= LEAST_TURNS) return found;
	for (const share of KNOTS) {
		const turns = Math.round(LEAST_TURNS + share * (room - LEAST_TURNS));
		if (turns > found[found.length - 1]!.turns) found.push(at(turns));
	}
	// Where the room was taken too large by a turn or two.
	while (found.length > 1 && found[found.length - 1]!.stopped.length > 0) {
		const { turns } = found.pop()!;
		if (turns - 1 > found[found.length - 1]!.turns) found.push(at(turns - 1));
	}
	return found;
}

/** What a variant changes, without wire and with as much of it as `coil` says. */
interface SurrogateChange {
	readonly mass: number;
	readonly weight: number;
	/** Of the speed's logarithm. */
	readonly log: number;
	readonly pitch: number;
	readonly bulk: number;
	readonly gap: number;
	readonly troubles: number;
}

function changeFrom({ figures: a }: Worked, { figures: b }: Worked): SurrogateChange {
	return {
		mass: b.mass - a.mass,
		weight: b.weight - a.weight,
		log: b.log - a.log,
		pitch: b.pitch - a.pitch,
		bulk: b.bulk - a.bulk,
		gap: b.gap - a.gap,
		troubles: b.troubles - a.troubles
	};
}

/** Changes of the dressing are taken to change what they change whatever else is changed. */
function sumOf(
	{ changes: places }: DressingVariant,
	changes: readonly SurrogateChange[]
): SurrogateChange {
	const sum = { mass: 0, weight: 0, log: 0, pitch: 0, bulk: 0, gap: 0, troubles: 0 };
	for (const at of places) {
		const one = changes[at]!;
		sum.mass += one.mass;
		sum.weight += one.weight;
		sum.log += one.log;
		sum.pitch += one.pitch;
		sum.bulk += one.bulk;
		sum.gap += one.gap;
		sum.troubles += one.troubles;
	}
	return sum;
}

/** The figures with a change in a variant added, what it is without wire moving with the wire to what it is with. */
function change(
	figures: Surrogate,
	bare: SurrogateChange,
	wired: SurrogateChange,
	share: number,
	out: Surrogate
): void {
	const rest = 1 - share;
	out.mass = figures.mass + rest * bare.mass + share * wired.mass;
	out.weight = figures.weight + rest * bare.weight + share * wired.weight;
	out.log = figures.log + rest * bare.log + share * wired.log;
	out.pitch = figures.pitch + rest * bare.pitch + share * wired.pitch;
	out.bulk = figures.bulk + rest * bare.bulk + share * wired.bulk;
	out.gap = figures.gap + rest * bare.gap + share * wired.gap;
	out.coil = figures.coil;
	out.troubles = Math.max(0, figures.troubles + Math.min(bare.troubles, wired.troubles));
}

/** Figures between two knots, in a metal that is so much heavier than theirs, kg/m³. */
function between(a: Worked, b: Worked, turns: number, heavier: number, out: Surrogate): void {
	const share = b.turns > a.turns ? (turns - a.turns) / (b.turns - a.turns) : 0;
	const [from, to] = [a.figures, b.figures];
	out.coil = from.coil + share * (to.coil - from.coil);
	const weight = from.weight + share * (to.weight - from.weight);
	const more = heavier * out.coil;
	out.mass = from.mass + share * (to.mass - from.mass) + more;
	out.weight = weight + GRAVITY * more;
	out.log = from.log + share * (to.log - from.log);
	if (more !== 0 && weight > 0 && out.weight > 0)
		out.log += math.log(out.weight / weight) / (a.sink.steady.exponent || USUAL_EXPONENT);
	out.pitch = from.pitch + share * (to.pitch - from.pitch);
	out.bulk = from.bulk + share * (to.bulk - from.bulk);
	out.gap = from.gap + share * (to.gap - from.gap);
	out.troubles = Math.min(from.troubles, to.troubles);
}

/** The recipe of a build by its place in the space. */
export function recipeAt(
	space: Space,
	{ hook, bead, winding, turns, variant }: BuildPlace
): Recipe {
	const wound = space.windings[winding];
	const coil = wound ? { ...wound, turns } : space.kept;
	const bare: Recipe = {
		...space.pattern,
		hook: space.hooks[hook]!,
		bead: space.beads[bead]!,
		coil
	};
	return space.variants[variant]!.changes.reduce(
		(recipe, at) => space.dressingChanges[at]!.dress(recipe),
		bare
	);
}
