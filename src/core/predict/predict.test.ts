import fc from 'fast-check';
import { expect, test } from 'vitest';
import { prior, valuesAt, type ParameterName } from '../parameter/index';
import { freeDescent } from '../drift/index';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';
import {
	buildFly,
	compileFly,
	compileNear,
	fitOf,
	sectionOf,
	starterRecipe,
	type Recipe
} from '../fly/index';
import { settle } from '../sink/index';
import { compileColumn, fluidAt, type Lie } from '../water/index';
import { castWeight, predict, predictAtMedians, withRangesOf, worldsOf } from './index';

const lie: Lie = { depth: 0.9, surfaceSpeed: 0.75, bed: 'cobble', zoneTop: 0.15, approach: 1.6 };
const median = valuesAt(prior);
const recipe: Recipe = { ...starterRecipe, coil: { metal: 'lead', wire: 0.381e-3, turns: 4 } };

test('what a dry fly carries: the flies above the point weigh in water what each weighs alone', () => {
	const fly = (above: number) => ({ name: 'x', recipe: starterRecipe, above, dropper: 0 });
	const alone = predict(starterRecipe, lie, 8).submergedWeight!.value / 9.81;
	expect(castWeight({}, 8, prior)).toBe(0);
	const two = castWeight({ cast: [fly(0.5), fly(1)] }, 8, prior);
	expect(two / (2 * alone)).toBeCloseTo(1, 2);
});

test('a dropper is followed as what it is of, in the median as in what is drawn', () => {
	const of = { diameter: 0.2e-3, material: 'nylon' } as const;
	const upper = { name: 'x', recipe: starterRecipe, above: 0.5, dropper: 0.1, of };
	const worlds = worldsOf(starterRecipe, lie, 8, prior, undefined, [upper]);
	// Polyamide, 1.14 g/cm³ (densities.ts names its source).
	for (const { flies } of [worlds.median, worlds.sample(1, 0)])
		expect(flies[1]!.of).toEqual({ length: 0.1, diameter: 0.2e-3, density: 1140 });
});

test('the intervals and the chance agree with plain sampling of the parameters', () => {
	// An independent way to the same figures: 4000 draws from the parameters, fixed seed.
	const normal = gaussian(20261123);
	const names = Object.keys(prior) as ParameterName[];
	const found = { mass: [] as number[], speed: [] as number[], distance: [] as number[] };
	for (let i = 0; i < 4000; i++) {
		const values = valuesAt(prior, Object.fromEntries(names.map((name) => [name, normal()])));
		const { body } = compileFly(recipe, values);
		const { speed } = settle(body, fluidAt(8), values);
		found.mass.push(body.mass);
		found.speed.push(speed);
		found.distance.push(freeDescent(speed, compileColumn(lie, 8, values)).distance);
	}
	const answer = predict(recipe, lie, 8);
	for (const name of ['mass', 'speed', 'distance'] as const) {
		const sorted = found[name].sort((a, b) => a - b);
		const at = (share: number) => sorted[Math.round(share * (sorted.length - 1))]!;
		const interval = answer[name]!;
		const half = Math.log(at(0.95) / at(0.05)) / 2;
		// Ends of the interval within a seventh of its half width, which is also the sampling noise's order.
		expect(Math.abs(Math.log(interval.low / at(0.05)))).toBeLessThan(half / 7);
		expect(Math.abs(Math.log(interval.high / at(0.95)))).toBeLessThan(half / 7);
	}
});

test('any recipe: the parts make up the whole, every figure is finite, and it can be drawn', () => {
	fc.assert(
		fc.property(anyRecipe, (recipe) => {
			const { body, parts } = compileFly(recipe, median);
			const sum = parts.reduce((total, part) => total + part.mass, 0);
			expect(body.mass).toBeCloseTo(sum, 12);
			expect(parts.every((part) => part.mass > 0 && part.volume > 0)).toBe(true);
			const { elements } = body;
			for (const column of [elements.length, elements.diameter, elements.x, elements.y]) {
				expect(column.length).toBe(elements.count);
				expect(column.every(Number.isFinite)).toBe(true);
			}
			if (recipe.weighed !== undefined) expect(body.mass / recipe.weighed).toBeCloseTo(1, 9);
			const build = buildFly(recipe, median);
			const { min, max } = sectionOf(build, body).frame;
			expect(max.x - min.x).toBeGreaterThan(0);
			expect(max.y - min.y).toBeGreaterThan(0);
			for (const { at, words } of fitOf(build, median)) {
				expect(Number.isFinite(at.x + at.y)).toBe(true);
				expect(words).not.toMatch(/NaN|undefined|Infinity/);
			}
			// Air only lifts.
			const fresh = compileFly(recipe, median, 'fresh').body;
			expect(fresh.mass).toBe(body.mass);
			expect(fresh.volume).toBeGreaterThanOrEqual(body.volume);
		}),
		{ numRuns: 200 }
	);
});

