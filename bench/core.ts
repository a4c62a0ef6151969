import { prior, valuesAt } from '../src/core/parameter/index';
import {
	buildFly,
	compileBuild,
	compileFly,
	fitOf,
	sectionOf,
	type Recipe
} from '../src/core/fly/index';
import {
	bandDistances,
	bandRuns,
	chainOf,
	drawnDrift,
	eddiesOf,
	FINE,
	noEddies,
	ROUGH,
	SMOOTH
} from '../src/core/drift/index';
import { followed } from '../src/core/drift/follow';
import { loadOf } from '../src/core/drift/state';
import { Trace, traced, type TracedWay } from '../src/core/drift/trace';
import { drifting, predict } from '../src/core/predict/index';
import { seedOf } from '../src/core/quantity/index';
import { starterRig, withCast } from '../src/core/rig/index';
import { emptyShelf, equivalents, levers } from '../src/core/match/index';
import { descend, EXACT, settle } from '../src/core/sink/index';
import { submerge } from '../src/core/sink/balance';
import { dragFactors } from '../src/core/sink/drag-factors';
import { motionOf } from '../src/core/sink/motion';
import { fluidAt, type Lie } from '../src/core/water/index';

const recipe: Recipe = {
	hook: { style: 'jig60', size: 12, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'slotted', diameter: 3.5e-3 },
	coil: { metal: 'lead', wire: 0.508e-3, turns: 3 },
	dressing: { fullness: 'medium' }
};
const lie: Lie = { depth: 0.9, surfaceSpeed: 0.7, bed: 'cobble', zoneTop: 0.2, approach: 3 };
const median = valuesAt(prior);
const fluid = fluidAt(8);

/** A fly in a lie with all intervals, as every key press asks for. */
export const whole = () => predict(recipe, lie, 8);
/** The same fly at one point of the parameters. */
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
	return () => levers(build, sink, fluid, { from: 0.5, to: 1.2 }, emptyShelf);
}
/** Every equivalent, as the page asks for them one after the other. */
export const allEquivalents = () => [...equivalents(recipe, fluid, emptyShelf)].filter(Boolean);

/** A drift of some eight seconds: a fly on a tight line through a long, deep lie. */
const far: Lie = {
	depth: 1.1,
	surfaceSpeed: 0.7,
	bed: 'cobble',
	zoneTop: 0.2,
	approach: 3.5,
	hold: 2
};
const question = { recipe, rig: starterRig, lie: far, celsius: 8 };
const ready = drifting(question);
export const readyDrift = () => drifting({ ...question, hand: ready.hand });
/** The same with the hand to be found. */
export const foundHand = () => drifting(question);
export const finePath = () => {
	const { flies, column, line } = ready.median;
	return drawnDrift(flies, column, line, 0, { smooth: true, fineness: SMOOTH });
};
let turn = 0;
/** This many drifts of a band, each in a world of its own. */
export function roughDrifts(many: number) {
	const worlds = Array.from({ length: many }, () => ({
		...ready.sample(1, turn),
		seed: seedOf(2, turn++)
	}));
	return bandRuns(worlds, bandDistances(ready.median.column));
}
/** The same with a light fly half a metre above. */
const pair = drifting({
	...question,
	hand: {
		...ready.hand,
		rig: withCast(ready.hand.rig, [
			{
				name: 'light',
				recipe: { ...recipe, bead: { metal: 'brass', shape: 'round', diameter: 2e-3 } },
				above: 0.5,
				dropper: 0
			}
		])
	}
});
export function roughPairs(many: number) {
	const worlds = Array.from({ length: many }, () => ({
		...pair.sample(1, turn),
		seed: seedOf(2, turn++)
	}));
	return bandRuns(worlds, bandDistances(pair.median.column));
}
/** The ways of some drifts of a band, without anybody looking on. */
function waysOf(many: number): TracedWay[] {
	return Array.from({ length: many }, (_, k) => {
		const { flies, column, line } = ready.sample(3, k);
		const eddies = eddiesOf(column, seedOf(4, k));
		return { flies, column, line, eddies, fineness: ROUGH, longest: 8, look: () => false };
	});
}
/** Only what the kernel does, and the same by its plain reference; made ready apart. */
export function stepsByKernel(many: number) {
	const ways = waysOf(many);
	return () => [...followed(ways)].length;
}
export function stepsByReference(many: number) {
	const ways = waysOf(many);
	return () => ways.map((way) => traced(new Trace(way))).length;
}
/** The chain's equations at rest, for a solver from the registry; smooth water. */
export function chainEquations() {
	const { flies, column, line } = ready.median;
	const chain = chainOf(flies, column, line, FINE.segments);
	const { n, start } = chain;
	const state = chainOf(flies, column, line, FINE.segments).start;
	const load = loadOf(n + 1);
	const from: number[] = [];
	for (let i = 1; i <= n; i++) from.push(start.x[i]!, start.z[i]!, start.u[i]!, start.w[i]!);
	const rate = (time: number, y: readonly number[]) => {
		for (let i = 1; i <= n; i++) {
			state.x[i] = y[4 * i - 4]!;
			state.z[i] = y[4 * i - 3]!;
			state.u[i] = y[4 * i - 2]!;
			state.w[i] = y[4 * i - 1]!;
		}
		if (!chain.top.free) {
			const held = chain.top.at(time);
			state.x[0] = held.x;
			state.z[0] = held.z;
			state.u[0] = held.u;
			state.w[0] = held.w;
		}
		chain.load(state, 0, noEddies, load);
		const out: number[] = [];
		for (let i = 1; i <= n; i++) {
			const [a, b, c] = [load.mxx[i]!, load.mxz[i]!, load.mzz[i]!];
			const det = a * c - b * b;
			const [fx, fz] = [load.fx[i]!, load.fz[i]!];
			out.push(state.u[i]!, state.w[i]!, (c * fx - b * fz) / det, (a * fz - b * fx) / det);
		}
		return out;
	};
	return { rate, from };
}
