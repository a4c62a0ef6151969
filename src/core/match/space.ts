import { prior, type Distribution } from '../parameter/index';
import {
	beadShapeTable,
	coilPlaces,
	hasSlot,
	shapeFor,
	standsApart,
	isJig,
	usualCoilWire,
	type BeadChoice,
	type CoilChoice,
	type HookChoice,
	type Recipe
} from '../fly/index';
import { nominalHook } from '../material/index';
import { without } from '../quantity/index';
import {
	dressingVariantsOf,
	type Locks,
	type DressingVariant,
	type DressingChange
} from './dressing-variants';
import { beadOf, beadSteps, coilOf, hookOf, wireSteps, type Shelf } from './shelf';

/** A wire to wind, and where; its turns are open. */
export type Winding = Omit<CoilChoice, 'turns' | 'second'>;

/** Every build that is looked at: each of these with each of the others. */
export interface Space {
	/** The pattern without what was weighed of it as a whole: another build is another fly. */
	readonly pattern: Recipe;
	readonly hooks: readonly HookChoice[];
	readonly beads: readonly (BeadChoice | null)[];
	/** Windings, each with 3 to 15 turns; without wire is always among the builds unless the coil is kept. */
	readonly windings: readonly Winding[];
	readonly dressingChanges: readonly DressingChange[];
	readonly variants: readonly DressingVariant[];
	/** The coil as it is in the pattern, where that is kept. */
	readonly kept: CoilChoice | null;
	readonly coilOpen: boolean;
	readonly distribution: Distribution;
}

/** Hooks this many numbers larger and smaller may be considered: one sold size (our choice). */
const SIZES_AROUND = 2;
/** Coil wires this far from the usual one for the hook, as a ratio, may be considered (our choice). */
const WIRE_RANGE = 1.7;
const NOMINAL_METALS = ['tungsten', 'brass'] as const;
const NOMINAL_WIRES = ['lead', 'leadFree'] as const;

/**
 * What a search over a pattern has to look at.
 *
 * Hooks: the tier's own within a size of the pattern's, and those of its style a step in size, length
 * and wire. Beads: each size in tungsten, brass and the pattern's metal, and the tier's own, or none.
 * Wire: lead and lead-free, and the tier's own, at each place.
 *
 * @param shelf what the tier owns; with `only`, nothing else
 * @param noLead leaves lead out
 */
export function spaceOf(
	whole: Recipe,
	locks: Locks,
	shelf: Shelf,
	noLead = false,
	distribution: Distribution = prior
): Space {
	const pattern = without(whole, 'weighed');
	const hooks = locks.hook ? [pattern.hook] : hooksAround(pattern.hook, shelf);
	return {
		pattern,
		hooks,
		beads: locks.bead ? [pattern.bead] : beadsFor(hooks, pattern, shelf),
		windings: locks.coil ? [] : windingsFor(pattern, shelf, noLead),
		...dressingVariantsOf(pattern, locks, distribution),
		kept: locks.coil ? pattern.coil : null,
		coilOpen: !locks.coil,
		distribution
	};
}

function hooksAround(hook: HookChoice, shelf: Shelf): HookChoice[] {
	const near = (size: number) => Math.abs(size - hook.size) <= SIZES_AROUND;
	const found = shelf.hooks.filter(({ size }) => near(size));
	const steps = [0, 1, -1].flatMap((by) => [
		{ ...hook, wireX: hook.wireX + by },
		{ ...hook, lengthX: hook.lengthX + by },
		{ ...hook, size: hook.size + SIZES_AROUND * by }
	]);
	for (const step of steps) {
		const nominal = step.size === hook.size ? step : without(without(step, 'measured'), 'lot');
		const next = hookOf(shelf, nominal as HookChoice);
		if (next && next.wireX >= -3 && next.wireX <= 3) found.push(next);
	}
	// The pattern's own hook, by the tier's own packet where there is one.
	const own = hookOf(shelf, hook);
	const kept = own?.lot ? own : shelf.only ? null : hook;
	return distinct([...(kept ? [kept] : []), ...found]);
}

function beadsFor(
	hooks: readonly HookChoice[],
	{ bead: now }: Recipe,
	shelf: Shelf
): (BeadChoice | null)[] {
	// A slotted one is tried on plain hooks where the pattern has one, beside the usual.
	const plain = hooks.find((hook) => !isJig(hook));
	const shapes = new Set([
		...hooks.filter(isJig).map((hook) => shapeFor(hook, now)),
		...(now && hasSlot(now) ? [now.shape] : []),
		...(plain ? [shapeFor(plain, hasSlot(now) ? null : now)] : [])
	]);
	const nominal = beadSteps(shelf).flatMap((diameter) =>
		[...shapes].flatMap((shape) =>
			NOMINAL_METALS.map((metal) => beadOf(shelf, { metal, shape, diameter }))
		)
	);
	const own = shelf.beads.filter(({ metal }) => metal !== 'own');
	const kept = now && beadOf(shelf, now);
	return [null, ...distinct([kept, ...own, ...nominal].filter((bead) => bead !== null))];
}

function windingsFor({ hook, coil, bead }: Recipe, shelf: Shelf, noLead: boolean): Winding[] {
	const usual = usualCoilWire(hook.size);
	const wires = wireSteps(shelf).filter(
		(wire) => wire / usual < WIRE_RANGE && usual / wire < WIRE_RANGE
	);
	const nominal = wires.flatMap((wire) =>
		NOMINAL_WIRES.map((metal) => coilOf(shelf, { metal, wire, turns: 1 }))
	);
	const kept = coil && coilOf(shelf, { metal: coil.metal, wire: coil.wire, turns: 1 });
	const spools = distinct(
		[kept, ...shelf.coils, ...nominal].flatMap((spool): Winding[] => {
			if (!spool || (noLead && spool.metal === 'lead')) return [];
			const { metal, wire, lot, measured } = spool;
			return [{ metal, wire, ...(lot ? { lot } : {}), ...(measured ? { measured } : {}) }];
		})
	);
	const places = coilPlaces.filter((place) => place !== 'slot' || !bead || hasSlot(bead));
	return spools.flatMap((spool) => places.map((place) => ({ ...spool, place })));
}

/** Whether wire with a bead in front of it does not touch it. */
export const liesApart = (
	bead: BeadChoice | null,
	coil: Pick<CoilChoice, 'place'> | null | undefined
): boolean => bead !== null && standsApart(coil?.place);

/** The largest beads that tiers use are as wide as the gape is (common practice, no source). */
const WIDEST = 1.05;

/** Whether a bead may be considered for a hook; one that is kept always is. */
export function goesOn({ beads }: Space, hook: HookChoice, bead: BeadChoice | null): boolean {
	if (!bead || beads.length === 1) return true;
	const { gape } = hook.measured?.gape
		? { gape: hook.measured.gape }
		: nominalHook(hook.size, hook.lengthX, hook.wireX);
	return bead.diameter * beadShapeTable[bead.shape].meanWidth <= WIDEST * gape;
}

/** The first of those that are alike, lots included. */
function distinct<T>(all: readonly T[]): T[] {
	return [...new Map(all.map((one) => [key(one), one])).values()];
}
/** Lengths that were computed in two ways differ in the last digits. */
const key = (one: unknown) =>
	JSON.stringify(one, (_, value: unknown) => {
		if (typeof value === 'number') return Number(value.toPrecision(6));
		return value && typeof value === 'object'
			? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1)))
			: value;
	});
