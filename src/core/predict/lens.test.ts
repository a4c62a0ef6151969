import fc from 'fast-check';
import { expect, test } from 'vitest';
import { prior, valuesAt, type ParameterName } from '../parameter/index';
import { parametersFor, compileFly, type Recipe } from '../fly/index';
import { EXACT, FAST, settle, type Sink } from '../sink/index';
import { fluidAt } from '../water/index';
import { anyRecipe } from '$lib/documents/fly/any-recipe.testing';

const fluid = fluidAt(12);
/** Every size that a fly has, by the parameter that scales it. */
const sizes: readonly ParameterName[] = [
	'bead.diameter',
	'bead.bore',
	'bead.recess',
	'bead.recessDepth',
	'bead.slot',
	'coil.wire',
	'hook.wire',
	'hook.shank',
	'hook.gape',
	'dressing.girth'
];

test('a thousandth more of any size moves mass and sink rate by less than half a per cent, unless the fly turns over', () => {
	fc.assert(
		fc.property(anyRecipe, fc.constantFrom(...sizes), (recipe, size) => {
			const values = valuesAt(parametersFor(recipe, prior));
			const at = (by: number) => {
				const here = { ...values, [size]: values[size] * by };
				const { body } = compileFly(recipe, here);
				return { mass: body.mass, ...settle(body, fluid, here) };
			};
			const [before, after] = [at(1), at(1.001)];
			expect(Math.abs(after.mass / before.mass - 1)).toBeLessThan(0.005);
			// What nearly floats hangs on the last thousandth of its volume, truly.
			if (!(before.submergedWeight > 0.3 * 9.81 * before.mass)) return;
			const turned = Math.abs(after.pitch - before.pitch) > 5 || after.pointUp !== before.pointUp;
			const moved = Math.abs(after.speed / before.speed - 1);
			if (turned || moved < 0.005) return;
			// A fly on the edge of turning slows by more, but without a jump: neither half of the step brings it all.
			expect(moved).toBeLessThan(0.02);
			const first = Math.abs(at(1.0005).speed / before.speed - 1);
			expect(first / moved).toBeGreaterThan(0.25);
			expect(first / moved).toBeLessThan(0.75);
		}),
		{ numRuns: 2000, seed: 7, endOnFailure: true }
	);
}, 60_000);

/** Two balances so close together, degrees of the stream, are not told apart, and hardly differ. */
const APART = 9;
const branchOf = ({ steady: { angle } }: Sink) => (angle * 180) / Math.PI;

test('the fast way and the exact one name the same branch in 999 flies of a thousand', () => {
	let sunk = 0;
	let apart = 0;
	for (const recipe of fc.sample(anyRecipe, { numRuns: 2000, seed: 23 })) {
		const values = valuesAt(parametersFor(recipe, prior));
		const { body } = compileFly(recipe, values);
		const [fast, exact] = [FAST, EXACT].map((care) => settle(body, fluid, values, care)) as [
			...[Sink, Sink]
		];
		expect(fast.floats).toBe(exact.floats);
		if (exact.floats) continue;
		sunk++;
		const turn = Math.abs(branchOf(fast) - branchOf(exact)) % 360;
		if (Math.min(turn, 360 - turn) > APART || fast.tumbles !== exact.tumbles) apart++;
	}
	expect(sunk).toBeGreaterThan(1000);
	expect(apart).toBeLessThanOrEqual(sunk / 1000);
	// Close to a fold: it was said to sink at 22.8 cm/s with its nose down.
	const recipe: Recipe = {
		hook: { style: 'curved', size: 16, lengthX: 0, wireX: 0 },
		bead: null,
		coil: { metal: 'lead', wire: 0.015738 * 0.0254, turns: 6, place: 'centred' },
		dressing: { fullness: 'full' }
	};
	const { body } = compileFly(recipe, valuesAt(prior));
	const [fast, exact] = [FAST, EXACT].map((care) => settle(body, fluid, valuesAt(prior), care));
	expect(fast!.pitch).toBeCloseTo(exact!.pitch, 1);
	expect(fast!.speed).toBeCloseTo(exact!.speed, 4);
}, 60_000);
