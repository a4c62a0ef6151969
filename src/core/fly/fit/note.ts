import type { Point } from '../../body/index';
import { shown } from '../../quantity/index';
import type { Build } from '../build';
import { onShank } from '../hook';
import type { PartName } from '../parts';

/**
 * How much a note matters: `stop`, the fly cannot be tied so; `trouble`, it will be regretted;
 * `note`, good to know.
 */
export type Severity = 'stop' | 'trouble' | 'note';

export const fitCodes = [
	'round-on-jig',
	'bead-not-on',
	'bead-class',
	'no-gap',
	'gap-choked',
	'bead-loose',
	'coil-butts',
	'coil-rattles',
	'no-slot',
	'coil-too-long',
	'second-too-long',
	'no-room-for-dam',
	'step',
	'no-room-behind-bead',
	'eye-crowded',
	'chunky',
	'tail-long',
	'hackle-long',
	'hackle-turns',
	'legs-long',
	'rib-few',
	'rib-close',
	'rib-no-room',
	'rib-with-body',
	'case-underneath',
	'weighing-off'
] as const;
export type FitCode = (typeof fitCodes)[number];

/** Something about how the parts go together, with its place, a figure and what to do. */
export interface FitNote {
	readonly code: FitCode;
	readonly part: PartName;
	readonly severity: Severity;
	/** What is pinned to the drawing, with the figure that decides: gap 1.4 mm. */
	readonly figure: string;
	/** What is the matter and what to do. */
	readonly words: string;
	/** In the fly's frame, m. */
	readonly at: Point;
}

/** A length as a tier reads it. @param metres m */
export const mm = (metres: number) => `${shown.small.fixed(metres, 1)} ${shown.small.unit}`;

/** A place above the shank's line by a distance, in the fly's frame. */
export function above({ hook }: Build, s: number, distance: number): Point {
	const { at, direction } = onShank(hook, s);
	return { x: at.x - distance * direction.y, y: at.y + distance * direction.x };
}
