import type { Column } from '../body/index';

/** Where there are no stones to speak of it lies on the bed below this height, m (our choice). */
const LYING = 0.002;
/**
 * On the bed is whatever is below this height, m: between the stones nobody sees the fly, so that down
 * to the tops' zero plane it is not in the water that a fish feeds from.
 */
export const bedTop = ({ zeroPlane }: Column): number => Math.max(LYING, zeroPlane);