test('the fast way to a body with one parameter moved gives the very body of the plain way', () => {
	fc.assert(
		fc.property(
			anyRecipe,
			fc.constantFrom(...(Object.keys(prior) as ParameterName[])),
			fc.constantFrom(-1.6, 1.6),
			(any, name, z) => {
				const build = buildFly(any, median);
				const values = valuesAt(prior, { [name]: z });
				const near = compileNear(build, compileFly(any, median), values, name);
				expect(near).toEqual(compileFly(any, values));
			}
		),
		{ numRuns: 300 }
	);
});

test('every recipe in every lie has an answer, ordered and finite', () => {
	fc.assert(
		fc.property(
			anyRecipe,
			fc.double({ min: 0.1, max: 10, noNaN: true }),
			fc.oneof(fc.constant(0), fc.double({ min: 0.01, max: 4, noNaN: true })),
			(any, depth, surfaceSpeed) => {
				const answer = predict(any, { ...lie, depth, surfaceSpeed }, 8);
				for (const interval of [answer.mass, answer.speed, answer.time, answer.distance]) {
					if (!interval) continue;
					expect(interval.low).toBeLessThan(interval.value);
					expect(interval.value).toBeLessThan(interval.high);
					expect(Number.isFinite(interval.high)).toBe(true);
				}
			}
		),
		{ numRuns: 60 }
	);
});

/** Normal deviates from a small generator (mulberry32 and Box–Muller), for fixed draws in a test. */
function gaussian(seed: number): () => number {
	let state = seed;
	const uniform = () => {
		state = (state + 0x6d2b79f5) | 0;
		let t = Math.imul(state ^ (state >>> 15), 1 | state);
		t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
		return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
	};
	return () => Math.sqrt(-2 * Math.log(uniform() || 1e-12)) * Math.cos(2 * Math.PI * uniform());
}

test('the fast medians of a learned fly are those that its ranges lie about', () => {
	const learned = {
		scores: ['hook.wire', 'dressing.mass', 'water.speed@run'],
		mean: [0.4, -0.7, 0.6],
		covariance: [0, 1, 2].map((i) => [0, 1, 2].map((j) => (i === j ? 0.5 : 0.02)))
	};
	const here = { ...lie, key: 'run' };
	const { median, parameters } = predict(starterRecipe, here, 8, { ...prior, learned });
	expect(median).toEqual(valuesAt(parameters));
	for (const name of ['hook.wire', 'dressing.mass', 'water.speed'] as const)
		expect(median[name], name).not.toBe(prior[name].median);
});

test('for one frame: the figures of now, with the ranges of a moment ago in proportion', () => {
	const wider: Recipe = { ...starterRecipe, bead: { ...starterRecipe.bead!, diameter: 3.5e-3 } };
	const before = predict(starterRecipe, lie, 8);
	const now = predictAtMedians(wider, lie, 8);
	const soon = withRangesOf(before, now, lie, 8)!;
	const whole = predict(wider, lie, 8);
	expect(predict(wider, lie, 8, prior, now)).toEqual(whole);
	for (const figure of ['mass', 'submergedWeight', 'speed', 'time', 'distance'] as const) {
		const [a, b] = [soon[figure]!, whole[figure]!];
		expect(a.value, figure).toBe(b.value);
		expect(a.low / a.value, figure).toBeCloseTo(before[figure]!.low / before[figure]!.value, 9);
		expect(a.high / a.value, figure).toBeCloseTo(before[figure]!.high / before[figure]!.value, 9);
	}
	expect(soon).toMatchObject({ build: now.build, sink: now.sink, floats: false });
	expect(soon.ride).toEqual({ ...whole.ride, sure: before.ride.sure });
	expect(soon.pitch!.high - soon.pitch!.low).toBeCloseTo(before.pitch!.high - before.pitch!.low, 9);
	expect(soon.pitch!.low).toBeLessThanOrEqual(now.sink.pitch);
	// Of what does not sink, or lands in the zone, a moment ago says nothing.
	const shallow = { ...lie, depth: 0.1, zoneTop: 0.1 };
	expect(withRangesOf(before, predictAtMedians(wider, shallow, 8), shallow, 8)).toBeNull();
	const foam: Recipe = {
		...starterRecipe,
		bead: null,
		coil: null,
		underbody: { kind: 'foam', thickness: 0.6 }
	};
	const floating = predictAtMedians(foam, lie, 8);
	expect(floating.sink.floats).toBe(true);
	expect(withRangesOf(before, floating, lie, 8)).toBeNull();
});
