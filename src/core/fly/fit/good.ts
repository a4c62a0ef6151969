import type { Build } from '../build';
import type { PartName } from '../parts';
import { beadClass, boreNeeded, gapLeft } from './bead';
import { thousandths } from './coil';
import { mm } from './note';

/** Something that goes together well, with its figure. */
export interface GoodFit {
	readonly part: PartName;
	readonly words: string;
}

/** A gap from this share of the gape up hooks as the bare hook does (our estimate). */
const FREE_GAP = 0.6;

/** What fits on a fly, beside what does not (`fitOf`): the figures that a tier would check. */
export function goodFitOf(build: Build): readonly GoodFit[] {
	const { bead, coil, hook, dressing, dressed } = build;
	const good: GoodFit[] = [];
	const say = (part: PartName, words: string) => good.push({ part, words });
	if (bead) {
		const share = ((2 * bead.radius) / hook.gape).toFixed(2);
		if (beadClass(build) === 'usual')
			say('bead', `a usual bead for this hook, ${share} of its gape`);
		const needed = boreNeeded(build);
		if (bead.slot === 0 && bead.bore >= needed) {
			say('bead', `its bore of ${mm(bead.bore)} goes round the bend, which needs ${mm(needed)}`);
		}
		const gap = gapLeft(build);
		if (gap >= FREE_GAP * hook.gape) say('bead', `a gap of ${mm(gap)} is left`);
	}
	if (bead && coil?.seat === 'recess') {
		say(
			'coil',
			`${thousandths(coil.wire)} seats in this recess of ${mm(bead.recess)}, ${mm(coil.outerDiameter)} over all`
		);
	}
	if (bead && coil?.seat === 'slot') {
		say('coil', `${thousandths(coil.wire)} jams into this slot of ${mm(bead.slot)}`);
	}
	if (coil && dressing.thread.dam && dressed.layout.dam[1] - coil.end >= coil.wire) {
		say('coil', `${mm(dressed.layout.dam[1] - coil.end)} for the dam behind it`);
	}
	return good;
}
