import {
	beadShapeTable,
	shapeFor,
	beadMetalWords,
	bodyOfKind,
	coilMetalWords,
	dressingOf,
	isJig,
	usualCoilWire,
	type BeadChoice,
	type Build,
	type CoilChoice,
	type PartName,
	type Recipe
} from '../fly/index';
import { beadDiameterField, coilWireField, showXStep, turnsField } from '../quantity/index';
import { ribWound, shorter, slimmer, turnLess } from './dressing-changes';
import { beadOf, beadSteps, coilOf, hookOf, nextStep, owns, wireSteps, type Shelf } from './shelf';

/** One change at the vise. */
export interface BuildStep {
	/** The same for the same change on any fly. */
	readonly key: string;
	readonly part: PartName;
	readonly words: string;
	readonly recipe: Recipe;
}

/** A first bead is the largest below this share of the gape: the usual class (common practice, no source). */
const USUAL_BEAD = 0.7;

/**
 * Every single next step from a fly: a bead step, another metal or shape, turns, wire, place, hook
 * length and wire, rib, hackle, body, tail, fullness. Whether it fits is not looked at here.
 *
 * @param shelf what the tier owns; a step that is on it is taken from there
 */
export function stepsFrom(build: Build, shelf: Shelf): BuildStep[] {
	return [
		...beadStepsFrom(build, shelf),
		...coilStepsFrom(build, shelf),
		...hookStepsFrom(build.recipe, shelf),
		...dressingStepsFrom(build)
	];
}

function beadStepsFrom({ recipe, hook: { gape } }: Build, shelf: Shelf): BuildStep[] {
	const { bead, hook } = recipe;
	const steps: BuildStep[] = [];
	const offer = (key: string, words: string, next: BeadChoice) => {
		const found = beadOf(shelf, next);
		if (found) steps.push({ key, part: 'bead', words, recipe: { ...recipe, bead: found } });
	};
	const sizes = beadSteps(shelf);
	if (!bead) {
		const shape = shapeFor(hook, null);
		const diameter = sizes.reduce((best, size) => (size <= USUAL_BEAD * gape ? size : best), 0);
		if (diameter > 0) {
			for (const metal of ['brass', 'tungsten'] as const) {
				offer(`bead-${metal}`, `${metal} bead ${beadDiameterField.show(diameter)}`, {
					metal,
					shape,
					diameter
				});
			}
		}
		return steps;
	}
	for (const up of [true, false]) {
		const diameter = nextStep(sizes, bead.diameter, up);
		if (diameter === null) continue;
		const words = `bead ${up ? 'up' : 'down'} to ${beadDiameterField.show(diameter)}`;
		offer(up ? 'bead-up' : 'bead-down', words, { ...bead, diameter });
	}
	for (const metal of ['tungsten', 'brass'] as const) {
		if (metal === bead.metal) continue;
		offer(`bead-${metal}`, `${beadMetalWords[bead.metal]} to ${metal}`, { ...bead, metal });
	}
	const shape = beadShapeTable[bead.shape].counterpart;
	if (!isJig(hook) && shape) {
		offer(`bead-${shape}`, `${bead.shape} bead to ${shape}`, { ...bead, shape });
	}
	steps.push({
		key: 'bead-off',
		part: 'bead',
		words: 'no bead',
		recipe: { ...recipe, bead: null }
	});
	return steps;
}

