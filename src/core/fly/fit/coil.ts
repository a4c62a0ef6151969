import { THOUSANDTH_OF_AN_INCH } from '../../quantity/index';
import { COIL_WIRE_STEPS } from '../../material/index';
import type { Build } from '../build';
import { above, mm, type FitNote } from './note';

/** ".015" @param wire m */
export const thousandths = (wire: number) =>
	`.${String(Math.round(wire / THOUSANDTH_OF_AN_INCH)).padStart(3, '0')}`;

export function coilNotes(build: Build): FitNote[] {
	const { coil, bead, hook, recipe, dressed, dressing } = build;
	if (!coil || !recipe.coil) return [];
	const notes: FitNote[] = [];
	const front = { part: 'coil', at: above(build, coil.start, coil.outerDiameter / 2) } as const;
	const rear = { part: 'coil', at: above(build, coil.end, coil.outerDiameter / 2) } as const;

	if (coil.end > hook.shank * (1 + 1e-9)) {
		const room = Math.max(0, Math.floor((hook.shank - coil.start) / coil.wire + 1e-9));
		notes.push({
			...rear,
			code: 'coil-too-long',
			severity: 'stop',
			figure: `${mm(coil.end - hook.shank)} too long`,
			words: `${coil.turns} turns run ${mm(coil.end - hook.shank)} past the shank. There is room for ${room}.`
		});
	} else if (dressing.thread.dam && dressed.layout.dam[1] - coil.end < coil.wire) {
		notes.push({
			...rear,
			code: 'no-room-for-dam',
			severity: 'trouble',
			figure: `${mm(hook.shank - coil.end)} for the dam`,
			words: `The coil ends ${mm(hook.shank - coil.end)} before the bend: no room for a dam behind it. Take off a turn or two.`
		});
	}
	if (!dressing.thread.dam) {
		notes.push({
			...rear,
			code: 'step',
			severity: 'trouble',
			figure: `step ${mm(coil.wire)}`,
			words: `A step of ${mm(coil.wire)} is left where the coil ends, and nothing keeps it from sliding back. Build a dam of thread.`
		});
	}
	if ((recipe.coil.second ?? 0) > coil.turns) {
		notes.push({
			...front,
			code: 'second-too-long',
			severity: 'trouble',
			figure: `${coil.second} turns`,
			words: `The second layer has more turns than the first. It is taken with ${coil.second}.`
		});
	}
	if (!bead) return notes;

	if (recipe.coil.place === 'slot' && bead.slot === 0) {
		notes.push({
			...front,
			code: 'no-slot',
			severity: 'trouble',
			figure: 'no slot',
			words:
				'This bead has no slot to jam the turns into; they go to its recess. Take a slotted bead.'
		});
	}
	if (coil.seat === 'rattles') {
		const wider = COIL_WIRE_STEPS.find((wire) => hook.wire + 2 * wire >= bead.bore);
		notes.push({
			...front,
			code: 'coil-rattles',
			severity: 'trouble',
			figure: 'coil rattles',
			words: `The coil is ${mm(coil.outerDiameter)} over all and the bore ${mm(bead.bore)}: the bead stays loose. ${wider ? `${thousandths(wider)} wire seats.` : 'Dam it with thread.'}`
		});
	}
	if (coil.seat === 'butted' && recipe.coil.place !== 'butted') {
		const finer = COIL_WIRE_STEPS.findLast((wire) => hook.wire + 2 * wire < bead.recess);
		notes.push({
			...front,
			code: 'coil-butts',
			severity: 'note',
			figure: 'coil butts',
			words: `The coil is ${mm(coil.outerDiameter)} over all and does not enter the recess of ${mm(bead.recess)}: it butts behind the bead.${finer ? ` ${thousandths(finer)} wire would seat.` : ''}`
		});
	}
	return notes;
}
