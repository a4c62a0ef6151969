import { math } from '../quantity/index';
import type { ParameterName } from '../parameter/index';
import type { HookGeometry } from './hook';
import type { Layout } from './layout';
import { diameterAt, type Profile } from './profile';
import { finishKinds } from './recipe';
import { backTable, drops, type BackKind } from './stuffs/index';
import type { Dressing, DressingPart } from './usual';

/** Matter of a part: volume of solid, m³, its density, and its place. */
export interface DressingPiece {
	readonly part: DressingPart;
	readonly volume: number;
	readonly density: number;
	/** Along the shank, m, and off its line, away from the point, m. */
	readonly s: number;
	readonly off: number;
	/** The parameter about how much of it there is. */
	readonly amount: ParameterName;
	/** Air that a freshly dry fly holds in it, m³. */
	readonly air: number;
	/** Room between its fibres, m³. */
	readonly room: number;
}

/** The strip over the thorax. */
export function wingCasePiece(
	{ wingCase }: Dressing,
	hook: HookGeometry,
	{ caseFront }: Layout,
	over: Profile
): DressingPiece[] {
	if (!wingCase) return [];
	const rear = caseFront + wingCase.length * hook.shank;
	return [stripPiece('wingCase', wingCase.kind, caseFront, rear, hook, over)];
}

/** The strip over the body, from the gap to the bend. */
export function backPiece(
	{ back }: Dressing,
	hook: HookGeometry,
	{ gapEnd, end }: Layout,
	over: Profile
): DressingPiece[] {
	return back ? [stripPiece('back', back.kind, gapEnd, end, hook, over)] : [];
}

/** A strip on top of the fly between two places. */
function stripPiece(
	part: 'back' | 'wingCase',
	kind: BackKind,
	from: number,
	to: number,
	hook: HookGeometry,
	over: Profile
): DressingPiece {
	const { thickness, solid, density, air } = backTable[kind];
	const s = (from + to) / 2;
	const space = (to - from) * STRIP_WIDTH * hook.gape * thickness;
	return {
		part,
		volume: space * solid,
		density,
		s,
		amount: 'dressing.mass',
		off: diameterAt(over, s) / 2,
		air: space * (1 - solid) * air,
		room: space * (1 - solid)
	};
}

/** Width of a wing case or a back, in gapes (our estimate). */
const STRIP_WIDTH = 0.45;

/**
 * The outline with the fur of a back on it: as thick as a round body of the same section, √(d² + 4/π w t).
 *
 * @returns the outline itself under what lies flat
 */
export function withPile(
	{ back }: Dressing,
	{ gape }: HookGeometry,
	{ gapEnd }: Layout,
	outline: Profile
): Profile {
	const strip = back && backTable[back.kind];
	if (!strip || !('pile' in strip)) return outline;
	const more = (4 / Math.PI) * STRIP_WIDTH * gape * strip.thickness;
	const wider = (d: number) => Math.sqrt(math.square(d) + more);
	// The outline ends where the back does.
	const covered = (i: number) => outline.cuts[i]! >= gapEnd;
	return {
		cuts: outline.cuts,
		from: outline.from.map((d, i) => (covered(i) ? wider(d) : d)),
		to: outline.to.map((d, i) => (covered(i) ? wider(d) : d))
	};
}

/** Glue sinks into the whip finish, lacquer sits on the head, resin over the wing case. */
export function dropPieces(
	{ finish, wingCase }: Dressing,
	hook: HookGeometry,
	{ face, gapEnd, bodyFront, caseFront }: Layout,
	over: Profile
): DressingPiece[] {
	const size = math.square(hook.gape / drops.gape);
	const head = face + (gapEnd - face) / 2;
	const top = wingCase ? caseFront + (wingCase.length * hook.shank) / 2 : (gapEnd + bodyFront) / 2;
	const pieces: DressingPiece[] = [];
	for (const kind of finishKinds) {
		if (finish[kind] === 0) continue;
		const { volume, density } = drops[kind];
		const s = kind === 'resin' ? top : head;
		pieces.push({
			part: 'finish',
			volume: finish[kind] * volume * size,
			density,
			s,
			air: 0,
			room: 0,
			off: kind === 'resin' ? diameterAt(over, s) / 2 : 0,
			amount: 'finish.mass'
		});
	}
	return pieces;
}
