import {
	carriesField,
	countdownField,
	floatField,
	leadField,
	leaderField,
	lineDiameterField,
	retrieveField,
	rodField,
	tipHeightField,
	tippetField
} from '../quantity/index';
import { handControls, type HandControl, type LineSection } from './parts';
import { hangsOnFloat, openControls, type Rig } from './rig';

const stretch = ({ length, diameter, material }: LineSection) =>
	`${tippetField.show(length)} of ${lineDiameterField.show(diameter)} ${material}`;

const fields: readonly (readonly [string, (rig: Rig) => string])[] = [
	['way', (rig) => rig.way],
	['rod', (rig) => rodField.show(rig.rod)],
	['tip height', (rig) => tipHeightField.show(rig.tipHeight)],
	['lead', (rig) => leadField.show(rig.lead)],
	['leader', (rig) => (rig.leader.length > 0 ? stretch(rig.leader) : 'none')],
	['tippet', (rig) => stretch(rig.tippet)],
	['float', (rig) => floatField.show(rig.float)],
	['dry fly carries', (rig) => carriesField.show(rig.carries)],
	['countdown', (rig) => countdownField.show(rig.countdown)],
	['retrieve', (rig) => retrieveField.show(rig.retrieve)],
	['landing', (rig) => rig.landing],
	['hand', handWords]
];

/** Which controls of the hand are set, and whether it feels the bed. */
function handWords({ set, feelsBed }: Rig): string {
	const names = handControls
		.filter((control) => set[control])
		.map((control) => controlWords[control]);
	const held = names.length > 0 ? `${names.join(', ')} set` : 'all found';
	return feelsBed ? `${held}, feels the bed` : held;
}
const controlWords: Readonly<Record<HandControl, string>> = {
	line: 'line out',
	hangs: 'depth below the float',
	countdown: 'count',
	retrieve: 'retrieve',
	lead: 'lead',
	landing: 'landing'
};

/** The tippet in a word: 6X, or its diameter where it is none. */
export const tippetWords = ({ tippet }: Rig): string =>
	lineDiameterField.show(tippet.diameter).replace(/^.*\((.*)\)$/, '$1');

/** A line in a few words: 5X, 3.6 m out. */
export function rigWords(rig: Rig): string {
	const out = hangsOnFloat(rig)
		? openControls(rig).length > 0
			? 'depth found'
			: `${tippetField.show(rig.tippet.length)} below`
		: openControls(rig).includes('line')
			? 'line found'
			: `${leaderField.show(rig.leader.length + rig.tippet.length)} out`;
	return `${tippetWords(rig)}, ${out}`;
}

/** What changed from one rig to the next: "tippet 1.2 m of 0.127 mm (6X) fluorocarbon to …". */
export function rigChange(
	before: Rig,
	after: Rig
): { readonly paths: readonly string[]; readonly words: string } {
	const changed = fields.filter(([, show]) => show(before) !== show(after));
	return {
		paths: changed.map(([name]) => name),
		words: changed.map(([name, show]) => `${name} ${show(before)} to ${show(after)}`).join(', ')
	};
}
