import type { BeadGeometry } from './bead/index';
import type { CoilGeometry } from './coil';
import type { HookGeometry } from './hook';
import type { Dressing } from './usual';

/** Places along the shank from its front end, m. */
export interface Layout {
	/** The bead's rear face, or where the head of a fly without one begins. */
	readonly face: number;
	/** End of the gap that is left for collars and finish. */
	readonly gapEnd: number;
	/** Front end of the body, where the thorax ends. */
	readonly bodyFront: number;
	/** Front end of the thorax's rear part, and rear end of its front part; the thorax's ends where there are none. */
	readonly rearThoraxFront: number;
	readonly frontThoraxEnd: number;
	/** Where a head of fur ends and the collars begin; the face where there is none. */
	readonly headEnd: number;
	/** Where the body ends and a tag begins; the end where there is none. */
	readonly bodyEnd: number;
	/** Front ends of the underbody and of the rib, which both begin at the bend. */
	readonly underbodyFront: number;
	readonly ribFront: number;
	readonly secondRibFront: number;
	/** Front end of the wing case. */
	readonly caseFront: number;
	/** Rear end of what is wound. */
	readonly end: number;
	/** Front and rear end of the dam's ramp; equal where there is none. */
	readonly dam: readonly [number, number];
}

/** A head without a bead begins this share of the shank behind the eye (our estimate). */
const HEAD_START = 0.03;
/** The dam's ramp runs down over this many wire diameters (our estimate). */
export const RAMP = 3;
/** Room that is usually left, in eye openings with one collar (common practice: a couple of eye lengths). */
const USUAL_GAP = 2;
/** A head of fur leaves at least the rest of the gap to collars and finish (our estimate). */
const MOST_HEAD = 0.8;
/** And of the room behind the bead it takes with them no more than this share (our estimate). */
const MOST_HEADED_GAP = 0.55;
/** Of the room behind the bead, the usual gap takes no more than this share (our estimate). */
const MOST_GAP = 0.3;

/** Where everything that is wound begins and ends. */
export function layoutOf(
	dressing: Dressing,
	hook: HookGeometry,
	bead: (BeadGeometry & { readonly seat: number }) | null,
	coil: CoilGeometry | null
): Layout {
	const { finish, hackle, collar, body, tag, underbody, rib, secondRib, wingCase } = dressing;
	const { rearThorax, frontThorax, head } = dressing;
	const end = Math.max(hook.shank, coil ? coil.end : 0);
	const face = Math.min(bead ? bead.seat + bead.rear : HEAD_START * hook.shank, 0.9 * hook.shank);
	const free = end - face;
	const beadLength = bead ? bead.rear - bead.front : 0;
	const usual =
		hackle && collar && bead
			? Math.max(beadLength, USUAL_GAP * hook.eyeOpening)
			: USUAL_GAP * hook.eyeOpening;
	const headShare = Math.min(MOST_HEAD, head?.length ?? 0);
	const gap =
		finish.gap === undefined
			? // A head of fur comes on top of what is usual.
				Math.min(Math.min(usual, MOST_GAP * free) / (1 - headShare), MOST_HEADED_GAP * free)
			: Math.min(finish.gap * hook.eyeOpening, 0.9 * free);
	const gapEnd = face + gap;
	const covering = (length: number) => end - Math.min(1, length) * (end - gapEnd);
	const bodyFront = covering(body?.length ?? 0);
	const thorax = bodyFront - gapEnd;
	const rearThoraxFront = bodyFront - Math.min(1, rearThorax?.length ?? 0) * thorax;
	const frontThoraxEnd = gapEnd + Math.min(1, frontThorax?.length ?? 0) * thorax;
	const places = {
		bodyFront,
		rearThoraxFront,
		// What the rear takes is not there for the front.
		frontThoraxEnd: Math.min(frontThoraxEnd, rearThoraxFront),
		headEnd: face + headShare * gap,
		bodyEnd: tag ? Math.max(body ? bodyFront : gapEnd, covering(tag.length)) : end,
		underbodyFront: covering(underbody?.length ?? 1),
		ribFront: rib?.length === undefined ? bodyFront : covering(rib.length),
		secondRibFront: secondRib?.length === undefined ? bodyFront : covering(secondRib.length),
		caseFront: wingCase?.at === undefined ? gapEnd : Math.max(face, wingCase.at * hook.shank)
	};
	let dam: Layout['dam'] = [face, face];
	if (coil) dam = [coil.end, Math.min(end, coil.end + RAMP * coil.wire)];
	else if (bead) dam = [face, Math.min(end, face + 0.6 * bead.recess)];
	return { face, gapEnd, ...places, end, dam };
}
