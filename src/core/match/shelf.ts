import type { BeadChoice, CoilChoice, HookChoice } from '../fly/index';
import { BEAD_STEPS, COIL_WIRE_STEPS } from '../material/index';

/** What the tier owns, as choices a recipe can take; empty lists where nothing is known. */
export interface Shelf {
	readonly beads: readonly BeadChoice[];
	readonly coils: readonly Omit<CoilChoice, 'turns' | 'place' | 'second'>[];
	readonly hooks: readonly HookChoice[];
	/** Nothing is taken that is not on the shelf. */
	readonly only: boolean;
	/** What a hook, a bead or a metre of wire costs, by lot. */
	readonly prices?: Readonly<Record<string, number>>;
}

export const emptyShelf: Shelf = { beads: [], coils: [], hooks: [], only: false };

/**
 * Two sizes that are sold as the same differ by less than this share, as a calliper sees them; the next
 * one that is sold differs by twice as much at the least (our choice).
 */
const SAME = 0.04;
const same = (a: number, b: number) => Math.abs(a / b - 1) < SAME;

/** A bead of this metal, shape and size: the tier's own where there is one; null where only those count. */
export function beadOf(
	shelf: Shelf,
	{ metal, shape, diameter, slotTurn, density }: BeadChoice
): BeadChoice | null {
	const own = shelf.beads.find(
		(bead) => bead.metal === metal && bead.shape === shape && same(bead.diameter, diameter)
	);
	const turned = slotTurn === undefined ? {} : { slotTurn };
	if (own) return { ...own, ...turned };
	if (shelf.only) return null;
	const made = metal === 'own' && density !== undefined ? { density } : {};
	return { metal, shape, diameter, ...turned, ...made };
}

/** A coil of this metal and wire, the tier's own where there is one; null where only those count. */
export function coilOf(shelf: Shelf, coil: CoilChoice): CoilChoice | null {
	const { metal, wire, turns, place, second } = coil;
	const wound = {
		turns,
		...(place === undefined ? {} : { place }),
		...(second === undefined ? {} : { second })
	};
	const own = shelf.coils.find((spool) => spool.metal === metal && same(spool.wire, wire));
	if (own) return { ...own, ...wound };
	return shelf.only ? null : { metal, wire, ...wound };
}

/** Whether this very wire is on the shelf: of its lot, where it has one. */
export const owns = (shelf: Shelf, { lot }: CoilChoice): boolean =>
	lot !== undefined && shelf.coils.some((spool) => spool.lot === lot);

/** A hook like this one, the tier's own where there is one; null where only those count. */
export function hookOf(shelf: Shelf, hook: HookChoice): HookChoice | null {
	const { style, size, lengthX, wireX, barbed, eye } = hook;
	const own = shelf.hooks.find(
		(h) => h.style === style && h.size === size && h.lengthX === lengthX && h.wireX === wireX
	);
	if (own) return own;
	const more = { ...(barbed ? { barbed } : {}), ...(eye ? { eye } : {}) };
	return shelf.only ? null : { style, size, lengthX, wireX, ...more };
}

/** The sizes of bead that may be considered, m, rising: those that are sold, and the tier's own. */
export const beadSteps = (shelf: Shelf) =>
	steps(
		shelf.only ? [] : BEAD_STEPS,
		shelf.beads.map(({ diameter }) => diameter)
	);
/** The coil wires that may be considered, m, rising. */
export const wireSteps = (shelf: Shelf) =>
	steps(
		shelf.only ? [] : COIL_WIRE_STEPS,
		shelf.coils.map(({ wire }) => wire)
	);

function steps(sold: readonly number[], own: readonly number[]): number[] {
	const all: number[] = [];
	for (const step of [...sold, ...own].sort((a, b) => a - b)) {
		if (all.length === 0 || !same(step, all[all.length - 1]!)) all.push(step);
	}
	return all;
}

/** The next step of a list up or down from a value that may lie between two; null at the end. */
export function nextStep(list: readonly number[], from: number, up: boolean): number | null {
	const beyond = list.filter((step) => !same(step, from) && (up ? step > from : step < from));
	return beyond.length === 0 ? null : up ? beyond[0]! : beyond[beyond.length - 1]!;
}
