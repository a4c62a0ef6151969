import { priorBeliefs, type Belief, type BeliefName, type Beliefs } from '../belief/index';
import type { Recipe } from './recipe';
import { dressingOf } from './usual';

/** Spreads of what was measured (our estimate: a calliper's hundredth, beads and hooks of one lot). */
const MEASURED = 0.02;
/** The mean of a weighed handful: the scale's step and what one piece differs from the next. */
const WEIGHED = 0.015;
/** A fly put on a scale of 0.01 g, kg: the step's own spread (a rectangle's). */
const SCALE_STEP = 1e-5 / Math.sqrt(12);
/** How much less the shape of a fly is believed whose dressing nobody wrote down. */
const UNKNOWN_DRESSING = 1.5;

/** The beliefs as they stand for this fly: what was measured of its parts is believed more. */
export function beliefsFor(recipe: Recipe, beliefs: Beliefs): Beliefs {
	const own: Partial<Record<BeliefName, Belief>> = {};
	const set = (name: BeliefName, spread: number) => {
		const { scope, median, about } = beliefs[name];
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
		for (const name of ['dressing.mass', 'dressing.girth', 'dressing.drag'] as const) {
			own[name] = { ...beliefs[name], spread: UNKNOWN_DRESSING * beliefs[name].spread };
		}
	}
	return { ...beliefs, ...own };
}

/** The beliefs that have any bearing on this fly and are not certain, so that an answer stays within a frame. */
export function beliefsAbout(recipe: Recipe, beliefs: Beliefs): BeliefName[] {
	const { bead, coil } = recipe;
	const { rib, body } = dressingOf(recipe);
	const metal = bead && (`bead.${bead.metal}.density` as const);
	return (Object.keys(priorBeliefs) as BeliefName[]).filter((name) => {
		if (beliefs[name].spread === 0 || name.startsWith('rig.')) return false;
		if (name.startsWith('bead.')) {
			if (!bead) return false;
			if (name.endsWith('.density')) return bead.weighed === undefined && name === metal;
			return name !== 'bead.slot' || bead.shape === 'slotted';
		}
		if (name.startsWith('coil.')) {
			if (!coil) return false;
			return name === 'coil.wire' || name === `coil.${coil.metal}.density`;
		}
		return name !== 'rib.mass' || rib !== null || body?.kind === 'wire';
	});
}
