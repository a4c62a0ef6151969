import { priorBeliefs, valuesAt } from '../src/core/belief/index';
import {
	buildFly,
	compileBuild,
	compileFly,
	fitOf,
	sectionOf,
	type Recipe
} from '../src/core/fly/index';
import { predict } from '../src/core/predict/index';
import { emptyShelf, equivalents, levers } from '../src/core/match/index';
import { descend, EXACT, settle } from '../src/core/sink/index';
import { submerge } from '../src/core/sink/balance';
import { dragFactors } from '../src/core/sink/element-force';
import { motionOf } from '../src/core/sink/motion';
import { fluidAt, type Lie } from '../src/core/water/index';

const recipe: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.5e-3 },
	coil: { metal: 'lead', wire: 0.508e-3, turns: 3 },
	dressing: { fullness: 'medium' }
};
const lie: Lie = { depth: 0.9, surfaceSpeed: 0.7, bed: 'cobble', zoneTop: 0.2, approach: 3 };
const median = valuesAt(priorBeliefs);
const fluid = fluidAt(8);

/** A fly in a lie with all intervals, as every key press asks for. */
export const whole = () => predict(recipe, lie, 8);
/** The same fly at one point of the beliefs. */
export const point = () => settle(compileFly(recipe, median).body, fluid, median);
/** From the recipe to everything that is shown of it: FlyBody, fit notes and the drawing's data. */
export function flyAndDrawing() {
	const build = buildFly(recipe, median);
	const { body } = compileBuild(build, median);
	return { body, fit: fitOf(build, median), section: sectionOf(build, body) };
}

const { body } = compileFly(recipe, median);
/** Speed and attitude by the fast way, by the exact one, and the drop from the surface in time. */
export const settleFast = () => settle(body, fluid, median);
export const settleExact = () => settle(body, fluid, median, EXACT);
export const dropFromSurface = () => descend(body, fluid, median, settleFast(), 1);
/** The equations of motion, for a solver from the registry. */
export function equations() {
	const rate = motionOf(submerge(body, fluid, dragFactors(median)));
	const [y, out] = [new Float64Array(6), new Float64Array(6)];
	return (t: number, state: readonly number[]) => {
		y.set(state);
		rate(t, y, out);
		return Array.from(out);
	};
}
/** All levers of the Bench beside an answer that is there. */
export function allLevers() {
	const { build, sink } = predict(recipe, lie, 8);
	return () => levers(build, sink, fluid, 0.5, emptyShelf);
}
/** Every equivalent, as the page asks for them one after the other. */
export const allEquivalents = () => [...equivalents(recipe, fluid, emptyShelf)].filter(Boolean);
