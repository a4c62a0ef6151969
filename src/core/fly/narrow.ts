import { hasSlot } from './bead/index';
import {
	learnedValues,
	mixture,
	prior,
	valuesAt,
	withLearned,
	type Parameter,
	type ParameterName,
	type Distribution,
	type ParameterValues,
	type Mixture
} from '../parameter/index';
import { hookStyleTable } from './hook-styles';
import type { BeadChoice, HackleChoice, Recipe } from './recipe';
import { dressingOf } from './usual';

/** Spreads of what was measured (our estimate: a calliper's hundredth, beads and hooks of one lot). */
const MEASURED = 0.02;
/** The mean of a weighed handful: the scale's step and what one piece differs from the next (our estimate). */
const WEIGHED = 0.015;
/** A fly put on a scale of 0.01 g, kg: the step's own spread (a rectangle's). */
const SCALE_STEP = 1e-5 / Math.sqrt(12);
/** How much less the shape of a fly is believed whose dressing nobody wrote down (our estimate). */
const UNKNOWN_DRESSING = 1.5;

/** Of what one lot is off by, the part that all of the kind are off by (our estimate). */
const SHARED = 0.5;
/** And of one dressing: one pattern may be over-dressed where the hand is not (our estimate). */
const SHARED_BY_DRESSINGS = 0.3;

/**
 * The parameters as they stand for this fly: what was measured of its parts is believed more, and what was
 * learned of its lots, its dressing and the model is taken in.
 */
export function parametersFor(recipe: Recipe, parameters: Distribution): Distribution {
	const measured = { ...parameters, ...measuredOf(recipe, parameters) };
	if (!parameters.learned) return measured;
	return withLearned(measured, parameters.learned, mixturesFor(recipe));
}

/** The medians of this fly's parameters. */
export function mediansFor(recipe: Recipe, parameters: Distribution): ParameterValues {
	const { learned } = parameters;
	if (!learned || learned.mean.length === 0) return valuesAt(parameters);
	const measured = { ...parameters, ...measuredOf(recipe, parameters) };
	return learnedValues(measured, learned, mixturesFor(recipe));
}

/**
 * How each parameter of a fly is made up, for learning: of what all of its kind share and what is its lot's
 * or its dressing's own. Parts of no lot count by their trade names, as one packet; what was measured
 * has nothing in common with what was not.
 *
 * @returns null for the parameters about water, which a fly says nothing of, and for what is one fly's own
 */
export function mixturesFor(recipe: Recipe): MixtureOf {
	let known = mixtures.get(recipe);
	if (!known) mixtures.set(recipe, (known = mixturesOf(recipe)));
	return known;
}
type MixtureOf = (parameter: ParameterName) => Mixture | null;
/** A recipe is asked several times at each key. */
const mixtures = new WeakMap<Recipe, MixtureOf>();

function mixturesOf(recipe: Recipe): MixtureOf {
	const { hook, bead, coil } = recipe;
	const measured = measuredOf(recipe, prior);
	const places = {
		hook: hook.lot ?? `${hook.style} ${hook.size} ${hook.lengthX} ${hook.wireX}`,
		bead: bead && (bead.lot ?? beadPlace(bead)),
		coil: coil && (coil.lot ?? `${coil.metal} ${Number((coil.wire * 1000).toFixed(3))}`),
		dressing: recipe.weighed === undefined ? dressingPlace(recipe) : null
	};
	return (parameter) => {
		const [about] = parameter.split('.', 1);
		if (about === 'water' || prior[parameter].scope === 'fly') return null;
		if (parameter === 'fly.weighed')
			return mixture(parameter, 0, `${places.hook} ${recipe.weighed}`);
		if (about === 'hook' || about === 'bead' || about === 'coil') {
			const known = measured[parameter] !== undefined;
			const place = places[about];
			return mixture(parameter, known ? 0 : SHARED, known ? `${place} measured` : place);
		}
		const own = about === 'dressing' || parameter === 'thread.mass' || parameter === 'finish.mass';
		return own
			? mixture(parameter, SHARED_BY_DRESSINGS, places.dressing)
			: mixture(parameter, 1, null);
	};
}

/** Beads of no lot, by their trade name. */
export const beadPlace = ({ metal, shape, diameter, density }: BeadChoice) =>
	[metal, shape, Number((diameter * 1000).toFixed(2)), density].filter(Boolean).join(' ');

