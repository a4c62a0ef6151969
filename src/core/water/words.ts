import {
	approachField,
	depthField,
	flowField,
	holdField,
	speedField,
	zoneField
} from '../quantity/index';
import { USUAL_HOLD, type Lie } from './lie';

const fields: readonly (readonly [string, (lie: Lie) => string])[] = [
	['depth', (lie) => depthField.show(lie.depth)],
	['surface speed', (lie) => speedField.show(lie.surfaceSpeed)],
	['bed', (lie) => lie.bed],
	['zone', (lie) => zoneField.show(lie.zoneTop)],
	['approach', (lie) => (lie.approach === undefined ? 'usual' : approachField.show(lie.approach))],
	['hold', (lie) => holdField.show(lie.hold ?? USUAL_HOLD)],
	['depth is', (lie) => lie.depthFrom ?? 'judged'],
	['floats timed', (lie) => (lie.timed ? `${lie.timed.seconds.length}` : 'none')],
	['flow at the survey', (lie) => (lie.surveyedAt ? flowField.show(lie.surveyedAt) : 'not said')],
	['residual depth', (lie) => (lie.residualDepth ? depthField.show(lie.residualDepth) : 'none')],
	['notes', (lie) => (lie.notes ? `“${lie.notes}”` : 'none')]
];

/** A lie in a few words: 0.9 m, 0.7 m/s, cobble. */
export function lieWords(lie: Lie): string {
	return `${depthField.show(lie.depth)}, ${speedField.show(lie.surfaceSpeed)}, ${lie.bed}`;
}

/** What changed from one description of a lie to the next: "depth 0.9 m to 1.1 m". */
export function lieChange(
	before: Lie,
	after: Lie
): { readonly paths: readonly string[]; readonly words: string } {
	const changed = fields.filter(([, show]) => show(before) !== show(after));
	return {
		paths: changed.map(([name]) => name),
		words: changed.map(([name, show]) => `${name} ${show(before)} to ${show(after)}`).join(', ')
	};
}
