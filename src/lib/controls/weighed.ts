import { type Recipe } from '$core/fly/index';
import { massField, without } from '$core/quantity/index';
import { quantity, type Control, type Subject } from './control';

/**
 * The whole fly on the scale, which goes before what its parts would weigh.
 *
 * @param shown the recipe that the rows show; @param now the recipe as it is when the control is used
 */
export const weighedControl = (
	shown: Recipe,
	masses: Subject['masses'],
	now: () => Recipe
): Control => ({
	...quantity(
		{ ...massField, name: 'The whole fly weighs' },
		shown.weighed ?? Object.values(masses).reduce((sum, mass) => sum + mass, 0),
		(weighed) => ({ ...now(), weighed }),
		{ step: 0.005, big: 0.05 }
	),
	nominal: shown.weighed === undefined,
	nominalWords: 'predicted',
	clear: () => without(now(), 'weighed')
});
