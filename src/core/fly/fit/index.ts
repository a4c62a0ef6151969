import { shown, without } from '../../quantity/index';
import type { Build } from '../build';
import { partsOf } from '../parts';
import type { ParameterValues } from '../../parameter/index';
import type { Ride } from '../ride';
import { beadNotes } from './bead';
import { coilNotes } from './coil';
import { dressingNotes } from './dressing';
import { above, type FitNote, type Severity } from './note';

export type { FitNote } from './note';
export { beadClass, gapLeft, type BeadClass } from './bead';
export { goodFitOf } from './good';
export { chunkiness } from './dressing';

const ORDER: readonly Severity[] = ['stop', 'trouble', 'note'];

/** A weighing that differs by more than this factor is not explained by what parts usually weigh (our choice). */
const UNEXPLAINED = 1.3;

/**
 * How the parts of a fly go together, the worst first.
 *
 * @param ride which way up it fishes, where that is known
 */
export function fitOf(
	build: Build,
	values: ParameterValues,
	ride: Ride | null = null
): readonly FitNote[] {
	const notes = [...beadNotes(build), ...coilNotes(build), ...dressingNotes(build)];
	const { dressing, dressed } = build;
	if (dressing.wingCase && ride?.pointUp) {
		const s = dressed.layout.caseFront;
		notes.push({
			code: 'case-underneath',
			part: 'wingCase',
			severity: 'trouble',
			figure: 'underneath',
			words:
				'This fly rides point up, so a wing case tied on top ends underneath. Tie it on the point’s side, or all round.',
			at: above(build, s, 0)
		});
	}
	const weighing = weighingNote(build, values);
	if (weighing) notes.push(weighing);
	return notes.sort((a, b) => ORDER.indexOf(a.severity) - ORDER.indexOf(b.severity));
}

function weighingNote(build: Build, values: ParameterValues): FitNote | null {
	const { weighed } = build.recipe;
	if (weighed === undefined) return null;
	const sum = partsOf({ ...build, recipe: without(build.recipe, 'weighed') }, values).reduce(
		(m, part) => m + part.mass,
		0
	);
	const factor = weighed / sum;
	if (factor < UNEXPLAINED && factor > 1 / UNEXPLAINED) return null;
	const off = shown.mass.words(Math.abs(weighed - sum), 2);
	return {
		code: 'weighing-off',
		part: 'hook',
		severity: 'note',
		figure: off,
		words:
			factor > 1
				? `It weighs ${off} more than hook, bead and dressing explain. Is there wire under the body?`
				: `It weighs ${off} less than hook, bead and dressing explain. Is the bead another metal, or smaller?`,
		at: { x: 0, y: 0 }
	};
}
