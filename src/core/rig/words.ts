import {
	aboveField,
	carriesField,
	countdownField,
	dropperField,
	floatField,
	leadField,
	leaderField,
	lineDiameterField,
	retrieveField,
	rodField,
	tipHeightField,
	tippetField
} from '../quantity/index';
import {
	handControls,
	wayParts,
	type FlyAbove,
	type HandControl,
	type LineSection,
	type LineStuff,
	type WayPart,
	type WayParts
} from './parts';
import { lengthOut, openControls, hangsOnFloat } from './rig';
import type { Rig } from './ways/index';

const stuff = ({ diameter, material }: LineStuff) =>
	`${lineDiameterField.show(diameter)} ${material}`;
const stretch = ({ length, ...of }: LineSection) => `${tippetField.show(length)} of ${stuff(of)}`;

const partWords: {
	readonly [Part in WayPart]: readonly [name: string, show: (value: WayParts[Part]) => string];
} = {
	rod: ['rod', rodField.show],
	tipHeight: ['tip height', tipHeightField.show],
	leader: ['leader', (leader) => (leader.length > 0 ? stretch(leader) : 'none')],
	lead: ['lead', leadField.show],
	feelsBed: ['at each touch', (feels) => (feels ? 'line in' : 'nothing')],
	float: ['float', floatField.show],
	carries: ['dry fly carries', carriesField.show],
	countdown: ['countdown', countdownField.show],
	retrieve: ['retrieve', retrieveField.show]
};

function partSaid<Part extends WayPart>(part: Part, value: WayParts[Part]): [string, string] {
	const [name, show] = partWords[part];
	return [name, show(value)];
}

const aboveSaid = ({ name, above, dropper, of }: FlyAbove) =>
	`${name} ${aboveField.show(above)} up${dropper > 0 ? ` on a dropper of ${dropperField.show(dropper)}${of ? ` of ${stuff(of)}` : ''}` : ''}`;

/** All that a rig has on its way, each by its name. */
function said(rig: Rig): Map<string, string> {
	const own: Partial<WayParts> = rig;
	return new Map([
		['way', rig.way],
		...wayParts.flatMap((part) => {
			const value = own[part];
			return value === undefined ? [] : [partSaid(part, value)];
		}),
		['flies above', (rig.cast ?? []).map(aboveSaid).join(', ') || 'none'],
		['tippet', stretch(rig.tippet)],
		['landing', rig.landing],
		['hand', handWords(rig)]
	]);
}

/** Which controls of the hand are set. */
function handWords({ set }: Rig): string {
	const names = handControls
		.filter((control) => set[control])
		.map((control) => controlWords[control]);
	return names.length > 0 ? `${names.join(', ')} set` : 'all found';
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
			: `${leaderField.show(lengthOut(rig))} out`;
	return `${tippetWords(rig)}, ${out}${castWords(rig)}`;
}

/** ", 2 flies" where there is more than one. */
export const castWords = ({ cast = [] }: Pick<Rig, 'cast'>): string =>
	cast.length > 0 ? `, ${cast.length + 1} flies` : '';

/** What changed from one rig to the next, of what both have: "tippet 1.2 m of 0.127 mm (6X) fluorocarbon to …". */
export function rigChange(
	before: Rig,
	after: Rig
): { readonly paths: readonly string[]; readonly words: string } {
	const [was, is] = [said(before), said(after)];
	const changed = [...is].flatMap(([name, now]) => {
		const then = was.get(name);
		return then === undefined || then === now ? [] : [[name, `${name} ${then} to ${now}`] as const];
	});
	return {
		paths: changed.map(([name]) => name),
		words: changed.map(([, words]) => words).join(', ')
	};
}
