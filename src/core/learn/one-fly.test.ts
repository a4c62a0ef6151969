import { expect, test } from 'vitest';
import type { BeliefName } from '../belief/index';
import { compileFly, type Recipe } from '../fly/index';
import { predict } from '../predict/index';
import { settle } from '../sink/index';
import { fluidAt } from '../water/index';
import { FLY_SPEED_SCATTER } from './scatter';
import { CELSIUS, covered, LIE, recipe } from './unseen.testing';

const fluid = fluidAt(CELSIUS);

test.each([0, 5, 20])(
	'after %i entries, one in fifteen a slip, ranges hold 86 to 94 % of a thousand unseen flies',
	(entries) => {
		for (const share of covered(entries, 1)) {
			expect(share).toBeGreaterThanOrEqual(0.86);
			expect(share).toBeLessThanOrEqual(0.94);
		}
	},
	120_000
);

test('and of a tier half as far out again as is believed, no fewer than 80 %', () => {
	for (const share of covered(20, 1.5)) expect(share).toBeGreaterThanOrEqual(0.8);
}, 120_000);

test('what mass and drag of one fly do to its sink rate, by the whole model: the scatter of a drop to a sixth', () => {
	const flies: readonly Recipe[] = [
		recipe,
		{ ...recipe, bead: { metal: 'brass', shape: 'round', diameter: 0.0032 } },
		{ ...recipe, bead: null, coil: { metal: 'lead', wire: 0.0004, turns: 8 } }
	];
	for (const one of flies) {
		const usual = predict(one, LIE, CELSIUS).median;
		const speed = (more: Partial<Record<BeliefName, number>>) => {
			const values = { ...usual, ...more };
			return settle(compileFly(one, values).body, fluid, values).speed;
		};
		const by = (name: BeliefName, spread: number) =>
			Math.log(speed({ [name]: Math.exp(spread) }) / speed({ [name]: Math.exp(-spread) })) / 2;
		const scatter = Math.hypot(by('tied.mass', 0.03), by('tied.drag', 0.06));
		expect(FLY_SPEED_SCATTER / scatter).toBeGreaterThan(5 / 6);
		expect(FLY_SPEED_SCATTER / scatter).toBeLessThan(6 / 5);
	}
});
