import type { Recipe } from './recipe';

/** The complete fly that a new fly starts from: an ordinary river nymph (size 14 with 2.7–2.8 mm, common practice). */
export const starterRecipe: Recipe = {
	hook: { style: 'straight', size: 14, lengthX: 0, wireX: 0 },
	bead: { metal: 'tungsten', shape: 'round', diameter: 2.8e-3 },
	coil: null,
	dressing: { fullness: 'medium' }
};
