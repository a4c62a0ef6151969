import { compileFly, mediansFor } from '../fly/index';
import { GRAVITY } from '../material/index';
import type { Distribution } from '../parameter/index';
import type { Rig } from '../rig/index';
import { settle } from '../sink/index';
import { fluidAt } from '../water/index';

/**
 * What the flies above the point weigh in water together, as kg: a float or a dry fly carries them too.
 *
 * @param celsius water temperature
 */
export function castWeight(
	{ cast = [] }: Pick<Rig, 'cast'>,
	celsius: number,
	distribution: Distribution
): number {
	const fluid = fluidAt(celsius);
	return cast.reduce((sum, { recipe }) => {
		const values = mediansFor(recipe, distribution);
		const { submergedWeight } = settle(compileFly(recipe, values).body, fluid, values);
		return sum + Math.max(0, submergedWeight) / GRAVITY;
	}, 0);
}
