import { aboveField, depthField, dropperField, shown, tippetField } from '../quantity/index';
import { carriedBy } from './compile';
import { lengthOut } from './rig';
import { wayTable, type Rig } from './ways/index';

/** Something about a rig that will not do in this water or with this fly, with what can be done. */
export interface RigNote {
	/** Which part of the rig to change. */
	readonly part: 'cast' | 'tippet' | 'leader' | 'tipHeight' | 'float' | 'carries' | 'rod';
	readonly words: string;
}

/** A hand may be held so high over the water, m (our estimate for one who stands). */
const HAND = 1.5;

/**
 * What stands in the way before anything is computed.
 *
 * @param depth of the lie, m; null while there is none
 * @param zoneTop m above the bed
 * @param wet weight of all flies in water, as kg
 */
export function rigNotes(rig: Rig, depth: number | null, zoneTop: number, wet: number): RigNote[] {
	const notes: RigNote[] = [];
	const out = lengthOut(rig);
	const cm = (m: number) => shown.hand.words(m, 0);
	const { floats, led } = wayTable[rig.way];
	notes.push(...castNotes(rig, out, depth));
	if (floats) {
		if (depth !== null && out < depth - zoneTop) {
			notes.push({
				part: 'tippet',
				words: `The fly hangs at most ${tippetField.show(out)} down and the zone begins at ${cm(depth - zoneTop)}: lengthen the tippet to ${tippetField.show(Math.ceil((depth - zoneTop) * 10 + 2) / 10)} or more.`
			});
		}
		const carried = carriedBy(rig)!;
		if (wet > carried) {
			notes.push({
				part: floats.part,
				words: `The ${floats.name} carries ${shown.mass.words(carried, 2)} in water and ${rig.cast ? `the ${rig.cast.length + 1} flies weigh` : 'the fly weighs'} ${shown.mass.words(wet, 2)} there: take a ${floats.more} or a lighter fly.`
			});
		}
		return notes;
	}
	if (!('leader' in rig)) return notes;
	if (rig.tipHeight > rig.rod + HAND) {
		notes.push({
			part: 'tipHeight',
			words: `A rod of ${shown.water.words(rig.rod, 1)} does not bring its tip ${shown.water.words(rig.tipHeight, 1)} over the water: hold it lower or take a longer rod.`
		});
	}
	if (out <= rig.tipHeight + 0.1) {
		notes.push({
			part: 'leader',
			words: `${tippetField.show(out)} of line hardly reach from the tip to the water: lengthen the leader or hold the tip lower.`
		});
	} else if (depth !== null && out < rig.tipHeight + depth - zoneTop && led) {
		notes.push({
			part: 'leader',
			words: `From a tip ${cm(rig.tipHeight)} over the water ${tippetField.show(out)} of line reach ${cm(out - rig.tipHeight)} down and the zone begins at ${cm(depth - zoneTop)}: lengthen the leader or hold the tip lower.`
		});
	}
	return notes;
}

/** A dropper is as long as a hand is wide; longer than this, m, or than this share of the way to the next fly, it winds round the line (common practice, no source). */
const LONG_DROPPER = 0.15;
const TANGLES = 1 / 3;
/** Flies nearer to each other than this catch in each other, m (common practice, no source). */
const CLOSE = 0.3;

function castNotes({ cast = [] }: Rig, out: number, depth: number | null): RigNote[] {
	const notes: RigNote[] = [];
	const say = (words: string) => notes.push({ part: 'cast', words });
	cast.forEach(({ name, above, dropper }, k) => {
		const apart = above - (cast[k - 1]?.above ?? 0);
		if (above >= out) {
			say(
				`${name} hangs ${aboveField.show(above)} above the point, and only ${tippetField.show(out)} of line are out: hang it lower or give more line.`
			);
		} else if (depth !== null && dropper > depth) {
			say(
				`A dropper of ${dropperField.show(dropper)} is longer than the water is deep, ${depthField.show(depth)}: its fly lies on the bed. ${dropperField.show(Math.min(LONG_DROPPER, apart * TANGLES))} is enough.`
			);
		} else if (dropper > apart * TANGLES || dropper > LONG_DROPPER) {
			say(
				`A dropper of ${dropperField.show(dropper)} with ${aboveField.show(apart)} to the next fly winds round the line: ${dropperField.show(Math.min(LONG_DROPPER, apart * TANGLES))} is enough.`
			);
		} else if (apart < CLOSE) {
			say(
				`${name} hangs ${aboveField.show(apart)} above the next fly: nearer than ${aboveField.show(CLOSE)} they catch in each other.`
			);
		}
	});
	return notes;
}
