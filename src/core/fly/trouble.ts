import { MILLIMETRE } from '../quantity/index';
import type { Build } from './build';
import { isJig } from './recipe';
import type { PartName } from './compile';

/** Something that cannot be tied as the recipe says, in words with a figure and what to do. */
export interface Trouble {
	readonly code: 'round-on-jig' | 'coil-too-long' | 'no-gap';
	readonly part: PartName;
	readonly words: string;
}

/** What makes a fly impossible to tie; the finer fit of one that can be tied is not judged here. */
export function troubleWith({ recipe, hook, bead, coil }: Build): readonly Trouble[] {
	const mm = (metres: number) => (metres / MILLIMETRE).toFixed(1);
	const found: Trouble[] = [];
	if (recipe.bead?.shape === 'round' && isJig(recipe.hook)) {
		found.push({
			code: 'round-on-jig',
			part: 'bead',
			words: 'A round bead does not go round the bend of a jig’s neck. Take a slotted one.'
		});
	}
	if (bead && bead.radius >= hook.gape) {
		found.push({
			code: 'no-gap',
			part: 'bead',
			words: `The bead reaches ${mm(bead.radius)} mm below the shank and the gape is ${mm(hook.gape)} mm: no gap is left. Take a smaller bead or a larger hook.`
		});
	}
	if (coil && coil.end > hook.shank) {
		const room = Math.max(0, Math.floor((hook.shank - coil.start) / coil.wire));
		found.push({
			code: 'coil-too-long',
			part: 'coil',
			words: `${coil.turns} turns run ${mm(coil.end - hook.shank)} mm past the shank. There is room for ${room}.`
		});
	}
	return found;
}