function coilStepsFrom({ recipe }: Build, shelf: Shelf): BuildStep[] {
	const { coil } = recipe;
	const steps: BuildStep[] = [];
	const offer = (key: string, words: string, next: CoilChoice) => {
		const found =
			next.turns > 0 && next.turns <= turnsField.possible[1] ? coilOf(shelf, next) : null;
		if (found) steps.push({ key, part: 'coil', words, recipe: { ...recipe, coil: found } });
	};
	if (!coil) {
		const wire = usualCoilWire(recipe.hook.size);
		for (const metal of ['lead', 'leadFree'] as const) {
			const words = `3 turns of ${coilMetalWords[metal]} ${coilWireField.show(wire)}`;
			offer(`coil-${metal}`, words, { metal, wire, turns: 3 });
		}
		return steps;
	}
	/** The same wire, otherwise wound: it stays on its own spool, unless only what is owned counts and that is not. */
	const wind = (key: string, words: string, change: Partial<CoilChoice>) => {
		const next = { ...coil, ...change };
		if (shelf.only && !owns(shelf, coil)) offer(key, words, next);
		else if (next.turns <= turnsField.possible[1])
			steps.push({ key, part: 'coil', words, recipe: { ...recipe, coil: next } });
	};
	const { turns } = coil;
	for (const by of [1, 3, -1, -3]) {
		const many = Math.abs(by) === 1 ? 'a turn' : `${Math.abs(by)} turns`;
		if (turns + by > 0) {
			wind(`turns${by}`, `${many} ${by > 0 ? 'more' : 'less'}`, { turns: turns + by });
		}
	}
	const none = { ...recipe, coil: null };
	steps.push({ key: 'coil-off', part: 'coil', words: 'no wire', recipe: none });
	for (const up of [true, false]) {
		const wire = nextStep(wireSteps(shelf), coil.wire, up);
		if (wire === null) continue;
		const words = `wire ${up ? 'up' : 'down'} to ${coilWireField.show(wire)}`;
		offer(up ? 'wire-up' : 'wire-down', words, { ...coil, wire });
	}
	if (coil.place === undefined || coil.place === 'forward') {
		wind('coil-spread', 'wire to mid shank', { place: 'centred' });
	} else wind('coil-seated', 'wire up to the bead', { place: 'forward' });
	const other = coil.metal === 'lead' ? 'leadFree' : 'lead';
	const words = `${coilMetalWords[coil.metal]} to ${coilMetalWords[other]}`;
	offer(`coil-${other}`, words, { ...coil, metal: other });
	return steps;
}

function hookStepsFrom(recipe: Recipe, shelf: Shelf): BuildStep[] {
	const { hook } = recipe;
	const steps: BuildStep[] = [];
	for (const [which, key] of [
		['length', 'lengthX'],
		['wire', 'wireX']
	] as const) {
		for (const by of [1, -1]) {
			const value = hook[key] + by;
			if (value < -3 || value > 6) continue;
			const next = hookOf(shelf, { ...hook, [key]: value });
			if (!next) continue;
			const words = `hook ${which} ${showXStep(value, which)}`;
			steps.push({ key: `${key}${by}`, part: 'hook', words, recipe: { ...recipe, hook: next } });
		}
	}
	return steps;
}

function dressingStepsFrom({ recipe, dressed }: Build): BuildStep[] {
	const { flash, rib, secondRib, hackle, collar, thirdCollar, palmer, wings, body, tail } =
		dressingOf(recipe);
	const steps: BuildStep[] = [];
	const offer = (key: string, part: PartName, words: string, change: Partial<Recipe>) =>
		steps.push({ key, part, words, recipe: { ...recipe, ...change } });
	const wound = rib && ribWound(rib, dressed.layout.end - dressed.layout.ribFront);
	if (wound) {
		const close = wound.turns > rib.turns;
		offer(
			close ? 'rib-close' : 'rib-open',
			'rib',
			`rib wound ${close ? 'close' : 'open'}, ${wound.turns} turns`,
			{ rib: wound }
		);
	}
	if (flash) offer('flash-off', 'flash', 'no flash', { flash: null });
	if (palmer) offer('palmer-off', 'palmer', 'no palmered hackle', { palmer: null });
	if (wings) offer('wings-off', 'wings', 'no wings', { wings: null });
	if (secondRib) offer('second-rib-off', 'secondRib', 'no second rib', { secondRib: null });
	if (thirdCollar)
		offer('third-collar-off', 'thirdCollar', 'no third collar', { thirdCollar: null });
	if (collar) offer('collar-off', 'collar', 'no second collar', { collar: null });
	if (hackle) {
		const less = turnLess(hackle);
		offer('hackle-less', 'hackle', less ? 'a hackle turn less' : 'no hackle', { hackle: less });
	}
	const slim = body && slimmer(body);
	if (slim) {
		offer('body-slimmer', 'body', 'body a fifth slimmer', { body: slim });
		offer('body-wire', 'body', 'body of close wire', { body: bodyOfKind(recipe, body, 'wire') });
	}
	const short = tail && shorter(tail);
	if (short) offer('tail-shorter', 'tail', 'tail a quarter shorter', { tail: short });
	const sparser = { full: 'medium', medium: 'sparse', sparse: null } as const;
	const fullness = sparser[recipe.dressing.fullness];
	if (fullness) {
		offer('sparser', 'body', `dressed ${fullness}`, { dressing: { fullness } });
	}
	return steps;
}
