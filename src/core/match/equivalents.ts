import { prior, type Distribution } from '../parameter/index';
import { math, turnsField, without } from '../quantity/index';
import { usualCoilWire, type BeadChoice, type CoilChoice, type Recipe } from '../fly/index';
import type { Fluid } from '../water/index';
import { evaluate, type Candidate } from './evaluate';
import { beadOf, beadSteps, coilOf, hookOf, nextStep, wireSteps, type Shelf } from './shelf';

/** What is to be otherwise. */
export const otherwise = [
	'brass',
	'tungsten',
	'leadFree',
	'noCoil',
	'finerHook',
	'smallerBead'
] as const;
export type Otherwise = (typeof otherwise)[number];

export interface Equivalent extends Candidate {
	readonly otherwise: Otherwise;
	/** Its sink rate over that of the fly; within `ALIKE` of 1 it sinks the same. */
	readonly ratio: number;
}

/** Sinks the same within this share: less than a timed drop would tell (our choice). */
export const ALIKE = 0.03;

/**
 * The nearest fly in sink rate that differs in one respect: real beads, wires and whole turns.
 * Among those that sink the same the slimmest. Kinds that make no sense for the fly, or that nothing
 * fits, are left out.
 *
 * A generator, so that a page may show what is found and stay alive in between.
 */
export function* equivalents(
	recipe: Recipe,
	fluid: Fluid,
	shelf: Shelf,
	distribution: Distribution = prior
): Generator<Equivalent | null, void, void> {
	const { speed } = evaluate(recipe, fluid, distribution);
	if (speed <= 0) return;
	// Another fly is not the one that was weighed.
	const plain = without(recipe, 'weighed');
	for (const kind of otherwise) {
		let best: Candidate | null = null;
		for (const frame of framesFor(kind, plain, shelf)) {
			for (const found of nearTurns(frame, fluid, speed, shelf, distribution)) {
				if (found && found.fits && better(found, best, speed)) best = found;
				yield null;
			}
		}
		if (best) yield { ...best, otherwise: kind, ratio: best.speed / speed };
	}
}

/** Where the turns are still open: a recipe, and the wire to wind; null where none is to be wound. */
interface Frame {
	readonly recipe: Recipe;
	readonly wire: CoilChoice | null;
}

function framesFor(kind: Otherwise, recipe: Recipe, shelf: Shelf): Frame[] {
	const { bead, coil, hook } = recipe;
	const sizes = beadSteps(shelf);
	const beads = (change: Partial<BeadChoice>, diameters: readonly (number | null)[]) =>
		diameters.flatMap((diameter) => {
			const next =
				bead && diameter !== null ? beadOf(shelf, { ...bead, ...change, diameter }) : null;
			return next ? [next] : [];
		});
	const wires = (metal: CoilChoice['metal']): CoilChoice[] => {
		const from = coil?.wire ?? usualCoilWire(hook.size);
		const list = wireSteps(shelf);
		return [from, nextStep(list, from, true), nextStep(list, from, false)].flatMap((wire) =>
			wire === null ? [] : [{ ...coil, metal, wire, turns: 1 }]
		);
	};
	const metal = coil?.metal ?? 'lead';
	const cross = (recipes: readonly Recipe[], wound: readonly (CoilChoice | null)[]) =>
		recipes.flatMap((next) => wound.map((wire) => ({ recipe: next, wire })));
	switch (kind) {
		case 'brass':
		case 'tungsten':
			if (!bead || bead.metal === kind) return [];
			return cross(
				beads({ metal: kind }, sizes).map((next) => ({ ...recipe, bead: next })),
				coil ? wires(metal) : [null, ...wires(metal)]
			);
		case 'leadFree':
			return coil?.metal === 'lead' ? cross([recipe], wires('leadFree')) : [];
		case 'noCoil': {
			if (!coil || !bead) return [];
			const metals = ['tungsten', 'brass'] as const;
			const all = metals.flatMap((other) => beads({ metal: other }, sizes));
			return all.map((next) => ({ recipe: { ...recipe, bead: next, coil: null }, wire: null }));
		}
		case 'finerHook': {
			const finer = hook.wireX > -3 ? hookOf(shelf, { ...hook, wireX: hook.wireX - 1 }) : null;
			if (!finer) return [];
			const around = bead
				? [
						bead.diameter,
						nextStep(sizes, bead.diameter, true),
						nextStep(sizes, bead.diameter, false)
					]
				: [];
			const heads = bead ? beads({}, around) : [null];
			return cross(
				heads.map((next) => ({ ...recipe, hook: finer, bead: next })),
				[null, ...wires(metal)]
			);
		}
		case 'smallerBead': {
			const smaller = bead && nextStep(sizes, bead.diameter, false);
			return cross(
				beads({}, [smaller]).map((next) => ({ ...recipe, bead: next })),
				wires(metal)
			);
		}
	}
}

/** The numbers of turns on both sides of the sink rate, by halving: turns sink a fly faster. */
function* nearTurns(
	{ recipe, wire }: Frame,
	fluid: Fluid,
	speed: number,
	shelf: Shelf,
	distribution: Distribution
): Generator<Candidate | null, void, void> {
	if (!wire) {
		yield evaluate({ ...recipe, coil: null }, fluid, distribution);
		return;
	}
	const wound = (turns: number): Candidate | null => {
		const coil = coilOf(shelf, { ...wire, turns });
		return coil && evaluate({ ...recipe, coil }, fluid, distribution);
	};
	let low = 1;
	let high = turnsField.possible[1];
	while (low < high) {
		const middle = (low + high) >> 1;
		const found = wound(middle);
		if (!found) return;
		yield found;
		// What is too long to be tied is too heavy for the search.
		if (found.fits && found.speed < speed) low = middle + 1;
		else high = middle;
	}
	yield wound(low);
}

function better(a: Candidate, b: Candidate | null, speed: number): boolean {
	if (!b) return true;
	const [da, db] = [a, b].map((c) => Math.abs(math.log(c.speed / speed)));
	const [alikeA, alikeB] = [da! < ALIKE, db! < ALIKE];
	if (alikeA !== alikeB) return alikeA;
	return alikeA ? a.bulk < b.bulk : da! < db!;
}
