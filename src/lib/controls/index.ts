import { partNames, type DressingPart, type PartName, type Recipe } from '$core/fly/index';
import { without } from '$core/quantity/index';
import type { Control, Subject } from './control';
import { dressingControls } from './dressing';
import { beadControls } from './bead';
import { coilControls } from './coil';
import { hookControls } from './hook';

export type { Control, Subject } from './control';
export { firstLot, lotControls } from './lot';
export { fullnessControl } from './dressing';
export { hookStepControls } from './material';

/** What can be set on a part, in the order in which it is shown. */
export function controlsOf(part: PartName, subject: Subject): Control[] {
	if (part === 'hook') return hookControls(subject);
	if (part === 'bead') return beadControls(subject);
	if (part === 'coil') return coilControls(subject);
	return dressingControls[part](subject);
}

const dressingParts = partNames.filter(
	(part): part is DressingPart => part !== 'hook' && part !== 'bead' && part !== 'coil'
);
export const isDressing = (part: PartName): part is DressingPart =>
	(dressingParts as readonly PartName[]).includes(part);

/** The recipe with a part of the dressing back to what is usual. */
export function asUsual(recipe: Recipe, part: DressingPart): Recipe {
	return without(recipe, part);
}
