import fc from 'fast-check';
import { expect, test } from 'vitest';
import { priorBeliefs, valuesAt, type BeliefName } from '../belief/index';
import { beliefsFor, compileFly } from '../fly/index';
import { settle } from '../sink/index';
import { fluidAt } from '../water/index';
import { anyRecipe } from '../../lib/contract/any-recipe.testing';

const fluid = fluidAt(12);
/** Every size that a fly has, by the belief that scales it. */
const sizes: readonly BeliefName[] = [
	...(['bead.diameter', 'bead.bore', 'bead.recess', 'bead.recessDepth', 'bead.slot'] as const),
	...(['coil.wire', 'hook.wire', 'hook.shank', 'hook.gape', 'dressing.girth'] as const)
];

test('a thousandth more of any size moves mass and sink rate by less than half a per cent, unless the fly turns over', () => {
	fc.assert(
		fc.property(anyRecipe, fc.constantFrom(...sizes), (recipe, size) => {
			const values = valuesAt(beliefsFor(recipe, priorBeliefs));
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
			if (!turned) expect(Math.abs(after.speed / before.speed - 1)).toBeLessThan(0.005);
		}),
		{ numRuns: 2000, seed: 7, endOnFailure: true }
	);
}, 60_000);