/** A dressing by what it is of, not by how much: the same feathers, the same hand. */
export function dressingPlace(recipe: Recipe): string {
	const dressing = dressingOf(recipe);
	const { tail, underbody, body, thorax, wingCase, legs, hackle, collar } = dressing;
	const { flash, tag, back, palmer, wings, horns, rearThorax, frontThorax, thirdCollar, head } =
		dressing;
	const collarOf = (one: Pick<HackleChoice, 'kind' | 'lie'> | null) =>
		one && `${one.kind} ${one.lie}`;
	const kinds = [tail, underbody, body, thorax, wingCase, legs].map((part) => part?.kind ?? '-');
	const usual = [...kinds, collarOf(hackle) ?? '-', collarOf(collar) ?? '-'];
	// Only where there are some: what was learned of others stays theirs.
	const more = [
		flash && `flash ${flash.kind}`,
		tag && `tag ${tag.kind}`,
		back && `back ${back.kind}`,
		collarOf(palmer),
		wings && `wings ${wings.kind}`,
		horns && `horns ${horns.kind}`,
		rearThorax && `rear thorax ${rearThorax.kind}`,
		frontThorax && `front thorax ${frontThorax.kind}`,
		thirdCollar && `third collar ${collarOf(thirdCollar)}`,
		head && `head ${head.kind}`
	];
	return [...usual, ...more.filter((one) => one !== null)].join(', ');
}

function measuredOf(
	recipe: Recipe,
	parameters: Distribution
): Partial<Record<ParameterName, Parameter>> {
	const own: Partial<Record<ParameterName, Parameter>> = {};
	const set = (name: ParameterName, spread: number) => {
		const { scope, median, about } = parameters[name];
		own[name] = { scope, median, about, spread, source: 'measured by the tier' };
	};
	const { hook, bead, coil, weighed } = recipe;
	if (hook.measured?.wire !== undefined) set('hook.wire', MEASURED);
	if (hook.measured?.shank !== undefined) set('hook.shank', MEASURED);
	if (hook.measured?.gape !== undefined) set('hook.gape', MEASURED);
	if (hook.measured?.mass !== undefined) set('hook.weighed', WEIGHED);
	if (bead?.bore !== undefined) set('bead.bore', MEASURED);
	if (bead?.recess !== undefined) set('bead.recess', MEASURED);
	if (bead?.slot !== undefined) set('bead.slot', MEASURED);
	if (bead?.weighed !== undefined) set('bead.weighed', WEIGHED);
	if (coil?.measured) set('coil.wire', MEASURED / 2);
	if (weighed !== undefined) {
		set('fly.weighed', Math.max(0.003, SCALE_STEP / weighed));
		// It is that one fly that was weighed.
		set('tied.mass', 0);
		for (const name of ['dressing.mass', 'dressing.girth', 'dressing.drag'] as const) {
			own[name] = { ...parameters[name], spread: UNKNOWN_DRESSING * parameters[name].spread };
		}
	}
	return own;
}

/** The parameters that have any bearing on this fly and are not certain, so that an answer stays within a frame. */
export function parametersAbout(recipe: Recipe, parameters: Distribution): ParameterName[] {
	const { hook, bead, coil } = recipe;
	const { rib, secondRib, body } = dressingOf(recipe);
	const metal = bead && (`bead.${bead.metal}.density` as const);
	return (Object.keys(prior) as ParameterName[]).filter((name) => {
		const { spread, scope } = parameters[name];
		if (spread === 0 || scope === 'rig' || scope === 'tool') return false;
		if (name === 'hook.eye')
			return hookStyleTable[hook.style].eye === null && hook.eye === undefined;
		if (name === 'model.eyeShelter' && !bead) return false;
		if (name.startsWith('bead.')) {
			if (!bead) return false;
			if (name.endsWith('.density')) return bead.weighed === undefined && name === metal;
			return name !== 'bead.slot' || hasSlot(bead);
		}
		if (name.startsWith('coil.')) {
			if (!coil) return false;
			return name === 'coil.wire' || name === `coil.${coil.metal}.density`;
		}
		return name !== 'rib.mass' || rib !== null || secondRib !== null || body?.kind === 'wire';
	});
}
